"""What the judgement says, in the words of the trade and the units of the job."""

import math
from collections.abc import Sequence

from anvilhead.core.adjust.hold import HoldKind
from anvilhead.core.check.explanations import LEAST_IN_COMMON
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.check.slips import Suspect
from anvilhead.core.check.squaring import SquareCheck, Verdict
from anvilhead.core.check.traps import Trap, TrapKind
from anvilhead.core.check.what_next import NextPull, PullReason
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.measure.call_sheet import Call, CallKind
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.slope import forgiven_fall_mm, hump_mm
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.messages.spoken import says_boards
from anvilhead.core.moves.moves import Hands, Move
from anvilhead.core.units.length_printing import print_difference, print_length, print_small, print_within
from anvilhead.core.units.tolerances import NOTHING_MM, SMALLEST_MOVE_MM
from anvilhead.core.units.units import SIXTEENTH_MM, Units

_NUMBERS = (
    "no",
    "one",
    "two",
    "three",
    "four",
    "five",
    "six",
    "seven",
    "eight",
    "nine",
    "ten",
    "eleven",
    "twelve",
)
SLIP_TEXT = {
    Slip.FOOT: "a whole foot was misread",
    Slip.INCH: "a whole inch was misread",
    Slip.SIX_NINE: "a 6 was taken for a 9, or a 9 for a 6",
    Slip.SWAPPED_DIGITS: "two digits were swapped",
    Slip.HUNDREDTHS: "hundredths of a foot were read as inches, or the reverse",
    Slip.WRONG_CORNER: "the tape was held at another corner",
    Slip.ROWS_SWAPPED: "it was written into another row, and the other into this one",
    Slip.BUMP: "the tape followed the ground, up and down, instead of the level",
    Slip.HOOK: "the hook of the tape is loose or bent",
    Slip.UNKNOWN: "no usual slip explains it",
}


def _square_words(set_out: SetOut, check: SquareCheck, units: Units) -> str:
    """Square, and how sure that is: tapes may not tell corners as finely as they are asked for."""
    if check.certainty and not check.certainty.is_sure:
        return "Square, as far as these tapes can tell"
    return f"Square: every corner within {print_difference(set_out.tolerance_mm, units)}"


def certainty_text(set_out: SetOut, check: SquareCheck, units: Units) -> str | None:
    """How sure a round is that all is square, and what would make it surer; None where the corners are plainly off."""
    found = check.certainty
    if found is None or check.verdict not in (Verdict.SQUARE, Verdict.ADJUST):
        return None
    allowed, within = print_difference(set_out.tolerance_mm, units), print_within(found.within_mm, units)
    better = f" Pull {check.helpful[0].start}–{check.helpful[0].end} to know it better." if check.helpful else ""
    if check.verdict is Verdict.SQUARE:
        share = f"At least {min(99, math.floor(100 * found.share))} in 100 that every corner is within {allowed}"
        return f"{share}." if found.is_sure else f"{share}; sure to {within}.{better}"
    if not found.may_be_exact:
        return None
    return (
        f"These tapes cannot tell it from square: every corner is as near its plan as they can be off, sure to "
        f"{within}. To move nails now may chase their errors.{better} Or accept it."
    )


def _least_known(set_out: SetOut, check: SquareCheck) -> tuple[str, float]:
    """The corner that the pulls know least, and how well, millimetres; no corner and 0 where none is known."""
    known_to = {
        name: found.major_mm for name in set_out.footprint.names if (found := check.laid.ellipses.get(name)) is not None
    }
    worst = max(known_to, key=known_to.__getitem__, default="")
    return worst, known_to.get(worst, 0.0)


def after_moves(set_out: SetOut, check: SquareCheck, worst_mm: float, units: Units) -> str:
    """Where the corners will be once the moves are made, and how well these pulls know that."""
    corner, uncertain_mm = _least_known(set_out, check)
    near = "on its plan" if worst_mm < SMALLEST_MOVE_MM else f"within {print_within(worst_mm, units)} of its plan"
    known = f", as far as these pulls know it: {corner} to ±{print_within(uncertain_mm, units)}" if corner else ""
    return f"Every corner will then be {near}{known}."


