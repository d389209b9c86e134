"""Lines beside and inside the walls, written down."""

from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.call_sheet import MOST_CORNERS_FOR_ALL_PAIRS
from anvilhead.core.messages.plan_words import family_notes
from anvilhead.core.plan.inner_line import points_of
from anvilhead.core.plan.line_family import FamilyOutline, LineFamily
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results import plan_results as r
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import distance, place, side_of, text_of, tidy


def solve_families(found: Planned, units: Units) -> list[r.FamilyResult]:
    """Every family with its corners."""
    few = len(found.footprint.points) <= MOST_CORNERS_FOR_ALL_PAIRS
    pairs = [(diagonal.start, diagonal.end) for diagonal in found.footprint.diagonals] if few else []
    return [_family(found.footprint, outline, pairs, units) for outline in found.outlines]


def working_diagonals(footprint: Footprint) -> list[Side]:
    """Diagonals worth saying: all of a few corners, else those from the baseline's ends."""
    names = footprint.names
    if len(names) <= MOST_CORNERS_FOR_ALL_PAIRS:
        return list(footprint.diagonals)
    sides = {(side.start, side.end) for side in footprint.sides} | {(side.end, side.start) for side in footprint.sides}
    at = footprint.corners
    return [
        Side(base, name, at[base], at[name]) for base in names[:2] for name in names[2:] if (base, name) not in sides
    ]


def _family(footprint: Footprint, outline: FamilyOutline, pairs: list[tuple[str, str]], units: Units) -> r.FamilyResult:
    family = outline.family
    diagonals = [Side(a, b, outline.corners[a], outline.corners[b]) for a, b in pairs]
    return r.FamilyResult(
        family=family.name,
        offset_mm=tidy(family.offset_mm),
        offset_text=text_of(family.offset_mm, units),
        on={line: tidy(mm) for line, mm in family.on.items()},
        corners={name: place(point) for name, point in outline.corners.items()},
        sides=[side_of(side, units) for side in outline.sides],
        diagonals=[distance(diagonal, units) for diagonal in diagonals],
        overall=solve_overall(outline, footprint.sides[0].direction, units),
        vanished=list(outline.vanished),
        far=[r.FarResult(corner=corner, away_mm=tidy(away), text=text_of(away, units)) for corner, away in outline.far],
        clash=list(outline.clash or ()),
        notes=family_notes(outline, units),
    )


def solve_overall(outline: FamilyOutline, along: Point, units: Units) -> r.OverallResult:
    """Overall size along the baseline and square to it."""
    length, width = outline.overall_mm(along)
    return r.OverallResult(
        along_mm=tidy(length), across_mm=tidy(width), text=f"{text_of(length, units)} × {text_of(width, units)}"
    )


def solve_sticks(found: Planned, units: Units) -> list[r.MarkingStick]:
    """Marking sticks: one for all sides whose families stand at the same distances."""
    families = found.families
    if len(families) < 2:
        return []
    alike: dict[tuple[tuple[float, str], ...], list[str]] = {}
    for side in found.footprint.sides:
        alike.setdefault(_marks(families, side.name), []).append(side.name)
    return [
        r.MarkingStick(
            lines=lines,
            marks=[r.StickMark(family=name, at_mm=tidy(mm), text=text_of(mm, units)) for mm, name in marks],
        )
        for marks, lines in alike.items()
    ]


def _marks(families: tuple[LineFamily, ...], line: str) -> tuple[tuple[float, str], ...]:
    """Running distances of the families beside one side, from the outermost inward."""
    offsets = sorted(((family.offset_of(line), family.name) for family in families), reverse=True)
    return tuple((offsets[0][0] - offset, name) for offset, name in offsets)


def solve_inner(found: Planned, units: Units) -> r.InnerResult:
    """Inner lines and where they cross."""
    return r.InnerResult(
        lines=[
            r.InnerLineResult(
                name=line.name,
                kind=line.kind,
                side=line.side,
                distance_mm=tidy(line.distance_mm),
                distance_text=text_of(line.distance_mm, units),
                stretches=[_stretch(start, end, units) for start, end in line.stretches],
            )
            for line in found.inner
        ],
        points=[
            r.InnerPointResult(
                name=point.name, lines=list(point.lines), x_mm=tidy(point.point.x), y_mm=tidy(point.point.y)
            )
            for point in points_of(found.inner)
        ],
    )


def _stretch(start: Point, end: Point, units: Units) -> r.Stretch:
    length = start.distance_to(end)
    return r.Stretch(start=place(start), end=place(end), length_mm=tidy(length), text=text_of(length, units))
