"""The level book of a job worked out once: benchmarks, setups, how good each sight is, what each device was found."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from anvilhead.core.closing.closed_book import LevelBook, keep_book
from anvilhead.core.closing.closing import Closing, DistributeRule, Trust, closings, trust_of
from anvilhead.core.closing.questioned import Around, Questioned, questioned
from anvilhead.core.closing.sights import Sights
from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.terrain import GroundShot, Terrain, terrain_of
from anvilhead.core.levels.instrument_check import Truth
from anvilhead.core.levels.level_book import LevelSetup, LevelShot, Spot
from anvilhead.core.levels.level_instrument import SPANNED, LevelInstrument
from anvilhead.core.levels.rod import RodMarks, marks_for, upright_mm
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels.documents import Levels
from anvilhead.jobfile.levels.level_points import LevelPoints
from anvilhead.jobfile.levels.measured import SetupEntry, ShotEntry
from anvilhead.jobfile.levels.written.hanging import Strung, as_hung, strings_of
from anvilhead.jobfile.levels.written.said import TOPS, benchmarks_of, class_of, kind_of, tested


@dataclass(frozen=True)
class Book:
    """A job's level book, worked out.

    Attributes:
        levels: the documents; points: where its names are.
        kept: for each setup, the numbers of its shots that count.
        setups, sights, rods: as the core takes them; book: what it makes of them.
        truths: what the last test of each device found, by its name; strings: that carry heights, by name.
        in_hand: the setup that somebody shoots from now; None for the last.
    """

    levels: Levels
    points: LevelPoints
    units: Units
    kept: tuple[tuple[int, ...], ...]
    setups: tuple[LevelSetup, ...]
    sights: Sights
    rods: tuple[RodMarks, ...]
    truths: Mapping[str, tuple[Truth, ...]]
    strings: Mapping[str, Strung]
    book: LevelBook
    in_hand: int | None = None

    @cached_property
    def standing(self) -> int | None:
        """The setup that target readings are for: the one in hand, else the last; None before one has a level line.

        A string counts only where no instrument stands: it says thickness below it, not what a rod must read.
        """
        found = self.book.setups
        if self.in_hand is not None:
            return None if found[self.in_hand].hi_mm is None else self.in_hand
        with_line = [i for i in reversed(range(len(found))) if found[i].hi_mm is not None]
        standing = (i for i in with_line if self.setups[i].instrument is not LevelInstrument.STRING)
        return next(standing, next(iter(with_line), None))

    @property
    def simulated(self) -> list[int]:
        """Setups with readings that count, by an instrument that is a stand-in."""
        made_up = {device.name for device in self.levels.devices if device.simulated}
        return [s for s, entry in enumerate(self.levels.setups) if entry.device in made_up and self.kept[s]]

    def correction_of(self, setup: int) -> Truth | None:
        """The test that a setup's readings are corrected by; None when they are taken as they are."""
        entry = self.levels.setups[setup]
        truth = self.truths.get(entry.device or "", ())
        return truth[0] if entry.corrected and len(truth) == 1 else None

    def line_mm(self, setup: int, at: str | Point) -> float | None:
        """Height of a setup's level line over a point; None before it has one, or where its string does not pass."""
        line = self.book.setups[setup].level_line_mm
        strung = self.strings.get(self.levels.setups[setup].string or "")
        if line is None or strung is None:
            return line
        station = None if isinstance(at, Point) else strung.station_of(at, None)
        return None if station is None else strung.string.height_mm(station)

    @cached_property
    def off_string(self) -> list[tuple[int, int]]:
        """Shots from a string that lie beside it, and do not say how far along they hang."""
        return [
            (s, n)
            for s, entry in enumerate(self.levels.setups)
            if (strung := self.strings.get(entry.string or "")) is not None
            for n, shot in enumerate(self.setups[s].shots)
            if strung.station_of(shot.spot.at, shot.distance_mm) is None
        ]

    def sight_mm(self, setup: int, at: str | Point) -> float | None:
        """Length of the sight from a setup to a point: as last said there, else from the plan."""
        said = [
            self.sights.distance_mm[setup, n]
            for n, shot in enumerate(self.setups[setup].shots)
            if shot.spot.at == at and (setup, n) in self.sights.distance_mm
        ]
        stands = self.levels.setups[setup].place
        place = at if isinstance(at, Point) else self.points.places.get(at)
        if said or not (stands and place):
            return said[-1] if said else None
        return Point(stands[0].mm, stands[1].mm).distance_to(place)

    @cached_property
    def uncorrected(self) -> list[tuple[int, int]]:
        """Shots of setups that ask for a correction, whose sights nobody knows the length of."""
        return [
            (s, n)
            for s, entry in enumerate(self.levels.setups)
            for n in range(len(self.setups[s].shots))
            if entry.corrected and (s, n) not in self.sights.distance_mm
        ]

    @cached_property
    def closings(self) -> list[Closing]:
        """Every check judged."""
        return closings(self.book, self.sights, [rod.units for rod in self.rods])

    @cached_property
    def trust(self) -> list[Trust]:
        """What the heights of each setup are worth."""
        return trust_of(self.book, self.closings)

    @cached_property
    def hanging(self) -> dict[tuple[int, int], list[int]]:
        """Setups that get their HI from a shot: by reading it themselves, or by standing on the point it found."""
        found: dict[tuple[int, int], list[int]] = {}
        for index, setup in enumerate(self.book.setups):
            for shot in (setup.back, setup.start):
                if shot is not None:
                    found.setdefault(shot, []).append(index)
        return found

    def is_sound(self, spot: Spot) -> bool:
        """Whether no reading that may have slipped carries the height of a spot."""
        found = self.book.found[spot]
        return self.trust[found.setup] is Trust.SOUND and (found.setup, found.shot) not in self._suspected

    @cached_property
    def _suspected(self) -> set[tuple[int, int]]:
        """Shots that may have slipped, of checks that did not close."""
        return {one.place for closing in self.closings if not closing.check.shared for one in closing.suspects}

    @cached_property
    def questioned(self) -> list[Questioned]:
        """Every reading in question."""
        tops = frozenset(target.name for target in self.levels.targets if kind_of(target) in TOPS)
        lengths = [mm_of(entry.rod_length) for entry in self.levels.setups]
        around = Around(lengths, [rod.units for rod in self.rods], self.points.places, tops)
        return questioned(self.book, around)

    @cached_property
    def ground_shots(self) -> list[GroundShot]:
        """Shots on the ground that have a place, in the frame of `points`."""
        return self.shots_on(self.points)

    @cached_property
    def ground_mesh(self) -> Terrain | None:
        """The ground between its shots, in the frame of `points`; None when they hold no area."""
        return mesh_of(self.ground_shots)

    def shots_on(self, points: LevelPoints, thing: str = "") -> list[GroundShot]:
        """Shots on the ground, or on a thing, that have a place."""
        places = points.places
        return [GroundShot(name, places[name], mm) for name, mm in self.heights_on(thing).items() if name in places]

    def entry_of(self, place: tuple[int, int]) -> ShotEntry:
        """The document of a shot that counts."""
        return self.levels.setups[place[0]].shots[self.number_of(place)]

    def number_of(self, place: tuple[int, int]) -> int:
        """Its number among all shots of its setup, struck ones too."""
        return self.kept[place[0]][place[1]]

    @cached_property
    def ground_by_owner(self) -> dict[str, dict[str, float]]:
        """Ground heights of each structure's own points, by its own names."""
        by_owner: dict[str, dict[str, float]] = {}
        for name, height in self.heights_on().items():
            owner = self.points.owner(name)
            own = owner and self.points.own_name(owner, name)
            if owner and own:
                by_owner.setdefault(owner, {})[own] = height
        return by_owner

    def heights_on(self, thing: str = "") -> dict[str, float]:
        """Heights of the ground, or of a thing, by point; a thing that is held as true is one of them."""
        held = {spot.at: mm for spot, mm in self.book.benchmarks.items() if spot.thing == thing} if thing else {}
        return held | {spot.at: one.height_mm for spot, one in self.book.found.items() if spot.thing == thing}