def headline(set_out: SetOut, check: SquareCheck, units: Units) -> str:
    """The verdict in a few words, for the top of the call sheet."""
    if check.verdict is Verdict.SQUARE and check.worst:
        return _square_words(set_out, check, units)
    if check.verdict is Verdict.ADJUST:
        count = len(check.order.moves) + len(check.order.pushes) if check.order else 0
        if count == 0:
            return (
                f"The strings are right: mark {check.worst[0] if check.worst else 'the corner'} again along its string"
            )
        return f"Move {things_word(count, set_out.hands)}"
    if check.verdict is Verdict.RESTAKE:
        return "Too far out to nudge: set the stakes again"
    return _pull_on(set_out, check) if check.verdict is Verdict.NEEDS_PULLS else _doubtful(check)


def _pull_on(set_out: SetOut, check: SquareCheck) -> str:
    """What keeps a round from being judged, in a few words."""
    if check.next_pull and check.next_pull.reason is PullReason.TOLD:
        return "Pull on: what was told is not proved yet"
    if check.went_on is False and not check.loose:
        return "Pull on: a nail or a reading is not as told"
    if set_out.hold.kind is HoldKind.WALL and len(check.loose) == len(set_out.footprint.names):
        return "Not tied yet to what stood there before"
    return f"{listed(check.loose)} can still rack"


def _doubtful(check: SquareCheck) -> str:
    """What contradicts what, in a few words."""
    if _in_common(check):
        return "Every reading is off by the same"
    certain = [suspect for suspect in check.suspects if suspect.certain]
    if certain:
        return f"{pull_name(certain[0].pull)} does not fit the others"
    return "Something is wrong: these readings cannot all be right"


def reason(set_out: SetOut, check: SquareCheck, units: Units) -> str:
    """One sentence that says why the verdict is what it is."""
    if check.verdict is Verdict.CHECK_READINGS:
        return _questioned(check)
    if check.worst is None:
        clash = "Readings so far contradict each other. " if check.fit.disagrees or check.suspects else ""
        return clash + (_why_pull(check.next_pull) if check.next_pull else "")
    corner, off = check.worst
    where = f"{corner}, is {print_difference(off, units)} from its plan"
    if check.verdict is Verdict.SQUARE:
        unchecked = " Nothing checks these pulls yet: one more would." if check.next_pull else ""
        if off < SMALLEST_MOVE_MM:
            return f"Every corner is on its plan.{unchecked}"
        return f"The worst corner, {where}.{unchecked}"
    if check.verdict is Verdict.RESTAKE:
        limit = print_difference(set_out.restake_over_mm, units)
        return f"The worst corner, {where}; a nail would move more than {limit}."
    return f"The worst corner, {where}; {print_difference(set_out.tolerance_mm, units)} is allowed."


def call_origin(call: Call, footprint: Footprint, units: Units, burn_mm: float) -> str:
    """How a number on the call sheet comes about: what it is made of, the rounding left over, and the burn in it."""
    printed = print_length(call.length_mm, units)
    if call.kind is CallKind.SIDE:
        origin = f"{printed.text} as planned"
    elif footprint.is_rectangle:
        length, width = (print_length(side.length_mm, units).text for side in footprint.sides[:2])
        origin = f"√(({length})² + ({width})²) = {printed.text}"
    else:
        origin = f"{printed.text} from corner to corner"
    left = print_small(printed.remainder_mm, units)
    if left:
        origin += f", {left} {'more' if printed.remainder_mm > 0 else 'less'} before rounding"
        cost = cost_text(printed.remainder_mm * call.far_per_mm, units)
        origin += f" (the far corner slides {cost})" if cost else ""
    origin += f", and {print_difference(burn_mm, units)} burned" if burn_mm > 0 else ""
    zero_mm = call.call_mm - call.length_mm - burn_mm
    if abs(zero_mm) < NOTHING_MM:
        return origin
    return f"{origin}, {print_difference(zero_mm, units)} {'more' if zero_mm > 0 else 'less'} for this tape"


