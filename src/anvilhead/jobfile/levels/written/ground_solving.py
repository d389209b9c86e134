"""The ground written down: high, low, mean, contours; cut and fill to pads."""

from collections.abc import Mapping
from itertools import pairwise

from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.contour import contours, usual_step_mm
from anvilhead.core.ground.earthwork import between, earthwork, rough_level
from anvilhead.core.ground.plane import Plane
from anvilhead.core.ground.profile import profile
from anvilhead.core.ground.terrain import Terrain
from anvilhead.core.messages import level_words as words
from anvilhead.core.messages.decided_words import bank_text
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels import built_results as r
from anvilhead.jobfile.levels.parts import PadPlan
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.surfaces import edge, fall_words, line_between, outline_of, plane_of
from anvilhead.jobfile.written.writing import place, text_of, tidy

MOST_LINES = 200
"""More contours than this are a slip of the keys."""

LEAST_COVERED = 0.98
"""Less of a pad between shots is told: volumes then speak for a part of it."""


def solve_ground(frames: Frames, frame: str | None) -> r.GroundResult | None:
    """What the ground shots say, drawn in the plan frame of a structure; None without two of them."""
    book, shots = frames.book, frames.shots(frame)
    if len(shots) < 2:
        return None
    high, low = max(shots, key=lambda s: s.height_mm), min(shots, key=lambda s: s.height_mm)
    mean = sum(shot.height_mm for shot in shots) / len(shots)
    step = _step_mm(book, high.height_mm - low.height_mm)
    mesh = frames.mesh(frame)
    fall = high.height_mm - low.height_mm
    return r.GroundResult(
        high=high.name,
        high_mm=tidy(high.height_mm),
        low=low.name,
        low_mm=tidy(low.height_mm),
        mean_mm=tidy(mean),
        mean_text=text_of(mean, book.units),
        fall_mm=tidy(fall),
        fall_text=text_of(fall, book.units),
        step_mm=tidy(step),
        step_text=text_of(step, book.units),
        contours=[
            r.ContourResult(
                height_mm=tidy(line.height_mm),
                text=text_of(line.height_mm, book.units),
                points=[place(point) for point in line.points],
                closed=line.closed,
            )
            for line in (contours(mesh.without_long(book.points.owner), step) if mesh else [])
        ],
        text=f"Highest at {high.name}, {text_of(high.height_mm, book.units)}; lowest at {low.name}, "
        f"{text_of(low.height_mm, book.units)}: a fall of {text_of(fall, book.units)}.",
    )


def _step_mm(book: Book, fall_mm: float) -> float:
    """Step between contours as asked for, unless that is more lines than can be drawn; else a usual one."""
    asked = mm_of(book.levels.contour_step)
    return asked if asked and fall_mm / asked <= MOST_LINES else usual_step_mm(0.0, fall_mm, book.units)


def solve_pads(frames: Frames) -> list[r.PadResult]:
    """Cut and fill of every pad."""
    return [_pad(frames, pad, pad.structure or frames.book.points.on or "") for pad in frames.book.levels.pads]


def _pad(frames: Frames, pad: PadPlan, structure: str) -> r.PadResult:
    book, planned = frames.book, frames.site.planned[structure]
    outline = outline_of(planned, pad)
    corners = list(outline.values())
    surface = plane_of(planned, corners, pad.height.mm, pad.fall)
    mesh = frames.mesh(structure)
    head = r.PadResult(
        name=pad.name,
        structure=structure,
        outline=[place(point) for point in corners],
        edges=[edge(book, name, point, surface.height_at(point)) for name, point in outline.items()],
        fall_text=fall_words(pad.fall, surface, book.units),
        cut_mm3=None,
        fill_mm3=None,
        loose_mm3=None,
        cut_text=None,
        fill_text=None,
        loose_text=None,
        balance_text=None,
        covered_share=0.0,
        most_cut_mm=None,
        most_fill_mm=None,
        parted=[],
        rough=None,
        banks=_banks(frames, pad, outline, surface, mesh) if mesh else [],
        text="Shoot the ground at three points or more to know cut and fill.",
    )
    return _measured(book, pad, head, mesh, corners, surface) if mesh else head


def _banks(frames: Frames, pad: PadPlan, outline: Mapping[str, Point], surface: Plane, mesh: Terrain) -> list[str]:
    """Where the ground along the edge of a pad stands above it, side by side; what a rake takes away is no bank."""
    told = []
    corners = list(outline.items())
    for (name, start), (other, end) in pairwise([*corners, corners[0]]):
        found = profile(mesh, start, end, surface.height_at(start), surface.height_at(end))
        if found is not None and any(hump.most_mm > pad.rough.mm for hump in found.humps):
            told.append(bank_text(line_between(name, other), name, found, frames.book.units))
    return told


def _measured(
    book: Book, pad: PadPlan, head: r.PadResult, mesh: Terrain, outline: list[Point], surface: Plane
) -> r.PadResult:
    work = earthwork(mesh, outline, surface)
    covered = work.covered_mm2 / work.outline_mm2
    if covered <= 0:
        return head.model_copy(update={"text": "None of its ground lies between the shots yet. Shoot around it."})
    rough = rough_level(work, pad.rough.mm)
    text = words.rough_words(rough, work, book.units)
    if covered < LEAST_COVERED:
        text += f" Only {covered:.0%} of it lies between shots: volumes are for that part."
    return head.model_copy(
        update={
            "cut_mm3": tidy(work.cut_mm3),
            "fill_mm3": tidy(work.fill_mm3),
            "loose_mm3": tidy(work.loose_mm3(pad.swell)),
            "cut_text": words.volume_text(work.cut_mm3, book.units),
            "fill_text": words.volume_text(work.fill_mm3, book.units),
            "loose_text": words.volume_text(work.loose_mm3(pad.swell), book.units) if pad.swell else None,
            "balance_text": words.balance_words(work, book.units),
            "covered_share": round(covered, 6),
            "most_cut_mm": tidy(work.most_cut_mm),
            "most_fill_mm": tidy(work.most_fill_mm),
            # where cut turns to fill: the line on which the ground is at the pad
            "parted": [
                [place(point) for point in line.points]
                for line in contours(between(mesh, surface.height_at), ONE_CONTOUR_MM)
            ],
            "rough": rough,
            "text": text,
        }
    )


ONE_CONTOUR_MM = 1e9
"""A contour step so large that only the line at nothing is drawn."""
