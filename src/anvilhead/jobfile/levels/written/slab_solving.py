"""Slabs written down: heights of forms and rails, thickness over the base, concrete and base volumes."""

from collections.abc import Mapping

from anvilhead.core.geometry.footprint import line_name
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.ground.contour import bands, usual_step_mm
from anvilhead.core.ground.earthwork import earthwork
from anvilhead.core.ground.finish import DrainFinish, Finish
from anvilhead.core.ground.plane import Plane
from anvilhead.core.ground.slab import SlabThickness, slab_thickness
from anvilhead.core.ground.terrain import Terrain
from anvilhead.core.messages import level_words as words
from anvilhead.core.messages.edge_words import bank_words
from anvilhead.core.units.units import SIXTEENTH_MM
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels import built_results as r
from anvilhead.jobfile.levels.parts import RailPlan, SlabPlan
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.edge_solving import edge_troubles, existing_sides
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.surfaces import edge, fall_words, finish_of, outline_of
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.pour_solving import order_of
from anvilhead.jobfile.written.writing import place, text_of, tidy


def solve_slabs(frames: Frames) -> list[r.SlabResult]:
    """Every slab."""
    return [_slab(frames, slab, slab.structure or frames.book.points.on or "") for slab in frames.book.levels.slabs]


def _slab(frames: Frames, slab: SlabPlan, structure: str) -> r.SlabResult:
    book, planned = frames.book, frames.site.planned[structure]
    outline = outline_of(planned, slab)
    corners = list(outline.values())
    finish = finish_of(frames, structure, outline, slab)
    existing = existing_sides(frames, structure, outline, slab, finish)
    points, base = frames.points(structure), frames.shots(structure, slab.base)
    least = mm_of(slab.least) or slab.thickness.mm
    measured = slab_thickness(base, frames.mesh(structure, slab.base), finish, corners, least) if base else None
    planned_mm3 = slab.thickness.mm * abs(area_of(corners))
    concrete = (measured.volume_mm3 if measured else planned_mm3) * (1 + slab.waste)
    under = _base_mm3(frames.mesh(structure, slab.subgrade), slab, corners, finish)
    return r.SlabResult(
        name=slab.name,
        structure=structure,
        outline=[place(point) for point in corners],
        edges=[edge(book, name, point, finish.height_at(point)) for name, point in outline.items()],
        rails=_rails(book, slab, planned, finish),
        existing=existing,
        pegs=_pegs(frames, structure, slab, finish),
        troubles=[
            *edge_troubles(book, outline, slab, finish, existing),
            *_banks(frames, structure, outline, finish, {one.side for one in existing}),
        ],
        fall_text=fall_words(slab.fall, finish, book.units),
        spots=_spots(book, measured) if measured else [],
        drain=place(finish.drain) if isinstance(finish, DrainFinish) else None,
        least_mm=measured and tidy(measured.least_mm),
        least_at=measured and place(measured.least_at),
        mean_mm=measured and tidy(measured.mean_mm),
        least_text=measured and text_of(measured.least_mm, book.units),
        mean_text=measured and text_of(measured.mean_mm, book.units),
        thin_pieces=[[place(point) for point in piece] for piece in measured.thin_pieces] if measured else [],
        bands=_bands(frames, structure, slab, finish, corners, measured) if measured else [],
        covered_share=round(measured.covered_mm2 / measured.area_mm2, 6) if measured else 0.0,
        concrete_mm3=tidy(concrete),
        concrete_text=words.volume_text(concrete, book.units),
        order=order_of(planned.plan.pour, concrete, 0.0, book.units),
        base_mm3=under and tidy(under),
        base_text=under and words.volume_text(under, book.units),
        text=words.thin_words(
            [points.own_name(structure, at) or at for at in measured.thin], measured.least_mm, least, book.units
        )
        if measured
        else f"Planned thickness; shoot “{slab.base}” at a grid to know the real one.",
    )


