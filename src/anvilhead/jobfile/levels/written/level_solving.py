"""From a level book to its results."""

from anvilhead.core.boards.string_sag import PULL_N, STRING_N_PER_M
from anvilhead.core.closing.closing import Closing
from anvilhead.core.closing.questioned import Questioned
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.levels.level_instrument import SPANNED
from anvilhead.core.levels.reach import StringHung, reaches, temperature_rise
from anvilhead.core.levels.rod import print_reading
from anvilhead.core.messages import level_words as words
from anvilhead.core.units.length_printing import print_difference
from anvilhead.core.units.units import INCH_MM
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels import level_results as r
from anvilhead.jobfile.levels.documents import Device
from anvilhead.jobfile.levels.level_points import LevelPoints
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.finish_solving import solve_finishes
from anvilhead.jobfile.levels.written.first_board_solving import solve_first_boards
from anvilhead.jobfile.levels.written.footing_solving import solve_footings
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.ground_solving import solve_ground, solve_pads
from anvilhead.jobfile.levels.written.height_solving import solve_targets
from anvilhead.jobfile.levels.written.profile_solving import solve_profiles
from anvilhead.jobfile.levels.written.recheck_solving import setup_name, solve_rechecked
from anvilhead.jobfile.levels.written.run_solving import solve_runs
from anvilhead.jobfile.levels.written.section_solving import solve_sections
from anvilhead.jobfile.levels.written.slab_solving import solve_slabs
from anvilhead.jobfile.levels.written.standing_solving import (
    solve_post_tops,
    solve_posts,
    solve_stepped,
    solve_sticks,
    solve_straight,
)
from anvilhead.jobfile.working.placed import Site
from anvilhead.jobfile.written.writing import place, text_of, tidy

MOST_SUSPECTS = 8
"""Suspects told; a run with more is better levelled again."""

TAKEN_TOLERANCE_MM = INCH_MM / 8
"""What a sag is held against where no target says a tolerance."""


def solve_levels(book: Book, site: Site, frame: str | None = None) -> r.LevelsResult:
    """Everything about heights.

    Args:
        book: worked out.
        site: the job's structures.
        frame: structure whose plan frame places are given in; the book's own when left out.
    """
    frames = Frames(book, site)
    only, frame = frame, frame or book.points.on
    points = frames.points(frame)
    known = dict(book.book.benchmarks) | {spot: found.height_mm for spot, found in book.book.found.items()}
    heights: dict[str, float] = {}
    things: dict[str, dict[str, float]] = {}
    for spot, height in known.items():
        on = things.setdefault(spot.thing, {}) if spot.thing else heights
        on[spot.at] = tidy(height)
    checks = book.closings
    state, headline, advice = _standing(book)
    return r.LevelsResult(
        state=state,
        headline=headline,
        advice=advice,
        setups=[_setup(book, s) for s in range(len(book.setups))],
        heights=heights,
        things=things,
        within={spot.at: tidy(one.within_mm) for spot, one in book.book.found.items() if not spot.thing},
        within_text=_within_text(book),
        points=_points(book, points),
        standing=book.standing,
        standing_text=None if book.standing is None else setup_name(book, book.standing),
        benchmarks=[
            r.BenchmarkResult(name=spot.at, thing=spot.thing or None, height_mm=tidy(mm), text=text_of(mm, book.units))
            for spot, mm in book.book.benchmarks.items()
        ],
        misclosure_mm=tidy(checks[-1].check.misclosure_mm) if checks else None,
        closings=[_closing(book, closing) for closing in checks],
        doubts=[_questioned(book, one) for one in book.questioned],
        rechecked=solve_rechecked(book),
        devices=[_device(book, device) for device in book.levels.devices],
        first_boards=solve_first_boards(book, site),
        targets=solve_targets(book, points),
        ground=solve_ground(frames, frame),
        pads=solve_pads(frames),
        profiles=solve_profiles(frames, only),
        finishes=solve_finishes(frames),
        runs=solve_runs(frames),
        footings=solve_footings(frames),
        slabs=solve_slabs(frames),
        posts=solve_posts(book),
        post_tops=solve_post_tops(book),
        stepped=solve_stepped(book),
        straight=solve_straight(book),
        sections=solve_sections(frames),
        sticks=solve_sticks(book, site),
    )


def _within_text(book: Book) -> str:
    """How sure the heights are, by the least sure of them."""
    if not book.book.found:
        return ""
    spot, found = max(book.book.found.items(), key=lambda one: one[1].within_mm)
    return words.within_words(found.within_mm, str(spot), [str(one) for one in book.book.benchmarks], book.units)


