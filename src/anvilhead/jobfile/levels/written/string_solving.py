"""Strings that carry heights written down, station by station."""

from anvilhead.core.boards.graded_string import Grade
from anvilhead.core.levels.height_target import TOLERANCES_MM, standing
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.messages import decided_words as say
from anvilhead.core.messages.level_words import slope_text, standing_words
from anvilhead.core.units.length_printing import print_difference
from anvilhead.core.units.tolerances import COINCIDENT_MM, NOTHING_MM
from anvilhead.jobfile.levels import string_results as r
from anvilhead.jobfile.levels.strings import StringPlan
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.hanging import ON_STRING_MM, Strung
from anvilhead.jobfile.levels.written.height_solving import target_reading_of, target_text
from anvilhead.jobfile.levels.written.said import kind_named
from anvilhead.jobfile.written.writing import place, text_of, tidy


def solve_strings(frames: Frames) -> list[r.StringResult]:
    """Every string that carries heights and whose points have a place."""
    book = frames.book
    return [_string(frames, plan, book.strings[plan.name]) for plan in book.levels.strings if plan.name in book.strings]


def _string(frames: Frames, plan: StringPlan, strung: Strung) -> r.StringResult:
    book, units, string = frames.book, frames.book.units, strung.string
    stations = [_station(frames, plan, strung, at, name) for at, name in _stations(book, plan, strung)]
    through = [one for one in stations if one.reveal_mm is not None and one.reveal_mm < -NOTHING_MM]
    return r.StringResult(
        name=plan.name,
        structure=strung.points.frame,
        thing=plan.thing,
        length_mm=tidy(string.path.length_mm),
        length_text=text_of(string.path.length_mm, units),
        places=[place(at) for at in string.path.points],
        stations=stations,
        grades=[_grade(book, one) for one in string.grades],
        text=say.string_text(
            [(one.name or one.along_text, -(one.reveal_mm or 0.0)) for one in through],
            min((one.reveal_mm for one in stations if one.reveal_mm is not None), default=None),
            units,
        ),
    )


def _stations(book: Book, plan: StringPlan, strung: Strung) -> list[tuple[float, str | None]]:
    """Its nails, every point under it, and every so much of it; each station once, named where a point lies there."""
    string = strung.string
    named = {
        round(station / COINCIDENT_MM): name
        for name, at in reversed(list(strung.points.places.items()))
        for station, off in [string.path.nearest(at)]
        if off <= COINCIDENT_MM or (off <= ON_STRING_MM and Spot(name) in book.book.found)
    }
    every = [] if plan.every is None else _every(plan.every.mm, string.path.length_mm)
    nails = [station for station, _ in string.heights.known]
    stations = {round(station / COINCIDENT_MM) for station in (*nails, *every)} | named.keys()
    return [(key * COINCIDENT_MM, named.get(key)) for key in sorted(stations)]


MOST_STATIONS = 1000
"""More numbers along one string nobody marks."""


def _every(step_mm: float, length_mm: float) -> list[float]:
    return [i * step_mm for i in range(min(int(length_mm / step_mm + NOTHING_MM), MOST_STATIONS) + 1)]


def _station(
    frames: Frames, plan: StringPlan, strung: Strung, station_mm: float, name: str | None
) -> r.StringStationResult:
    book, units, string = frames.book, frames.book.units, strung.string
    at, height = string.path.at(station_mm), string.height_mm(station_mm)
    ground = book.book.height_of(Spot(name)) if name else None
    if ground is None and (mesh := frames.mesh(strung.points.frame)) is not None:
        ground = mesh.height_at(at)
    reveal = None if ground is None else height - ground
    reading = target_reading_of(book, height, name or at)
    found = book.book.height_of(Spot(name, plan.thing)) if name and plan.thing else None
    stands = (
        None if found is None or plan.thing is None else standing(found, height, TOLERANCES_MM[kind_named(plan.thing)])
    )
    return r.StringStationResult(
        name=name,
        is_nail=any(abs(station_mm - nail) <= COINCIDENT_MM for nail, _ in string.heights.known),
        along_mm=tidy(station_mm),
        along_text=text_of(station_mm, units),
        place=place(at),
        height_mm=tidy(height),
        height_text=text_of(height, units),
        ground_mm=None if ground is None else tidy(ground),
        reveal_mm=None if reveal is None else tidy(reveal),
        reveal_text=None if reveal is None else print_difference(reveal, units),
        reading_mm=None if reading is None else tidy(reading),
        reading_text=target_text(book, reading),
        found_mm=None if found is None else tidy(found),
        off_mm=None if found is None else tidy(found - height),
        text=standing_words(stands, units) if stands else "",
    )


def _grade(book: Book, one: Grade) -> r.GradeResult:
    start, end = (text_of(mm, book.units) for mm in (one.start_mm, one.end_mm))
    if abs(one.fall) < NOTHING_MM:
        said = "level"
    else:
        said = f"{'falling' if one.fall > 0 else 'rising'} {slope_text(abs(one.fall), book.units)}"
    return r.GradeResult(
        start_mm=tidy(one.start_mm),
        end_mm=tidy(one.end_mm),
        fall_share=round(one.fall, 9),
        text=f"{start} to {end}: {said}",
    )
