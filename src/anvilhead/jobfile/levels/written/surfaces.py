"""Outlines and finished surfaces of pads and slabs, in the plan frame of their own structure."""

from collections.abc import Mapping, Sequence

from anvilhead.core.geometry.along import HeightsAlong, Path
from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.finish import DrainFinish, EdgedFinish, Finish, drain_below, falling_finish
from anvilhead.core.ground.plane import Plane
from anvilhead.core.messages.level_words import slope_text
from anvilhead.core.units.length_printing import print_difference
from anvilhead.core.units.units import Units
from anvilhead.jobfile.levels import built_results as r
from anvilhead.jobfile.levels.decided import FinishPlan
from anvilhead.jobfile.levels.footings import FootingPlan
from anvilhead.jobfile.levels.parts import Fall, PadPlan, SlabPlan
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.hanging import ON_STRING_MM
from anvilhead.jobfile.levels.written.height_solving import target_reading_of, target_text
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import place, text_of, tidy


def outline_of(planned: Planned, part: PadPlan | SlabPlan | FinishPlan | FootingPlan) -> dict[str, Point]:
    """Corners of a pad, slab or footing, by name: of its family, or its own, numbered."""
    own = getattr(part, "outline", None)
    if own:
        return {str(n): Point(x.mm, y.mm) for n, (x, y) in enumerate(own, 1)}
    family = part.family or planned.outlines[0].family.name
    return next(outline.corners for outline in planned.outlines if outline.family.name == family)


def plane_of(planned: Planned, outline: Sequence[Point], height_mm: float, fall: Fall | None) -> Plane:
    """A level surface, or one that falls away from a line of the footprint, highest where it is nearest to it."""
    if fall is None or fall.away_from is None:
        return Plane(height_mm)
    side = planned.footprint.sides_by_name[fall.away_from]
    away = planned.footprint.inward(side)
    nearest = min(outline, key=lambda point: (point - side.start_point).dot(away))
    return falling_finish(nearest, away, height_mm, fall.share)


def finish_of(frames: Frames, structure: str, outline: Mapping[str, Point], slab: SlabPlan) -> Finish:
    """The finished top of a slab."""
    planned, corners = frames.site.planned[structure], list(outline.values())
    if slab.existing and len(corners) == EDGES:
        return _between_edges(frames, structure, outline, slab)
    if slab.fall and slab.fall.drain:
        x, y = slab.fall.drain
        return drain_below(corners, Point(x.mm, y.mm), slab.height.mm, slab.fall.share)
    return plane_of(planned, corners, slab.height.mm, slab.fall)


EDGES = 4
"""Edges that a top is stretched between."""


def edge_shots(
    frames: Frames, structure: str, slab: SlabPlan, side: tuple[Point, Point]
) -> list[tuple[float, float, str]]:
    """Shots on existing concrete along a side: how far along, the height, and the point."""
    path, length = Path(side), side[0].distance_to(side[1])
    found = [
        (min(max(station, 0.0), length), shot.height_mm, shot.name)
        for shot in frames.shots(structure, slab.edge)
        for station, off in [path.nearest(shot.place)]
        if off <= ON_STRING_MM
    ]
    return sorted(found)


def _between_edges(frames: Frames, structure: str, outline: Mapping[str, Point], slab: SlabPlan) -> EdgedFinish:
    """Existing edges as shot; others straight between their ends, at the slab's height where nothing is there."""
    names, corners = list(outline), list(outline.values())
    sides = [(corners[i], corners[(i + 1) % EDGES]) for i in range(EDGES)]
    there: dict[int, HeightsAlong] = {}
    for i in range(EDGES):
        shots = edge_shots(frames, structure, slab, sides[i])
        if line_between(names[i], names[(i + 1) % EDGES]) in slab.existing and shots:
            there[i] = HeightsAlong(tuple({along: mm for along, mm, _ in shots}.items()))

    def corner_mm(i: int) -> float:
        before = (i - 1) % EDGES
        if i in there:
            return there[i].at(0.0)
        return there[before].at(sides[before][0].distance_to(sides[before][1])) if before in there else slab.height.mm

    edges = [
        there.get(i) or HeightsAlong(((0.0, corner_mm(i)), (one.distance_to(other), corner_mm((i + 1) % EDGES))))
        for i, (one, other) in enumerate(sides)
    ]
    a, b, c, d = corners
    return EdgedFinish((a, b, c, d), (edges[0], edges[1], edges[2], edges[3]))


def line_between(one: str, other: str) -> str:
    """The name of the side between two corners."""
    return one + other if len(one) == len(other) == 1 else f"{one}-{other}"


def edge(book: Book, name: str, at: Point, height_mm: float) -> r.EdgeResult:
    """A height at a place, and the target reading there."""
    return r.EdgeResult(
        name=name,
        place=place(at),
        height_mm=tidy(height_mm),
        text=text_of(height_mm, book.units),
        reading_text=target_text(book, target_reading_of(book, height_mm, at)),
    )


def fall_words(fall: Fall | None, finish: Finish | Plane, units: Units) -> str | None:
    """How a surface falls, in words."""
    if fall is None or isinstance(finish, EdgedFinish):
        return None
    if isinstance(finish, DrainFinish):
        drain = print_difference(finish.drain_mm, units)
        return f"{slope_text(fall.share, units)} to the drain, whose rim is at {drain}"
    return f"{slope_text(fall.share, units)} away from {fall.away_from}"