def _standing(book: Book) -> tuple[r.BookState, str, str]:
    """What the book is worth: the first trouble, else its level line and whether its last run is closed."""
    shots = sum(len(setup.shots) for setup in book.setups)
    if not shots:
        first = next(iter(book.book.benchmarks))
        return r.BookState.EMPTY, "Set up, and shoot the benchmark", f"The first shot stands on {first}; it gives HI."
    adrift = [i for i, one in enumerate(book.book.setups) if book.setups[i].shots and one.hi_mm is None]
    if adrift:
        return r.BookState.UNCERTAIN, f"Setup {adrift[0] + 1} has no height", words.ADRIFT
    unclosed = [closing for closing in book.closings if closing.check.decides and not closing.check.fits]
    if unclosed:
        return r.BookState.UNCERTAIN, "The book does not close", _closing_text(book, unclosed[0])
    if book.questioned:
        return r.BookState.UNCERTAIN, *_in_question(book)
    if book.standing is None:
        return r.BookState.OPEN, "Shoot the benchmark first", words.FIRST_SHOT
    line = book.book.setups[book.standing].level_line_mm
    headline = f"Level line at {text_of(line or 0.0, book.units)}"
    closed = [closing for closing in book.closings if closing.check.setup == book.standing]
    if closed:
        return r.BookState.CLOSED, headline, words.closing_words(closed[-1], book.units)
    return r.BookState.OPEN, headline, words.NOT_CLOSED


def _in_question(book: Book) -> tuple[str, str]:
    """How many readings are in question; why the first is, and where the others stand."""
    _, *others = dict.fromkeys(one.place for one in book.questioned)
    why = _questioned(book, book.questioned[0]).text
    if not others:
        return "One reading is in question", why
    named = [_name(book, place) for place in others]
    return f"{len(others) + 1} readings are in question", f"{why} Also in question: {', '.join(named)}."


def _points(book: Book, points: LevelPoints) -> list[r.PointResult]:
    """Every point of the book that has a place, in the order it came in."""
    names = dict.fromkeys(spot.at for spot in (*book.book.benchmarks, *book.book.found))
    unsure = {spot.at for spot in book.book.found if not spot.thing and not book.is_sound(spot)}
    out = []
    for name in names:
        at = points.places.get(name)
        if at is not None:
            height = book.book.height_of(Spot(name))
            text = None if height is None else text_of(height, book.units)
            out.append(
                r.PointResult(
                    name=name,
                    place=place(at),
                    height_mm=None if height is None else tidy(height),
                    height_text=text,
                    within_mm=_within(book, Spot(name)),
                    unsure=name in unsure,
                )
            )
    return out


def _setup(book: Book, index: int) -> r.SetupResult:
    entry, setup, found = book.levels.setups[index], book.setups[index], book.book.setups[index]
    hi, line = found.hi_mm, found.level_line_mm
    return r.SetupResult(
        instrument=setup.instrument,
        device=entry.device,
        hi_mm=None if hi is None else tidy(hi),
        level_line_mm=None if line is None else tidy(line),
        level_line_text=None if line is None else text_of(line, book.units),
        correction_mm=tidy(found.correction_mm),
        correction_text=print_difference(found.correction_mm, book.units),
        start=setup.shots[found.back[1]].spot.at if found.back else None,
        trust=book.trust[index],
        correction_per_mm=None if (truth := book.correction_of(index)) is None else truth.correction_mm(1.0),
        how=words.READ_HOW[setup.instrument],
        rod=book.rods[index],
        reaches=_reaches(book, index),
        shots=[] if hi is None or line is None else _shots(book, index, hi, line),
    )


def _shots(book: Book, index: int, hi_mm: float, line_mm: float) -> list[r.ShotResult]:
    """Shots of a setup: heights as distributed, checks as they came out."""
    setup, rod, found = book.setups[index], book.rods[index], book.book.setups[index]
    out = []
    for n, shot in enumerate(setup.shots):
        role = "start" if (index, n) == found.back else "check" if shot.spot in book.book.benchmarks else "shot"
        height = (hi_mm if role == "check" else line_mm) - shot.used_mm
        within = _within(book, shot.spot)
        out.append(
            r.ShotResult(
                number=book.number_of((index, n)),
                at=shot.spot.at,
                thing=shot.spot.thing or None,
                role=role,
                reading_mm=tidy(shot.used_mm),
                reading_text=print_reading(shot.used_mm, rod),
                height_mm=tidy(height),
                height_text=text_of(height, book.units),
                within_mm=within,
                carries=carried_by(book, (index, n)),
            )
        )
    return out


def _within(book: Book, spot: Spot) -> float | None:
    """± of a height; None on a benchmark, which is held as true."""
    found = book.book.found.get(spot)
    return None if found is None else tidy(found.within_mm)


