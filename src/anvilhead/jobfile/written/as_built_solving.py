"""From a plan and what was accepted of it to the as-built record."""

import hashlib
import json
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from math import hypot

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.made import built_words as words
from anvilhead.core.plan.site import clearances
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.length_printing import print_difference, print_length, print_within
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.models import Reading
from anvilhead.jobfile.levels.measured import CheckEntry, HeightsAccepted
from anvilhead.jobfile.results import as_built_results as b
from anvilhead.jobfile.results.result_parts import Place
from anvilhead.jobfile.results.results import StructureResult
from anvilhead.jobfile.working.placed import Site


@dataclass(frozen=True)
class Accepted:
    """A round of square that somebody accepted."""

    round: int
    word: b.BuiltWord
    tolerance_mm: float


@dataclass(frozen=True)
class BuiltOf:
    """What an as-built record is made from.

    Attributes:
        job, structure, name, size: how it is called and how large it is.
        plan_revision: of the plan.
        result: its results with the accepted round the latest, or without one.
        accepted: that round; heights: accepted last, None where none were.
        readings: that count; setups: instrument or device of every level reading; checks: tests of instruments.
        site: with its neighbours; control: what was held as true, in words.
        holds, notes: as they stand.
        units: to print in.
    """

    job: str
    structure: str
    name: str
    size: str
    plan_revision: int
    result: StructureResult
    accepted: Accepted | None
    heights: HeightsAccepted | None
    readings: Sequence[Reading]
    setups: Sequence[str]
    checks: Sequence[CheckEntry]
    site: Site
    control: Sequence[str]
    holds: Sequence[b.BuiltHold]
    notes: Sequence[b.BuiltNote]
    tolerance_mm: float
    units: Units


def solve_as_built(of: BuiltOf) -> b.AsBuiltResult:
    """The as-built record of a structure."""
    square = of.result.square if of.accepted else None
    corners = _corners(of) if square else []
    found = {one.corner: one.found for one in corners}
    heights = _heights(of)
    outside = [
        words.outside_corner_text(
            one.corner,
            one.off_text,
            print_difference(of.tolerance_mm, of.units),
            of.accepted.word.who if of.accepted else None,
            of.accepted.word.note if of.accepted else "",
        )
        for one in corners
        if one.outside
    ]
    if of.heights:
        outside += [words.outside_height_text(over, of.heights.who or "", of.heights.note) for over in of.heights.over]
    record = b.AsBuiltResult(
        job=of.job,
        structure=of.structure,
        name=of.name,
        size=of.size,
        plan_revision=of.plan_revision,
        round=of.accepted.round if of.accepted else None,
        family=square.family if square else None,
        tolerance_text=print_difference(of.tolerance_mm, of.units),
        corners=corners,
        distances=_distances(of, found),
        heights=heights,
        clearances=_clearances(of, found),
        words=_words(of),
        outside=outside,
        control=list(of.control),
        instruments=_instruments(of),
        missing=_missing(of, corners, heights),
        holds=list(of.holds),
        notes=list(of.notes),
    )
    return record.model_copy(update={"digest": digest_of(record)})


NOT_SIGNED = {"digest", "notes", "missing"}
"""What may change under a signature: notes and photos are added to, what is missing is no more than said."""


def digest_of(record: b.AsBuiltResult) -> str:
    """The hash of what somebody signs: everything but notes; of hold points, who looked, not what day it is."""
    told = record.model_dump(mode="json", by_alias=True, exclude=NOT_SIGNED)
    for hold in told["holds"]:
        del hold["state"]
    text = json.dumps(told, sort_keys=True, ensure_ascii=False, separators=(",", ":"))
    return hashlib.sha256(text.encode()).hexdigest()


def planned_of(result: StructureResult, family: str) -> Mapping[str, Place]:
    """The corners of a line family by the plan."""
    return next((dict(one.corners) for one in result.lines if one.family == family), dict(result.corners))


def _corners(of: BuiltOf) -> list[b.BuiltCorner]:
    square = of.result.square
    if square is None:
        return []
    planned = planned_of(of.result, square.family)
    return [
        b.BuiltCorner(
            corner=name,
            planned=planned[name],
            found=Place(x_mm=one.x_mm, y_mm=one.y_mm),
            off_mm=one.off_mm,
            off_text=print_within(one.off_mm, of.units),
            within_text=print_within(one.ellipse.major_mm, of.units) if one.ellipse else None,
            outside=one.off_mm > of.tolerance_mm + NOTHING_MM,
        )
        for name, one in square.estimated.items()
        if name in planned
    ]


