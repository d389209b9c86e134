"""Sides of a slab along which there is concrete already, written down: falls from them, and what does not fit."""

from collections.abc import Mapping, Sequence

from anvilhead.core.geometry.along import HeightsAlong
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.ground.finish import EdgedFinish, FallFrom, Finish, falls_from
from anvilhead.core.messages.edge_words import edge_fall_words, edges_apart, fall_text
from anvilhead.core.units.tolerances import FLOAT_SLACK
from anvilhead.core.units.units import SIXTEENTH_MM
from anvilhead.jobfile.levels import built_results as r
from anvilhead.jobfile.levels.parts import SlabPlan
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.surfaces import EDGES, edge_shots, line_between
from anvilhead.jobfile.written.writing import text_of, tidy


def existing_sides(
    frames: Frames, structure: str, outline: Mapping[str, Point], slab: SlabPlan, finish: Finish
) -> list[r.ExistingResult]:
    """How the slab falls from every side that is there, at each shot on it and at its ends."""
    if not isinstance(finish, EdgedFinish):
        return []
    names, corners = [*outline, *outline], [*outline.values(), *outline.values()]
    way = 1.0 if area_of(list(outline.values())) > 0 else -1.0
    found = []
    for i in range(EDGES):
        side, start, end = line_between(names[i], names[i + 1]), corners[i], corners[i + 1]
        if side not in slab.existing:
            continue
        inward = (end - start).unit().left() * way
        reach = min((corner - start).dot(inward) for corner in (corners[i + 2], corners[i + 3]))
        shot = {along: name for along, _, name in edge_shots(frames, structure, slab, (start, end))}
        falls = falls_from(finish, (start, end), inward, reach, sorted({0.0, *shot, start.distance_to(end)}))
        found.append(
            r.ExistingResult(side=side, falls=[_fall(frames, structure, finish.edges[i], one, shot) for one in falls])
        )
    return found


def _fall(
    frames: Frames, structure: str, heights: HeightsAlong, one: FallFrom, shot: Mapping[float, str]
) -> r.EdgeFallResult:
    units, name = frames.book.units, shot.get(one.along_mm)
    height = heights.at(one.along_mm)
    return r.EdgeFallResult(
        at=name and (frames.points(structure).own_name(structure, name) or name),
        along_mm=tidy(one.along_mm),
        height_mm=tidy(height),
        height_text=text_of(height, units),
        fall_share=round(one.fall, 9),
        fall_text=fall_text(one.fall, units),
        back=one.least < -FLOAT_SLACK,
    )


def edge_troubles(
    book: Book, outline: Mapping[str, Point], slab: SlabPlan, finish: Finish, existing: Sequence[r.ExistingResult]
) -> list[str]:
    """Edges that do not meet, and water that would run back to a side, or away from it too slowly."""
    if not isinstance(finish, EdgedFinish):
        return []
    names, there = list(outline), {one.side for one in existing}
    told = []
    for i in range(EDGES):
        both = {line_between(names[i - 1], names[i]), line_between(names[i], names[(i + 1) % EDGES])}
        if both <= there and abs(finish.gap_mm(i)) > SIXTEENTH_MM:
            told.append(edges_apart(names[i], abs(finish.gap_mm(i)), book.units))
    for one in existing:
        is_dry = slab.fall is not None and slab.fall.away_from == one.side
        wanted = slab.fall.share if slab.fall and is_dry else None
        falls = [(fall.along_mm, fall.fall_share, fall.back) for fall in one.falls]
        told += edge_fall_words(one.side, falls, wanted, book.units)
    return told
