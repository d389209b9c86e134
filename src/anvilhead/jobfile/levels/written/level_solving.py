"""From a level book to its results."""

from anvilhead.core.levels.level_book import Spot
from anvilhead.core.messages import level_words as words
from anvilhead.jobfile.levels import level_results as r
from anvilhead.jobfile.levels.documents import Device
from anvilhead.jobfile.levels.level_points import LevelPoints
from anvilhead.jobfile.levels.written.accepted_solving import solve_accepted
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.closing_solving import (
    book_standing,
    closing_result,
    questioned_result,
    within_text,
)
from anvilhead.jobfile.levels.written.fence_heights import solve_fences
from anvilhead.jobfile.levels.written.finish_solving import solve_finishes
from anvilhead.jobfile.levels.written.first_board_solving import solve_first_boards
from anvilhead.jobfile.levels.written.footing_solving import solve_footings
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.ground_solving import solve_ground, solve_pads
from anvilhead.jobfile.levels.written.height_solving import solve_targets
from anvilhead.jobfile.levels.written.profile_solving import solve_clearances, solve_profiles
from anvilhead.jobfile.levels.written.recheck_solving import setup_name, solve_rechecked
from anvilhead.jobfile.levels.written.run_solving import solve_runs
from anvilhead.jobfile.levels.written.section_solving import solve_sections
from anvilhead.jobfile.levels.written.setup_solving import setup_result, within_of
from anvilhead.jobfile.levels.written.slab_solving import solve_slabs
from anvilhead.jobfile.levels.written.standing_solving import (
    solve_post_cuts,
    solve_post_tops,
    solve_posts,
    solve_stepped,
    solve_sticks,
    solve_straight,
)
from anvilhead.jobfile.levels.written.string_solving import solve_strings
from anvilhead.jobfile.working.placed import Site
from anvilhead.jobfile.written.writing import place, text_of, tidy


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
    state, headline, advice = book_standing(book)
    return r.LevelsResult(
        state=state,
        headline=headline,
        advice=advice,
        simulated=words.simulated_words(book.simulated),
        setups=[setup_result(book, s) for s in range(len(book.setups))],
        heights=heights,
        things=things,
        within={spot.at: tidy(one.within_mm) for spot, one in book.book.found.items() if not spot.thing},
        within_text=within_text(book),
        points=_points(book, points),
        standing=book.standing,
        standing_text=None if book.standing is None else setup_name(book, book.standing),
        benchmarks=[
            r.BenchmarkResult(name=spot.at, thing=spot.thing or None, height_mm=tidy(mm), text=text_of(mm, book.units))
            for spot, mm in book.book.benchmarks.items()
        ],
        misclosure_mm=tidy(checks[-1].check.misclosure_mm) if checks else None,
        closings=[closing_result(book, closing) for closing in checks],
        doubts=[questioned_result(book, one) for one in book.questioned],
        rechecked=solve_rechecked(book),
        devices=[_device(book, device) for device in book.levels.devices],
        first_boards=solve_first_boards(book, site),
        targets=solve_targets(book, points),
        ground=solve_ground(frames, frame),
        pads=solve_pads(frames),
        profiles=solve_profiles(frames, only),
        clearances=solve_clearances(frames),
        finishes=solve_finishes(frames),
        runs=solve_runs(frames),
        accepted=solve_accepted(book),
        footings=solve_footings(frames),
        strings=solve_strings(frames),
        slabs=solve_slabs(frames),
        posts=solve_posts(book),
        post_tops=solve_post_tops(book),
        post_cuts=solve_post_cuts(book),
        stepped=solve_stepped(book),
        straight=solve_straight(book),
        fences=solve_fences(frames),
        sections=solve_sections(frames),
        sticks=solve_sticks(book, site),
    )


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
                    within_mm=within_of(book, Spot(name)),
                    unsure=name in unsure,
                )
            )
    return out


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