def mesh_of(shots: Sequence[GroundShot]) -> Terrain | None:
    """The surface between shots; None when they hold no area."""
    try:
        return terrain_of(shots)
    except GeometryError:
        return None


def work_book(levels: Levels, points: LevelPoints, units: Units, in_hand: int | None = None) -> Book:
    """Work a level book out.

    Args:
        levels: its documents.
        points: its names in the plan frame of the structure the book is on.
        units: of the job; a rod that does not say its marks is marked in them.
        in_hand: the setup that target readings are for; None for the last.
    """
    devices = {device.name: device for device in levels.devices}
    kept = tuple(tuple(n for n, shot in enumerate(entry.shots) if not shot.struck) for entry in levels.setups)
    raw = [_setup(entry, numbers) for entry, numbers in zip(levels.setups, kept, strict=True)]
    classes = [class_of(devices.get(entry.device or ""), entry.instrument) for entry in levels.setups]
    sights = Sights(classes, _distances(levels.setups, raw, points))
    truths = {check.device: tested(check, devices) for check in levels.checks}
    strings = strings_of(levels, points)
    setups = [
        as_hung(_corrected(setup, entry, truths, sights, s), entry, strings, devices.get(entry.device or ""))
        for s, (setup, entry) in enumerate(zip(raw, levels.setups, strict=True))
    ]
    rods = tuple(entry.rod or marks_for(units) for entry in levels.setups)
    rule = DistributeRule(setups, [rod.units for rod in rods])
    return Book(
        levels=levels,
        points=points,
        units=units,
        kept=kept,
        setups=tuple(setups),
        sights=sights,
        rods=rods,
        truths=truths,
        strings=strings,
        book=keep_book(benchmarks_of(levels), setups, sights, rule.may_distribute),
        in_hand=in_hand,
    )


