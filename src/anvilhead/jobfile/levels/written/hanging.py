"""Readings taken from a string: of another height at every station, or hung through by a level and its own weight.

What is read is turned into what a level line through the setup's HI would show, so that the book needs to know no more.
"""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from anvilhead.core.boards.graded_string import GradedString
from anvilhead.core.boards.string_sag import PULL_N, STRING_N_PER_M, HungLine
from anvilhead.core.geometry.along import HeightsAlong, Path
from anvilhead.core.geometry.point import Point
from anvilhead.core.levels.level_book import LevelSetup, LevelShot
from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.levels.reach import LINE_LEVEL_N
from anvilhead.core.units.units import FOOT_MM
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels.documents import Device, LevelPlan
from anvilhead.jobfile.levels.level_points import LevelPoints
from anvilhead.jobfile.levels.measured import SetupEntry
from anvilhead.jobfile.levels.strings import StringPlan

ON_STRING_MM = FOOT_MM
"""A point nearer to a string than this, in plan, is under it."""


@dataclass(frozen=True)
class Strung:
    """A string over the plan, and the names in whose frame its line is."""

    string: GradedString
    points: LevelPoints

    def station_of(self, at: str, distance_mm: float | None) -> float | None:
        """How far along it a point lies: as said, else from the plan; None where it lies beside it."""
        if distance_mm is not None:
            return distance_mm
        place = self.points.places.get(at)
        if place is None:
            return None
        station, off = self.string.path.nearest(place)
        return station if off <= ON_STRING_MM else None


def strings_of(plan: LevelPlan, points: LevelPoints) -> dict[str, Strung]:
    """Every string whose points have a place, by name."""
    found = {}
    for one in plan.strings:
        framed = points.framed(one.structure)
        string = _string(one, framed.places)
        if string is not None:
            found[one.name] = Strung(string, framed)
    return found


def _string(plan: StringPlan, places: Mapping[str, Point]) -> GradedString | None:
    corners = tuple(place for name in plan.through if (place := places.get(name)) is not None)
    if len(corners) < len(plan.through):
        return None
    path = Path(corners)
    known: dict[float, float] = {}
    for nail in plan.heights:
        if nail.along is not None:
            station: float | None = nail.along.mm
        else:
            place = places.get(nail.at or "")
            station = None if place is None else path.nearest(place)[0]
        if station is not None:
            known[station] = nail.height.mm
    if not known:
        return None
    weight = STRING_N_PER_M if plan.weight is None else plan.weight
    return GradedString(path, HeightsAlong(tuple(sorted(known.items()))), plan.pull, weight)


def as_hung(
    setup: LevelSetup,
    entry: SetupEntry,
    strings: Mapping[str, Strung],
    device: Device | None,
) -> LevelSetup:
    """A setup whose readings are as from a level line; one that hangs from nothing stays as it is."""
    if entry.string is not None and entry.string in strings:
        return _on_string(setup, strings[entry.string])
    if entry.span is not None and setup.instrument is LevelInstrument.LINE:
        return _under_level(setup, _hung(entry, device, entry.span.mm))
    return setup


def _hung(entry: SetupEntry, device: Device | None, span_mm: float) -> HungLine:
    pull = PULL_N if device is None or device.pull is None else device.pull
    weight = STRING_N_PER_M if device is None or device.weight is None else device.weight
    return HungLine(span_mm, pull, weight, LINE_LEVEL_N, mm_of(entry.hung_at) or span_mm / 2)


def hung_line_of(entry: SetupEntry, device: Device | None) -> HungLine | None:
    """The string of a line level whose span was said."""
    is_line = entry.instrument is LevelInstrument.LINE
    return _hung(entry, device, entry.span.mm) if is_line and entry.span is not None else None


def _on_string(setup: LevelSetup, strung: Strung) -> LevelSetup:
    reference = strung.string.heights.known[0][1]

    def level(shot: LevelShot) -> LevelShot:
        station = strung.station_of(shot.spot.at, shot.distance_mm)
        rise = 0.0 if station is None else reference - strung.string.height_mm(station)
        return replace(shot, reading_mm=shot.used_mm + rise, turned_mm=None)

    return replace(setup, shots=tuple(map(level, setup.shots)), height_mm=reference)


def _under_level(setup: LevelSetup, line: HungLine) -> LevelSetup:
    """A line level's string: the near end is its first shot, others so far along as said, or at the far end."""

    def level(number: int, shot: LevelShot) -> LevelShot:
        along = 0.0 if number == 0 else min(shot.distance_mm or line.span_mm, line.span_mm)
        above_mm = line.slope * along - line.below_mm(along)
        return replace(shot, reading_mm=shot.used_mm - above_mm, turned_mm=None)

    return replace(setup, shots=tuple(level(n, shot) for n, shot in enumerate(setup.shots)))