def _distances(of: BuiltOf, found: Mapping[str, Place]) -> list[b.BuiltDistance]:
    """Sides and diagonals of the family that was pulled, where both ends were found."""
    square = of.result.square
    if square is None or not found:
        return []
    planned = planned_of(of.result, square.family)
    pairs = [(one.start, one.end) for one in (*of.result.sides, *of.result.diagonals)]
    rows = []
    for start, end in pairs:
        if start not in found or end not in found:
            continue
        was, now = _apart(planned[start], planned[end]), _apart(found[start], found[end])
        rows.append(
            b.BuiltDistance(
                start=start,
                end=end,
                planned_mm=round(was, 3),
                planned_text=print_length(was, of.units).text,
                found_mm=round(now, 3),
                found_text=print_length(now, of.units).text,
                off_text=_signed(now - was, of.units),
            )
        )
    return rows


def _apart(one: Place, two: Place) -> float:
    return hypot(two.x_mm - one.x_mm, two.y_mm - one.y_mm)


def _signed(mm: float, units: Units) -> str:
    text = print_difference(abs(mm), units)
    return text if text.startswith("0") else f"{'+' if mm > 0 else '−'}{text}"


def _heights(of: BuiltOf) -> list[b.BuiltHeight]:
    return [
        b.BuiltHeight(
            thing=one.thing,
            at=one.at,
            found_mm=one.height.mm,
            found_text=print_length(one.height.mm, of.units).text,
            off_mm=one.off.mm,
            off_text=_signed(one.off.mm, of.units),
        )
        for one in (of.heights.heights if of.heights else ())
    ]


def _clearances(of: BuiltOf, found: Mapping[str, Place]) -> list[b.BuiltClearance]:
    """Room to everything around, by the plan and from the corners as they were found on the wall face."""
    pose = of.site.poses.get(of.structure)
    planned = {one.to: one for one in of.site.clearances(of.structure)}
    if pose is None or not planned:
        return []
    rooms = dict(planned)
    square = of.result.square
    if square is not None and square.family == of.result.lines[0].family and set(found) == set(of.result.corners):
        outline = of.site.planned[of.structure].footprint
        moved = [pose.to_site(Point(found[name].x_mm, found[name].y_mm)) for name in of.result.corners]
        try:
            there = Footprint(tuple(moved), closed=outline.closed, letters=outline.letters)
            rooms = {one.to: one for one in clearances(there, of.site.neighbours(of.structure))}
        except GeometryError:  # readings that fold the outline over are told where they are judged
            rooms = dict(planned)
    return [
        b.BuiltClearance(
            to=name,
            planned_text=print_length(one.least_mm, of.units).text,
            found_text=print_length(rooms[name].least_mm, of.units).text,
            needed_text=print_length(one.needed_mm, of.units).text if one.needed_mm else None,
            clear=rooms[name].is_clear,
        )
        for name, one in planned.items()
    ]


def _words(of: BuiltOf) -> list[b.BuiltWord]:
    said = [of.accepted.word] if of.accepted else []
    if of.heights:
        count = len(of.heights.heights)
        said.append(
            b.BuiltWord(
                what="heights",
                who=of.heights.who or "",
                at=of.heights.taken,
                note=of.heights.note,
                text=f"{count} heights accepted.",
            )
        )
    return said


def _instruments(of: BuiltOf) -> list[b.BuiltInstrument]:
    """Tapes and levels with how much they measured, and their last test."""
    tested = {check.device: check for check in of.checks}
    used = Counter(
        str(reading.instrument).replace("-", " ") + (" (simulated)" if reading.simulated else "")
        for reading in of.readings
    )
    used.update(of.setups)
    return [
        b.BuiltInstrument(name=name, readings=count, tested=_tested(tested.get(name)))
        for name, count in sorted(used.items())
    ]


def _tested(check: CheckEntry | None) -> str:
    if check is None:
        return "no test recorded"
    day = f" on {check.taken:%Y-%m-%d}" if check.taken else ""
    return f"tested{day} ({check.kind.replace('-', ' ')})"


def _missing(of: BuiltOf, corners: Sequence[b.BuiltCorner], heights: Sequence[b.BuiltHeight]) -> list[str]:
    placed = of.structure in of.site.poses
    return [
        *([] if corners else [words.NOTHING_SQUARED]),
        *([words.SIMULATED] if any(reading.simulated for reading in of.readings) else []),
        *([] if heights else [words.NO_HEIGHTS]),
        *([] if placed else [words.NOT_PLACED]),
    ]
