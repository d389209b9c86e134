"""Runs that fall written down, station by station."""

from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.falling_run import FallingRun, RunStation, fall_there, run_stations
from anvilhead.core.messages import decided_words as say
from anvilhead.core.messages.level_words import slope_text
from anvilhead.core.units.length_printing import print_difference
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.standards import STANDARDS
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels import decided_results as r
from anvilhead.jobfile.levels.decided import RunPlan
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.height_solving import target_reading_of, target_text
from anvilhead.jobfile.written.writing import place, text_of, tidy


def solve_runs(frames: Frames) -> list[r.RunResult]:
    """Every run whose ends have a place."""
    return [
        _run(frames, plan, places[plan.start], places[plan.end])
        for plan in frames.book.levels.runs
        for places in [frames.points(plan.structure or frames.book.points.on).places]
        if plan.start in places and plan.end in places
    ]


def usual_every_mm(units: Units) -> float:
    """From station to station where nobody said."""
    return float(read_length(STANDARDS[units].run_every, units).mm)


def _run(frames: Frames, plan: RunPlan, start: Point, end: Point) -> r.RunResult:
    book, units = frames.book, frames.book.units
    every = mm_of(plan.every) or usual_every_mm(units)
    cover, string = mm_of(plan.cover) or 0.0, mm_of(plan.string)
    run = FallingRun(start, end, plan.start_height.mm, plan.fall.share, cover, every, string, plan.embedment.mm)
    mesh = frames.mesh(plan.structure or book.points.on)
    at_ends = {start: book.heights_on().get(plan.start), end: book.heights_on().get(plan.end)}

    def ground_at(at: Point) -> float | None:
        """As shot at the ends themselves, else between shots."""
        own = at_ends.get(at)
        return own if own is not None else mesh.height_at(at) if mesh else None

    stations = run_stations(run, ground_at)
    there = fall_there(run, ground_at, mm_of(plan.outlet))
    troubles = say.run_troubles(run, stations, there, mm_of(plan.stakes), units)
    return r.RunResult(
        name=plan.name,
        start=place(start),
        end=place(end),
        length_mm=tidy(run.length_mm),
        length_text=text_of(run.length_mm, units),
        fall_share=round(run.fall, 9),
        fall_text=slope_text(run.fall, units),
        ground_share=None if there.ground is None else round(there.ground, 9),
        most_share=None if there.most is None else round(there.most, 9),
        end_mm=tidy(run.invert_mm(run.length_mm)),
        stations=[_station(book, run, one) for one in stations],
        works=not troubles,
        troubles=troubles,
        text=say.run_text(run, stations, there, units),
    )


def _station(book: Book, run: FallingRun, one: RunStation) -> r.RunStationResult:
    at, units = run.at(one.along_mm), book.units
    drop = None if run.string_mm is None else run.string_mm - one.invert_mm
    reading = target_reading_of(book, one.invert_mm, at)

    def written(mm: float | None) -> str | None:
        return None if mm is None else print_difference(mm, units)

    return r.RunStationResult(
        along_mm=tidy(one.along_mm),
        along_text=text_of(one.along_mm, units),
        place=place(at),
        ground_mm=None if one.ground_mm is None else tidy(one.ground_mm),
        ground_text=None if one.ground_mm is None else text_of(one.ground_mm, units),
        invert_mm=tidy(one.invert_mm),
        invert_text=text_of(one.invert_mm, units),
        cut_mm=None if one.cut_mm is None else tidy(one.cut_mm),
        cut_text=written(one.cut_mm),
        short_mm=None if one.short_mm is None else tidy(one.short_mm),
        short_text=written(one.short_mm),
        drop_mm=None if drop is None else tidy(drop),
        drop_text=written(drop),
        reading_mm=None if reading is None else tidy(reading),
        reading_text=target_text(book, reading),
        stake_mm=None if one.stake_mm is None else tidy(one.stake_mm),
        stake_text=None if one.stake_mm is None else text_of(one.stake_mm, units),
    )
