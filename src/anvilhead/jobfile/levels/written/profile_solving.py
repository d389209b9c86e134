"""Strings and form tops over the ground, line by line, and sills over all of it, written down."""

from collections.abc import Iterator

from anvilhead.core.boards.board_height import heights_of
from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.plane import Plane
from anvilhead.core.ground.profile import profile
from anvilhead.core.ground.slab import slab_thickness
from anvilhead.core.ground.terrain import Terrain
from anvilhead.core.levels.height_target import ThingKind
from anvilhead.core.messages.decided_words import clearance_text, profile_text
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import Units
from anvilhead.jobfile.levels import built_results as r
from anvilhead.jobfile.levels import decided_results as d
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.said import kind_of
from anvilhead.jobfile.working.board_ground import ground_of, height_rule_of
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import place, tidy

STRING = "string"
End = tuple[str, Point, float]
"""Name, place and height of an end."""


def solve_profiles(frames: Frames, only: str | None = None) -> list[r.ProfileResult]:
    """Every string whose height is known, and every line of forms, over ground that was shot.

    Args:
        frames: the book on its site.
        only: the one structure that is looked at, so that a shot in a large job costs no more; None for all.
    """
    out = []
    for structure, planned in frames.site.planned.items():
        if only is not None and structure != only:
            continue
        mesh = frames.mesh(structure)
        if mesh is None:
            continue
        clear = planned.plan.boards.clear.mm
        for line, (one, other) in _strings(planned):
            out += _written(mesh, structure, line, STRING, (one, other), clear, frames.book.units)
        for thing, line, (one, other) in _forms(frames, structure, planned):
            out += _written(mesh, structure, line, thing, (one, other), 0.0, frames.book.units)
    return out


def solve_clearances(frames: Frames) -> list[d.ClearanceResult]:
    """Everything that must stand clear of the ground inside the outline of the structure it belongs to."""
    out, units = [], frames.book.units
    for target in frames.book.levels.targets:
        points = frames.book.points
        structure = (points.owner(target.at[0]) if target.at else points.on) or ""
        if target.clear is None or structure not in frames.site.planned:
            continue
        shots, mesh = frames.shots(structure), frames.mesh(structure)
        outline = frames.site.planned[structure].footprint.points
        if mesh is None:
            continue
        # clear of the ground by so much is as thick as that over it
        over = slab_thickness(shots, mesh, Plane(target.height.mm), outline, target.clear.mm)
        if not over.covered_mm2:
            continue
        seen = min(1.0, over.covered_mm2 / over.area_mm2)
        out.append(
            d.ClearanceResult(
                structure=structure,
                thing=target.name,
                height_mm=tidy(target.height.mm),
                wanted_mm=tidy(target.clear.mm),
                least_mm=tidy(over.least_mm),
                least_at=place(over.least_at),
                low_pieces=[[place(point) for point in piece] for piece in over.thin_pieces],
                seen_share=round(seen, 6),
                works=over.least_mm >= target.clear.mm - NOTHING_MM,
                text=clearance_text(over.least_mm, seen, target.clear.mm, units),
            )
        )
    return out


def _written(
    mesh: Terrain, structure: str, line: str, of: str, ends: tuple[End, End], wanted_mm: float, units: Units
) -> list[r.ProfileResult]:
    (begin, start, start_mm), (_, end, end_mm) = ends
    found = profile(mesh, start, end, start_mm, end_mm)
    if found is None:
        return []
    return [
        r.ProfileResult(
            structure=structure,
            line=line,
            of=of,
            begin=begin,
            least_mm=tidy(found.least_mm),
            least_at_mm=tidy(found.least_at_mm),
            humps=[
                r.HumpResult(start_mm=tidy(hump.start_mm), end_mm=tidy(hump.end_mm), most_mm=tidy(hump.most_mm))
                for hump in found.humps
            ],
            seen_share=round(min(1.0, found.seen_mm / start.distance_to(end)), 6),
            works=found.least_mm >= wanted_mm - NOTHING_MM,
            text=profile_text(found, spoken(begin), wanted_mm, units),
        )
    ]


def _strings(planned: Planned) -> Iterator[tuple[str, tuple[End, End]]]:
    """Each line's string from board to board, where the ground says its height or the plan does."""
    ground = ground_of(planned)
    if ground is None or not planned.boards:
        return
    rows = {row.board: row.string_mm for row in heights_of(planned.boards, ground, height_rule_of(planned.plan)).boards}
    for side in planned.footprint.sides:
        boards = [board for board in planned.boards if board.line == side.name]
        if len(boards) > 1:
            one, other = boards[0], boards[-1]
            yield side.name, ((one.name, one.nail, rows[one.name]), (other.name, other.nail, rows[other.name]))


def _forms(frames: Frames, structure: str, planned: Planned) -> Iterator[tuple[str, str, tuple[End, End]]]:
    """Each side between two corners that form tops belong at."""
    points = frames.points(structure)
    for target in frames.book.levels.targets:
        if kind_of(target) is not ThingKind.FORM_TOPS:
            continue
        at = target.at or [points.name_in(structure, name) for name in points.corners if structure == points.on]
        own = {points.own_name(structure, name) for name in at}
        for side in planned.footprint.sides:
            if {side.start, side.end} <= own:
                mm = target.height.mm
                yield target.name, side.name, ((side.start, side.start_point, mm), (side.end, side.end_point, mm))
