"""Cuts through the ground written down: boards, strings, ground and layers, in height."""

from anvilhead.core.boards.board_height import heights_of
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import reaches
from anvilhead.core.ground.section_line import exaggeration, section
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.messages.spoken import spoken
from anvilhead.jobfile.levels import built_results as r
from anvilhead.jobfile.levels.parts import SectionPlan
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.hanging import ON_STRING_MM
from anvilhead.jobfile.levels.written.surfaces import finish_of, outline_of, plane_of
from anvilhead.jobfile.working.board_ground import ground_of, height_rule_of
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import place, text_of, tidy

BEYOND_MM = 600.0
"""How far a section along a line runs on beyond its boards."""
SAMPLES = 24
"""Places at which a layer is drawn along a section."""


def solve_sections(frames: Frames) -> list[r.SectionResult]:
    """Every section that is asked for."""
    book = frames.book
    return [
        _section(frames, plan, structure, ends)
        for plan in book.levels.sections
        for structure in [plan.structure or book.points.on or ""]
        for ends in [_ends(frames, plan, structure)]
        if ends
    ]


def _section(frames: Frames, plan: SectionPlan, structure: str, ends: tuple[Point, Point]) -> r.SectionResult:
    book, planned = frames.book, frames.site.planned[structure]
    start, end = ends
    mesh = frames.mesh(structure)
    ground = section(mesh, start, end) if mesh else []
    lines = [
        *_strings(book, planned, start, end, plan.line),
        *_layers(frames, structure, start, end),
        *_set(frames, structure, start, end),
    ]
    length = start.distance_to(end)
    heights = [one.ground_mm for stretch in ground for one in stretch]
    heights += [one.height_mm for line in lines for one in line.points]
    low, high = min(heights, default=0.0), max(heights, default=0.0)
    return r.SectionResult(
        name=plan.name,
        length_mm=tidy(length),
        length_text=text_of(length, book.units),
        start=place(start),
        end=place(end),
        exaggeration=exaggeration(length, low, high),
        low_mm=tidy(low),
        high_mm=tidy(high),
        ground=[
            [r.StationResult(along_mm=tidy(one.along_mm), height_mm=tidy(one.ground_mm)) for one in stretch]
            for stretch in ground
        ],
        lines=lines,
    )


def _ends(frames: Frames, plan: SectionPlan, structure: str) -> tuple[Point, Point] | None:
    """From beyond one board to beyond the other along a line; else as said.  None when a point is in no place here."""
    planned = frames.site.planned[structure]
    if plan.start and plan.end:
        return Point(plan.start[0].mm, plan.start[1].mm), Point(plan.end[0].mm, plan.end[1].mm)
    if plan.between:
        start, end = (frames.points(structure).places.get(name) for name in plan.between)
        return (start, end) if start and end else None
    side = planned.footprint.sides_by_name[plan.line or ""]
    out = [board.nail for board in planned.boards if board.line == side.name] or [side.start_point, side.end_point]
    alongs = [(point - side.start_point).dot(side.direction) for point in out]
    return (
        side.start_point + side.direction * (min(0.0, *alongs) - BEYOND_MM),
        side.start_point + side.direction * (max(side.length_mm, *alongs) + BEYOND_MM),
    )


def _strings(book: Book, planned: Planned, start: Point, end: Point, line: str | None) -> list[r.SectionLine]:
    """The string along a section from board to board, and the boards; strings that cross it as they pass."""
    ground = ground_of(planned)
    if ground is None or not planned.boards:
        return []
    rows = {row.board: row for row in heights_of(planned.boards, ground, height_rule_of(planned.plan)).boards}
    way = (end - start).unit()
    out = []
    for side in planned.footprint.sides:
        boards = [board for board in planned.boards if board.line == side.name]
        if not boards:
            continue  # concrete is there already
        string = rows[boards[0].name].string_mm
        text = text_of(string, book.units)
        if side.name == line:
            along = sorted((board.nail - start).dot(way) for board in boards)
            out.append(_line("string", side.name, [(at, string) for at in along], text))
            for board in boards:
                at = (board.nail - start).dot(way)
                foot = rows[board.name].ground_mm
                out.append(_line("board", board.name, [(at, foot), (at, string)], text))
        elif (crossed := _crossing(start, end, boards[0].nail, boards[-1].nail)) is not None:
            out.append(_line("string", side.name, [(crossed, string)], text))
    return out