def carried_by(book: Book, shot: tuple[int, int]) -> str | None:
    """What would go with a reading if it were struck; None when nothing hangs on it."""
    setups = book.hanging.get(shot)
    if not setups:
        return None
    spares = [book.book.setups[setup].spare for setup in setups]
    spare = spares[0] if len(spares) == 1 else None
    point = None if spare is None else str(book.setups[spare[0]].shots[spare[1]].spot)
    return words.hanging_words(setups, point)


def _closing_text(book: Book, closing: Closing) -> str:
    """How a run came back; and after a slip, which of its setups still stand."""
    text = words.closing_words(closing, book.units)
    if closing.check.shared or not closing.check.decides:
        return text
    return f"{text} {words.trust_words(book.trust, closing, book.units)}"


def _reaches(book: Book, index: int) -> list[r.ReachResult]:
    entry, setup = book.levels.setups[index], book.setups[index]
    kind = book.sights.classes[index]
    device = next((one for one in book.levels.devices if one.name == entry.device), None)
    tolerance = min((mm_of(one.tolerance) or TAKEN_TOLERANCE_MM for one in book.levels.targets),
                    default=TAKEN_TOLERANCE_MM)  # fmt: skip
    far = [mm for (s, _), mm in book.sights.distance_mm.items() if s == index]
    found = reaches(setup.instrument, far, kind, tolerance, _string(device) if setup.instrument in SPANNED else None)
    if entry.warmer and entry.leg and (warm := temperature_rise(entry.leg.mm, entry.warmer, kind)):
        found.append(warm)
    return [r.ReachResult(kind=one.kind, text=words.reach_words(one, book.units)) for one in found]


def _string(device: Device | None) -> StringHung | None:
    if device is None or (device.pull is None and device.weight is None):
        return None
    return StringHung(device.pull or PULL_N, device.weight or STRING_N_PER_M)


def _closing(book: Book, closing: Closing) -> r.ClosingCheckResult:
    check = closing.check
    return r.ClosingCheckResult(
        setup=check.setup,
        number=book.number_of((check.setup, check.shot)),
        at=check.spot.at,
        found_mm=tidy(check.found_mm),
        known_mm=tidy(check.known_mm),
        misclosure_mm=tidy(check.misclosure_mm),
        allowed_mm=tidy(check.allowed_mm),
        fits=check.fits,
        decides=check.decides,
        shared=check.shared,
        run=list(check.run),
        text=_closing_text(book, closing),
        suspects=[
            r.LevelSuspectResult(
                setup=one.place[0],
                number=book.number_of(one.place),
                at=book.entry_of(one.place).at,
                slip=one.slip,
                correction_mm=tidy(one.correction_mm),
                should_read_text=should,
                certain=one.certain,
                text=words.suspect_words(one, _name(book, one.place), should),
            )
            for one in closing.suspects[:MOST_SUSPECTS]
            for should in [_should_read(book, one.place, one.correction_mm)]
        ],
    )


def _should_read(book: Book, shot: tuple[int, int], correction_mm: float) -> str:
    return print_reading(book.setups[shot[0]].shots[shot[1]].used_mm + correction_mm, book.rods[shot[0]])


def _name(book: Book, shot: tuple[int, int]) -> str:
    spot = book.setups[shot[0]].shots[shot[1]].spot
    return f"{spot} in setup {shot[0] + 1}" if len(book.setups) > 1 else str(spot)


def _questioned(book: Book, one: Questioned) -> r.QuestionedResult:
    rod = book.rods[one.place[0]]
    should = one.should_read_mm
    return r.QuestionedResult(
        setup=one.place[0],
        number=book.number_of(one.place),
        at=book.entry_of(one.place).at,
        kind=one.kind,
        off_mm=tidy(one.off_mm),
        slip=one.slip,
        should_read_text=None if should is None else print_reading(should, rod),
        text=words.questioned_words(one, _name(book, one.place), rod, book.units),
    )


def _device(book: Book, device: Device) -> r.DeviceResult:
    truths = book.truths.get(device.name, ())
    last = next((check for check in reversed(book.levels.checks) if check.device == device.name), None)
    return r.DeviceResult(
        name=device.name,
        kind=device.kind,
        check=last and last.kind,
        truths=[
            r.TruthResult(
                error_mm=tidy(truth.error_mm),
                over_mm=tidy(truth.over_mm),
                allowed_mm=tidy(truth.allowed_mm),
                is_true=truth.is_true,
                text=words.truth_words(truth, book.units),
            )
            for truth in truths
        ],
        is_true=all(truth.is_true for truth in truths) if truths else None,
        correction=words.correction_words(truths[0], book.units) if len(truths) == 1 else None,
    )