def rounding_text(remainder_mm: float, units: Units) -> str | None:
    """What rounding for the tape did; None where that is nothing."""
    left = print_small(remainder_mm, units)
    return left and f"rounded {'down' if remainder_mm > 0 else 'up'} by {left}"


def cost_text(far_mm: float, units: Units) -> str | None:
    """What a wrong number does at the far corner; None where that is nothing."""
    return print_small(far_mm, units)


def trap_text(trap: Trap, units: Units) -> str:
    """The trap in plain words, with its amount."""
    if trap.kind is TrapKind.EQUAL_DIAGONALS:
        one, other, amount = *trap.points, print_difference(trap.amount_mm, units)
        return (
            f"The diagonals agree, but {one} and {other} differ by {amount}. "
            "Equal diagonals with unequal opposite sides are a trapezoid, not a rectangle."
        )
    if trap.kind is TrapKind.DIAGONALS_ALONE:
        return (
            "Equal diagonals alone do not prove a rectangle: a trapezoid has them too. Pull the opposite sides as well."
        )
    if trap.kind is TrapKind.NO_DIAGONAL:
        return "Sides alone prove nothing about the corners: the shape can rack. Pull a diagonal."
    if trap.kind is TrapKind.RACKED:
        return (
            f"The far side {trap.points[0]} has slid {print_difference(trap.amount_mm, units)} toward {trap.points[1]}."
        )
    if trap.kind is TrapKind.MIRRORED:
        return _mirrored_text(*trap.points)
    amount, (one, other) = print_difference(trap.amount_mm, units), trap.points
    if trap.kind is TrapKind.EVERY_WRONG_SIDE:
        hand = "outer" if one == "out" else "inner"
        return (
            f"Every line lies {amount} too far {one}, about the thickness of a nail, and nothing else is wrong: all "
            f"strings may run on the {hand} side of their nails. Look at one before you move any."
        )
    return {
        TrapKind.SHORT_SIDE: f"{one} hangs on the short wall {other}: these pulls know it to ±{amount} only. "
        "A corner can look square there and be off at the far end. Pull a long way across.",
        TrapKind.SMALL_TRIANGLE: f"The triangle at {other} is small for these walls: {one} is known to ±{amount} only. "
        "Take the largest that fits, or pull a diagonal.",
        TrapKind.SLOPE: f"The ground falls between {one} and {other}: a tape laid along it reads {amount} long. "
        "Hold it level, or note the fall.",
        TrapKind.ROUNDED: f"{one}–{other} was read as a whole number. If the call was rounded, it is {amount} off.",
        TrapKind.NEAR_AIM: f"The square line to {one} was aimed along {other} by a mark nearer than {one}: "
        f"{print_difference(SIXTEENTH_MM, units)} at the mark is {amount} at {one}. "
        "Aim by a mark at least as far away as you throw.",
        TrapKind.WRONG_SIDE: f"One nail alone is off, by {amount}: about the thickness of a nail. "
        "Look whether the string lies on the agreed side of it before you move it.",
    }[trap.kind]


def _mirrored_text(corner: str, over: str, or_else: str = "") -> str:
    if or_else:
        return (
            f"{corner} or {or_else} stands on the wrong side: tapes cannot tell which of the two. Look which one lies "
            "where it should not, and set that again on the other side."
        )
    return (
        f"{corner} stands on the wrong side of {over}: the tapes that set it cross there as well. "
        "Set it again on the other side."
    )


def suspect_text(suspect: Suspect, units: Units) -> str:
    """What may have happened to a reading, and what it should have been."""
    amount = print_difference(abs(suspect.correction_mm), units)
    happened = SLIP_TEXT.get(suspect.slip)
    if suspect.slip is Slip.BURN:
        happened = (
            "the burn was left in"
            if suspect.correction_mm < 0
            else "the tape was not burned although the sheet says so"
        )
    way = "long" if suspect.correction_mm < 0 else "short"
    told = f"{pull_name(suspect.pull)} reads {amount} {way}: {happened}"
    if suspect.slip in (Slip.UNKNOWN, Slip.BUMP) and suspect.pull.kind is PullKind.POINTS:
        hump = hump_mm(suspect.pull.length_mm + suspect.correction_mm, -suspect.correction_mm)
        told += f"; a hump of {print_difference(hump, units)} halfway would do that" if hump else ""
    return f"{told}."