def _crossing(start: Point, end: Point, one: Point, other: Point) -> float | None:
    """How far along a section a string crosses it; None when it does not."""
    found = reaches(start, end - start, one, other - one)
    if found is None or not all(0 <= share <= 1 for share in found):
        return None
    return found[0] * start.distance_to(end)


def _layers(frames: Frames, structure: str, start: Point, end: Point) -> list[r.SectionLine]:
    """Finishes, bases and pads where the section passes over them."""
    out, book, planned = [], frames.book, frames.site.planned[structure]
    on = book.points.on
    for slab in book.levels.slabs:
        if (slab.structure or on) == structure:
            outline = outline_of(planned, slab)
            finish, over = finish_of(frames, structure, outline, slab), _over(list(outline.values()), start, end)
            top = [(at, finish.height_at(point)) for at, point in over]
            out.append(_line("finish", slab.name, top, text_of(slab.thickness.mm, book.units)))
            under = [(at, height - slab.thickness.mm) for at, height in top]
            out.append(_line("base", f"{slab.name} {slab.base}", under, ""))
            out += _as_found(frames, structure, slab.base, start, end)
    for pad in book.levels.pads:
        if (pad.structure or on) == structure:
            corners = list(outline_of(planned, pad).values())
            surface = plane_of(planned, corners, pad.height.mm, pad.fall)
            line = [(at, surface.height_at(point)) for at, point in _over(corners, start, end)]
            out.append(_line("pad", pad.name, line, text_of(pad.height.mm, book.units)))
    return [line for line in out if line.points]


def _as_found(frames: Frames, structure: str, thing: str, start: Point, end: Point) -> list[r.SectionLine]:
    """What was laid, between the shots on it."""
    mesh = frames.mesh(structure, thing)
    stretches = section(mesh, start, end) if mesh else []
    return [
        _line("found", f"{thing} as found", [(one.along_mm, one.ground_mm) for one in stretch], "")
        for stretch in stretches
    ]


def _set(frames: Frames, structure: str, start: Point, end: Point) -> list[r.SectionLine]:
    """Things that belong at points of the section: where they are planned, and where they were found."""
    book, points, way = frames.book, frames.points(structure), (end - start).unit()
    out = []
    for target in book.levels.targets:
        planned: list[tuple[float, float]] = []
        for at in target.at or book.points.corners:
            place_of = points.places.get(at)
            if place_of is None or abs(way.cross(place_of - start)) > ON_STRING_MM:
                continue
            along = way.dot(place_of - start)
            if not 0.0 <= along <= start.distance_to(end):
                continue
            planned.append((along, target.height.mm))
            spot = Spot(at, target.name)
            if spot in book.book.found:
                height = book.book.found[spot].height_mm
                out.append(_line("set", f"{target.name}, {spoken(at)}", [(along, height)], text_of(height, book.units)))
        if planned:
            out.append(_line("target", target.name, sorted(planned), text_of(target.height.mm, book.units)))
    return out


def _over(corners: list[Point], start: Point, end: Point) -> list[tuple[float, Point]]:
    """Places along a section from where it first meets an outline to where it last leaves it."""
    edges = zip(corners, [*corners[1:], corners[0]], strict=True)
    met = [at for one, other in edges if (at := _crossing(start, end, one, other)) is not None]
    if len(met) < 2 or max(met) - min(met) < 1.0:
        return []
    way, first, last = (end - start).unit(), min(met), max(met)
    alongs = [first + (last - first) * n / SAMPLES for n in range(SAMPLES + 1)]
    return [(along, start + way * along) for along in alongs]


def _line(kind: str, name: str, points: list[tuple[float, float]], text: str) -> r.SectionLine:
    stations = [r.StationResult(along_mm=tidy(at), height_mm=tidy(height)) for at, height in points]
    return r.SectionLine(kind=kind, name=name, points=stations, text=text)