def _setup(entry: SetupEntry, numbers: Sequence[int]) -> LevelSetup:
    foot = mm_of(entry.foot) or 0.0
    shots = tuple(_shot(entry.shots[number], foot) for number in numbers)
    return LevelSetup(entry.instrument, shots, mm_of(entry.height), entry.rechecks)


def _shot(entry: ShotEntry, foot_mm: float) -> LevelShot:
    """A reading as an upright rod with a whole foot would show it; `foot_mm`: missing of the one of the setup."""
    typed = entry.reading.written if isinstance(entry.reading.written, str) else ""
    reading = entry.reading.mm if entry.bracket is None else (entry.reading.mm + entry.bracket.mm) / 2
    turned, leans = mm_of(entry.turned), mm_of(entry.leans) or 0.0
    foot_mm = foot_mm if entry.foot is None else entry.foot.mm
    if foot_mm or leans:
        reading = upright_mm(reading, leans, foot_mm)
        turned = None if turned is None else upright_mm(turned, leans, foot_mm)
    return LevelShot(Spot(entry.at, entry.thing or ""), reading, turned, mm_of(entry.distance), typed)


def _distances(
    entries: Sequence[SetupEntry], setups: Sequence[LevelSetup], points: LevelPoints
) -> dict[tuple[int, int], float]:
    """Lengths of sights: as said, else from the plan; the span from end to end for levels laid from point to point."""
    found = {}
    for s, (entry, setup) in enumerate(zip(entries, setups, strict=True)):
        stands = entry.place and Point(entry.place[0].mm, entry.place[1].mm)
        if setup.instrument in SPANNED and setup.shots:
            stands = points.places.get(setup.shots[0].spot.at)
        for n, shot in enumerate(setup.shots):
            place = points.places.get(shot.spot.at)
            if shot.distance_mm is not None:
                found[s, n] = shot.distance_mm
            elif stands and place and setup.instrument is not LevelInstrument.STRING:
                found[s, n] = stands.distance_to(place)
    return found


def _corrected(
    setup: LevelSetup, entry: SetupEntry, truths: Mapping[str, tuple[Truth, ...]], sights: Sights, index: int
) -> LevelSetup:
    """Readings of a setup that asks for it, corrected by the last test of its device."""
    truth = truths.get(entry.device or "", ())
    if not entry.corrected or len(truth) != 1:
        return setup
    far = sights.distance_mm
    shots = tuple(
        replace(shot, reading_mm=shot.used_mm + truth[0].correction_mm(far[index, n]), turned_mm=None)
        if (index, n) in far
        else shot
        for n, shot in enumerate(setup.shots)
    )
    return replace(setup, shots=shots)
