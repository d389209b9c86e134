"""What is said of instruments on the shelf: kinds, claims, tests, and what to tell when one is set up."""

from anvilhead.core.levels.level_instrument import LevelClass
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.messages.made.trend_words import SHOWN_OVER_MM
from anvilhead.core.shelf.known_length import KnownLengths
from anvilhead.core.shelf.looked_after import LookedAfter, Standing
from anvilhead.core.shelf.shelf_kind import ShelfKind, ShelfTest
from anvilhead.core.shelf.steel import SteelCorrection
from anvilhead.core.units.length_printing import print_distance, print_length, print_small
from anvilhead.core.units.standards import STEEL_PER_KELVIN
from anvilhead.core.units.tolerances import PRINTS_AS_NOTHING_MM
from anvilhead.core.units.units import F_PER_C, Units

KIND_NAMES = {
    ShelfKind.STEEL_TAPE: "steel tape",
    ShelfKind.LONG_TAPE: "long fibre tape",
    ShelfKind.LASER_METER: "laser meter",
    ShelfKind.STRING_LINE: "string line",
    ShelfKind.FRAMING_SQUARE: "framing square",
    ShelfKind.SQUARE_LASER: "square-throwing laser",
    ShelfKind.LASER: "rotating laser",
    ShelfKind.OPTICAL: "optical level",
    ShelfKind.WATER: "water level",
    ShelfKind.LINE: "line level",
    ShelfKind.SPIRIT: "spirit level",
    ShelfKind.ROD: "rod",
}

TEST_NAMES = {
    ShelfTest.TWO_PEG: "two pegs",
    ShelfTest.FOUR_WAYS: "four ways round",
    ShelfTest.TURN_ROUND: "turned end for end",
    ShelfTest.ENDS_TOGETHER: "both ends together",
    ShelfTest.REVERSAL: "thrown both ways round",
    ShelfTest.KNOWN_LENGTH: "held to known lengths",
}


def level_claim_text(grade: LevelClass, units: Units) -> str:
    """How good an instrument for heights is taken to be."""
    far = SHOWN_OVER_MM[units]
    grows = f", {_small(grade.per_mm * far, units)} more over {print_distance(far, units)}" if grade.per_mm else ""
    return f"±{_small(grade.reading_mm, units)} a reading{grows}; reaches {print_distance(grade.reach_mm, units)}."


def length_claim_text(grade: TapeClass, units: Units) -> str:
    """How good a tape is taken to be."""
    far = SHOWN_OVER_MM[units]
    grows = f", {_small(grade.per_length * far, units)} more over {print_distance(far, units)}"
    return f"±{_small(grade.constant_mm, units)} a reading{grows if grade.per_length else ''}."


def angle_claim_text(claim_rad: float, units: Units) -> str:
    """How good a right angle is taken to be."""
    far = SHOWN_OVER_MM[units]
    return f"±{_small(claim_rad * far, units)} over {print_distance(far, units)}."


def standing_text(name: str, stands: LookedAfter) -> str:
    """How an instrument stands, and what to do about it."""
    ago = "today" if not stands.days else "yesterday" if stands.days == 1 else f"{stands.days} days ago"
    if stands.standing is Standing.UNTESTED:
        return f"{name} was never tested. Test it before work rests on it."
    if stands.standing is Standing.KNOCKED:
        return f"{name} was knocked since its last test. Test it before anything rests on it."
    if stands.standing is Standing.FAILED:
        return f"{name} was tested {ago} and is not true. Correct by that test, or take another."
    if stands.standing is Standing.OVERDUE:
        late = -(stands.left or 0)
        return f"{name} was last tested {ago}: its next test is {late} {'day' if late == 1 else 'days'} late. Test it."
    if stands.standing is Standing.UNWATCHED:
        return f"Tested {ago}." if stands.days is not None else "No test is asked of it."
    when = "" if stands.left is None else f"; next {_in_days(stands.left)}"
    return f"Tested {ago} and true{when}."


def _in_days(days: int) -> str:
    return "today" if days == 0 else "tomorrow" if days == 1 else f"in {days} days"


def known_lengths_text(found: KnownLengths, units: Units) -> str:
    """What readings on known lengths say of a tape or a rod, and what to do."""
    worst = found.worst
    at, allowed = print_length(worst.known_mm, units).text, _small(found.allowed_mm(worst.known_mm), units)
    off = _way(worst.error_mm, units)
    said = f"{'True' if found.is_true else 'Not true'}: it reads {off} on {at}, where {allowed} is allowable."
    if found.zero is None or found.scale is None:
        return f"{said} Hold it to a much longer or shorter length too, to tell a bent hook from a stretched tape."
    parts = []
    if found.zero.is_told:
        parts.append(f"{_way(found.zero.more, units)} on every reading, as a bent hook or a worn foot does")
    if found.scale.is_told:
        far = SHOWN_OVER_MM[units]
        every = f"{_way(found.scale.more * far, units)} for every {print_distance(far, units)}"
        parts.append(f"{every}, as {_warmth(found.scale.more, units)}")
    told = f"It reads {'; and '.join(parts)}." if parts else "Neither its zero nor its scale is shown to be off."
    return f"{said} {told}"


def _warmth(scale: float, units: Units) -> str:
    """What a scale would be in degrees, of steel; only a tape that grew can be stretched."""
    kelvin = abs(scale) / STEEL_PER_KELVIN
    degrees = f"{kelvin * F_PER_C:.0f} °F" if units is Units.FT_IN else f"{kelvin:.0f} °C"
    if scale > 0:
        return f"steel does that is {degrees} colder than it was made for"
    return f"steel does that is {degrees} warmer than it was made for, or a stretched one"


def known_lengths_correction(found: KnownLengths, units: Units) -> str | None:
    """What to add to a reading by that; None when nothing is told."""
    zero, scale, far = found.zero, found.scale, SHOWN_OVER_MM[units]
    parts = []
    if zero is not None and zero.is_told:
        parts.append(f"{_add(zero.more, units)} every reading")
    if scale is not None and scale.is_told:
        parts.append(f"{_add(scale.more * far, units)} a reading of {print_distance(far, units)}, less in proportion")
    return f"{'; '.join(parts)}." if parts else None


def steel_text(found: SteelCorrection, length_mm: float, units: Units) -> str:
    """What to add to a steel tape's reading, and what of it comes from where."""
    whole = found.total_mm
    parts = [(found.heat_mm, "for heat"), (found.pull_mm, "for the pull"), (found.sag_mm, "for sag")]
    told = [
        f"{'+' if mm > 0 else '−'}{_small(abs(mm), units)} {why}" for mm, why in parts if abs(mm) > PRINTS_AS_NOTHING_MM
    ]
    at = print_length(length_mm, units).text
    if abs(whole) <= PRINTS_AS_NOTHING_MM:
        return f"Nothing to correct on {at}."
    true = print_length(length_mm + whole, units).text
    return f"{at} on the tape is {true}: {_add(-whole, units).lower()} it ({', '.join(told)})."


def _add(more_mm: float, units: Units) -> str:
    """What is done about so much too much."""
    amount = _small(abs(more_mm), units)
    return f"Take {amount} off" if more_mm > 0 else f"Add {amount} to"


def _way(more_mm: float, units: Units) -> str:
    if abs(more_mm) <= PRINTS_AS_NOTHING_MM:
        return "right"
    return f"{_small(abs(more_mm), units)} too {'much' if more_mm > 0 else 'little'}"


def _small(mm: float, units: Units) -> str:
    return print_small(mm, units) or "0"
