"""Things to be set to height: target readings, and which way each must go."""

from anvilhead.core.length_printing import print_difference
from anvilhead.core.levels.height_target import TOLERANCES_MM, Way, standing, target_reading_mm
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.levels.level_words import standing_words
from anvilhead.core.levels.rod import print_reading
from anvilhead.core.levels.stake_mark import MarkedIn, hundredths_as_eighths, stake_mark
from anvilhead.core.units import Units
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels import level_results as r
from anvilhead.jobfile.levels.book_solving import Book, kind_of
from anvilhead.jobfile.levels.documents import TargetPlan
from anvilhead.jobfile.levels.level_points import LevelPoints
from anvilhead.jobfile.writing import place, text_of, tidy


def solve_targets(book: Book, points: LevelPoints) -> list[r.StandingResult]:
    """Every thing at every point where it belongs."""
    return [_standing(book, points, target, at) for target in book.levels.targets for at in target.at or points.corners]


def _standing(book: Book, points: LevelPoints, target: TargetPlan, at: str) -> r.StandingResult:
    kind = kind_of(target)
    tolerance = mm_of(target.tolerance) or TOLERANCES_MM[kind]
    height, spot = target.height.mm, Spot(at, target.name)
    on_thing = spot in book.book.found
    found = book.book.height_of(spot) if on_thing else book.book.height_of(Spot(at))
    stands = None if found is None else standing(found, height, tolerance)
    where, reading = points.places.get(at), target_reading_of(book, height)
    marked_in = book.levels.marked_in or _usual_marks(book.units)
    settled = on_thing and stands is not None and stands.way is Way.ON
    mark = stake_mark(stands.high_mm, marked_in) if stands and not settled else None
    words = standing_words(stands, book.units) if stands else "Not shot yet"
    if stands and not on_thing:
        words = _from_ground(stands.high_mm, book.units)
    return r.StandingResult(
        name=target.name,
        kind=kind,
        at=at,
        place=where and place(where),
        height_mm=tidy(height),
        text=text_of(height, book.units),
        tolerance_mm=tidy(tolerance),
        tolerance_text=print_difference(tolerance, book.units),
        target_reading_mm=None if reading is None else tidy(reading),
        target_reading_text=target_text(book, reading),
        trouble=_trouble(book, reading),
        found_mm=None if found is None else tidy(found),
        on_thing=on_thing,
        cut_mm=stands and tidy(stands.cut_mm),
        fill_mm=stands and tidy(stands.fill_mm),
        way=stands.way if stands and on_thing else None,
        words=words,
        stake=mark and mark.text,
        thumb=_thumb(mark.amount_mm, book.units) if mark and marked_in is MarkedIn.HUNDREDTHS else None,
    )


def target_reading_of(book: Book, height_mm: float) -> float | None:
    """What the rod reads at a height, with the instrument as it stands now; None before it is set up."""
    line = None if book.standing is None else book.book.setups[book.standing].level_line_mm
    return None if line is None else target_reading_mm(line, height_mm)


def target_text(book: Book, reading_mm: float | None) -> str | None:
    """A target reading as the rod in hand shows it."""
    if reading_mm is None or book.standing is None:
        return None
    return print_reading(reading_mm, book.rods[book.standing])


def _from_ground(high_mm: float, units: Units) -> str:
    amount = print_difference(abs(high_mm), units)
    if amount in ('0"', "0 mm"):
        return "The ground is at height"
    return f"{amount} {'below' if high_mm > 0 else 'above'} the ground"


def _trouble(book: Book, reading_mm: float | None) -> str | None:
    """Why a target cannot be read from where the instrument stands."""
    if reading_mm is None or book.standing is None:
        return None
    rod = mm_of(book.levels.setups[book.standing].rod_length)
    if reading_mm < 0:
        return "The level line runs below this height: set up higher, or hold the rod upside down."
    if rod is not None and reading_mm > rod:
        return "Longer than the rod: set up lower, or carry the height on over a turning point."
    return None


def _usual_marks(units: Units) -> MarkedIn:
    return MarkedIn.INCHES if units is Units.FT_IN else MarkedIn.METRIC


def _thumb(amount_mm: float, units: Units) -> str | None:
    """What the thumb rule makes of a stake, and how far off that is."""
    rule = hundredths_as_eighths(amount_mm)
    if rule.error_mm < 0.05:
        return None
    return (
        f"Hundredths as eighths: {text_of(rule.thumb_mm, Units.FT_IN)}, "
        f"{print_difference(rule.error_mm, Units.FT_IN)} too much."
    )
