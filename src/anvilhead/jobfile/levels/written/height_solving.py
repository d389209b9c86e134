"""Things to be set to height: target readings, and which way each must go."""

from anvilhead.core.geometry.point import Point
from anvilhead.core.levels.height_target import TOLERANCES_MM, Way, standing, target_reading_mm
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.levels.rod import print_reading, shown_mm
from anvilhead.core.levels.stake_mark import MarkedIn, hundredths_as_eighths, stake_mark
from anvilhead.core.messages.level_words import standing_words
from anvilhead.core.units.length_printing import print_difference
from anvilhead.core.units.tolerances import NOTHING_MM, PRINTS_AS_NOTHING_MM
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels import level_results as r
from anvilhead.jobfile.levels.documents import TargetPlan
from anvilhead.jobfile.levels.level_points import LevelPoints
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.said import kind_of
from anvilhead.jobfile.written.writing import place, text_of, tidy


def solve_targets(book: Book, points: LevelPoints) -> list[r.StandingResult]:
    """Every thing at every point where it belongs."""
    return [_standing(book, points, target, at) for target in book.levels.targets for at in target.at or points.corners]


def _standing(book: Book, points: LevelPoints, target: TargetPlan, at: str) -> r.StandingResult:
    kind = kind_of(target)
    tolerance = mm_of(target.tolerance) or TOLERANCES_MM[kind]
    height, spot = target.height.mm, Spot(at, target.name)
    on_thing = spot in book.book.found or spot in book.book.benchmarks
    found = book.book.height_of(spot) if on_thing else book.book.height_of(Spot(at))
    stands = None if found is None else standing(found, height, tolerance)
    where, reading = points.places.get(at), target_reading_of(book, height, at)
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
        sight_mm=None if book.standing is None else book.sight_mm(book.standing, at),
        found_mm=None if found is None else tidy(found),
        on_thing=on_thing,
        cut_mm=stands and tidy(stands.cut_mm),
        fill_mm=stands and tidy(stands.fill_mm),
        way=stands.way if stands and on_thing else None,
        words=words,
        stake=mark and mark.text,
        thumb=_thumb(mark.amount_mm, book.units) if mark and marked_in is MarkedIn.HUNDREDTHS else None,
    )


def target_reading_of(book: Book, height_mm: float, at: str | Point) -> float | None:
    """What the rod shows at a height, from the setup in hand; None before it is set up.

    An instrument whose readings are corrected shows what it shows: the correction of the sight comes off the target
    again.  A setup that is corrected and a point whose sight nobody knows the length of have no target reading.
    """
    line = None if book.standing is None else book.line_mm(book.standing, at)
    if line is None or book.standing is None:
        return None
    foot = mm_of(book.levels.setups[book.standing].foot)
    reading = target_reading_mm(line, height_mm)
    reading = shown_mm(reading, foot) if foot else reading
    correction = book.correction_of(book.standing)
    if correction is None:
        return reading
    far = book.sight_mm(book.standing, at)
    return None if far is None else reading - correction.correction_mm(far)


def target_text(book: Book, reading_mm: float | None) -> str | None:
    """A target reading as the rod in hand shows it; what no upright rod shows is said, not printed below zero."""
    if reading_mm is None or book.standing is None:
        return None
    text = print_reading(abs(reading_mm), book.rods[book.standing])
    if reading_mm >= 0 or not text.strip("0'\" .m-"):
        return text
    hung = book.setups[book.standing].instrument is LevelInstrument.STRING
    return f"{text} {'up from the string' if hung else 'upside down'}"


def _from_ground(high_mm: float, units: Units) -> str:
    amount = print_difference(abs(high_mm), units)
    if amount in ('0"', "0 mm"):
        return "The ground is at height"
    return f"{amount} {'below' if high_mm > 0 else 'above'} the ground"


def _trouble(book: Book, reading_mm: float | None) -> str | None:
    """Why a target cannot be read from where the instrument stands."""
    if book.standing is None:
        return None
    if reading_mm is None:
        return "Its readings are corrected: say how far the sight to this point is, to know what the rod must read."
    rod = mm_of(book.levels.setups[book.standing].rod_length)
    if reading_mm < -NOTHING_MM:
        if book.setups[book.standing].instrument is LevelInstrument.STRING:
            return "It lies above the string: measure up, not down."
        return "The level line runs below this height: set up higher, or hold the rod upside down."
    if rod is not None and reading_mm > rod:
        return "Longer than the rod: set up lower, or carry the height on over a turning point."
    return None


def _usual_marks(units: Units) -> MarkedIn:
    return MarkedIn.INCHES if units is Units.FT_IN else MarkedIn.METRIC


def _thumb(amount_mm: float, units: Units) -> str | None:
    """What the thumb rule makes of a stake, and how far off that is."""
    rule = hundredths_as_eighths(amount_mm)
    if rule.error_mm < PRINTS_AS_NOTHING_MM:
        return None
    return (
        f"Hundredths as eighths: {text_of(rule.thumb_mm, Units.FT_IN)}, "
        f"{print_difference(rule.error_mm, Units.FT_IN)} too much."
    )