def level_text(length_mm: float, units: Units) -> str:
    """How far the ends of a pull may be off level before that shows."""
    return f"level enough with its ends within {print_difference(forgiven_fall_mm(length_mm), units)}"


def move_text(move: Move, units: Units) -> str:
    """How far to move a nail: the amount alone, or that it stays."""
    return print_difference(abs(move.inward_mm), units)


def next_pull_text(next_pull: NextPull) -> str:
    """Which pull and why."""
    return _why_pull(next_pull)


@says_boards
def pull_name(pull: Pull) -> str:
    """A pull as it is called: A–C, D to line AB, along AB from A to P1, right angle at A to D, triangle at B."""
    if pull.kind is PullKind.TO_LINE:
        return f"{pull.start} to line {pull.end}"
    if pull.kind is PullKind.ALONG:
        return f"along {pull.line}, {pull.start}–{pull.end}"
    if pull.kind is PullKind.SQUARE:
        thrown = "3-4-5" if pull.instrument == Instrument.THREE_FOUR_FIVE else "laser"
        return f"{thrown} square at {pull.start}, {pull.end}"
    if pull.kind is PullKind.TRIANGLE:
        return f"triangle at {pull.start}"
    dash = " – " if "@" in pull.start + pull.end else "–"  # A on AB – C
    return f"{pull.start}{dash}{pull.end}"


def _why_pull(next_pull: NextPull) -> str:
    pair = pull_name(next_pull.pull)
    if next_pull.reason is PullReason.LOOSE:
        return f"No arithmetic can tell yet where every corner is. Pull {pair}: it settles most."
    if next_pull.reason is PullReason.TOLD:
        return f"Nothing shows yet whether every nail did what was told. Pull {pair}."
    if next_pull.reason is PullReason.UNCHECKED:
        return f"Nothing checks these pulls yet, so a slip would not show. Pull {pair} to be sure."
    return f"Pull {pair} again."


def _questioned(check: SquareCheck) -> str:
    if _in_common(check):
        return "Look how the tape was held, set the burn right at the top of the screen, and enter what was read again."
    if any(suspect.certain for suspect in check.suspects):
        return "The other pulls agree with each other. Pull it again and enter what you read."
    if not check.suspects:
        return "These lengths cannot close. Pull every line again."
    if check.fit.redundancy == 1:
        again = _again(check.suspects)
        return f"With one pull to spare the readings cannot tell which one is wrong. Pull again: {again}."
    return f"The readings disagree by more than random errors do. Pull again: {_again(check.suspects)}."


def _in_common(check: SquareCheck) -> bool:
    """Whether one slip was made in every reading alike."""
    alike = {(suspect.slip, suspect.correction_mm) for suspect in check.suspects}
    return len(check.suspects) >= LEAST_IN_COMMON and len(alike) == 1


def _again(suspects: Sequence[Suspect]) -> str:
    named = [s for s in suspects if s.slip is not Slip.UNKNOWN] or list(suspects)
    seen = list(dict.fromkeys(pull_name(s.pull) for s in named))[:3]
    return listed(seen)


def listed(names: Sequence[str]) -> str:
    """Names as spoken: A, B and C."""
    if len(names) < 2:
        return "".join(names)
    return ", ".join(names[:-1]) + " and " + names[-1]


def things_word(count: int, hands: Hands) -> str:
    """How many of what hands take hold of: six nails, one corner."""
    thing = {Hands.NAILS: "nail", Hands.STAKES: "stake", Hands.FORMS: "corner"}[hands]
    return f"{number_word(count)} {thing}{'' if count == 1 else 's'}"


def number_word(count: int) -> str:
    """A small number in words."""
    return _NUMBERS[count] if count < len(_NUMBERS) else str(count)