def _banks(frames: Frames, structure: str, outline: Mapping[str, Point], finish: Finish, there: set[str]) -> list[str]:
    """Sides beside which the ground stands above the slab's top, and by how much at the most."""
    mesh, names, corners = frames.mesh(structure), list(outline), list(outline.values())
    if mesh is None:
        return []
    way = 1.0 if area_of(corners) > 0 else -1.0
    told = []
    for i, start in enumerate(corners):
        end = corners[(i + 1) % len(corners)]
        line = line_name(names[i], names[(i + 1) % len(names)])
        if line in there:
            continue
        out = (end - start).unit().left() * -way
        over = 0.0
        for share in BANK_SHARES:
            edge = start + (end - start) * share
            ground = mesh.height_at(edge + out * BANK_OUT_MM)
            if ground is not None:
                over = max(over, ground - finish.height_at(edge))
        if over > SIXTEENTH_MM:
            told.append(bank_words(line, over, frames.book.units))
    return told


BANK_OUT_MM = 600.0
"""So far outside a slab the ground is looked at: where a wall or a form has its room."""
BANK_SHARES = (0.0, 0.25, 0.5, 0.75, 1.0)


def _bands(
    frames: Frames, structure: str, slab: SlabPlan, finish: Finish, outline: list[Point], measured: SlabThickness
) -> list[r.BandResult]:
    """How thick it is where, in steps that a drawing carries."""
    mesh, units = frames.mesh(structure, slab.base), frames.book.units
    if mesh is None:
        return []
    step = usual_step_mm(measured.least_mm, measured.most_mm, units)
    return [
        r.BandResult(
            least_mm=tidy(band.least_mm),
            most_mm=tidy(band.most_mm),
            text=f"{text_of(band.least_mm, units)} to {text_of(band.most_mm, units)}",
            rings=[[place(point) for point in ring] for ring in band.rings],
        )
        for band in bands(mesh, outline, finish, step)
    ]


def _spots(book: Book, measured: SlabThickness) -> list[r.ThicknessResult]:
    return [
        r.ThicknessResult(
            at=spot.name,
            place=place(spot.place),
            thick_mm=tidy(spot.thick_mm),
            text=text_of(spot.thick_mm, book.units),
            thin=spot.name in measured.thin,
        )
        for spot in measured.spots
    ]


def _rails(book: Book, slab: SlabPlan, planned: Planned, finish: Finish) -> list[r.EdgeResult]:
    """Tops of screed rails at both ends and, on a top that falls to a drain, in the middle."""
    out = []
    for rail in slab.rails:
        start, end = _ends(rail, planned)
        places = [("start", start), ("end", end)]
        if not isinstance(finish, Plane):
            places.insert(1, ("middle", (start + end) * 0.5))
        out += [
            edge(book, f"{rail.name} {which}", at, finish.height_at(at) - slab.rail_below.mm) for which, at in places
        ]
    return out


def _pegs(frames: Frames, structure: str, slab: SlabPlan, finish: Finish) -> list[r.EdgeResult]:
    """Tops of screed pegs: the finish over their points."""
    places = frames.points(structure).places
    return [
        edge(frames.book, f"peg {name}", places[name], finish.height_at(places[name]) - slab.rail_below.mm)
        for name in slab.pegs
        if name in places
    ]


def _ends(rail: RailPlan, planned: Planned) -> tuple[Point, Point]:
    """As said; beside a line from end to end of the whole footprint along it."""
    if rail.start and rail.end:
        return Point(rail.start[0].mm, rail.start[1].mm), Point(rail.end[0].mm, rail.end[1].mm)
    side = planned.footprint.sides_by_name[rail.beside or ""]
    alongs = [(point - side.start_point).dot(side.direction) for point in planned.footprint.points]
    beside = side.start_point + planned.footprint.inward(side) * rail.at.mm
    return beside + side.direction * min(alongs), beside + side.direction * max(alongs)


def _base_mm3(under: Terrain | None, slab: SlabPlan, outline: list[Point], finish: Finish) -> float | None:
    """Base between its top and the subgrade: as shot under it, else by its planned thickness."""
    if slab.base_thickness is None:
        return None
    area = abs(area_of(outline))
    if under is None or not isinstance(finish, Plane):
        return area * slab.base_thickness.mm
    work = earthwork(under, outline, finish - Plane(slab.thickness.mm))
    if work.covered_mm2 <= 0:
        return area * slab.base_thickness.mm
    return (work.fill_mm3 - work.cut_mm3) / work.covered_mm2 * area
