"""What the coach says with hands in mind: moves, what became of them, what is held, what to pull, what moved."""

from collections.abc import Sequence

from anvilhead.core.adjust.hold import Hold, HoldKind
from anvilhead.core.again.lost_point import FoundFrom, Recovery
from anvilhead.core.again.outcome import Happened, NailOutcome, Outcome
from anvilhead.core.again.recheck import Moved, Occasion, RecheckSet, Since
from anvilhead.core.check.alternatives import Alternative
from anvilhead.core.check.squaring import Verdict
from anvilhead.core.check.two_routes import Meeting
from anvilhead.core.geometry.footprint import Footprint, line_name
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.messages.spoken import says_boards
from anvilhead.core.messages.words import listed, number_word, pull_name, things_word
from anvilhead.core.moves.moves import Hands, Move, Order, Push
from anvilhead.core.moves.next_pull import PullGain
from anvilhead.core.units.length_printing import print_difference, print_length, print_within
from anvilhead.core.units.tolerances import LOOSE_MM
from anvilhead.core.units.units import Units

_OCCASIONS = {
    Occasion.SQUARE: "to bring the strings in",
    Occasion.AFTER_PINNING: "after pinning",
    Occasion.AFTER_DIGGING: "after digging",
    Occasion.BEFORE_POUR: "before the pour",
}


def occasion_text(occasion: Occasion) -> str:
    """Why a round is pulled."""
    return _OCCASIONS[occasion]


@says_boards
def pull_how(pull: Pull, units: Units) -> str:
    """How a pull that is not from point to point is taken, in a sentence; empty for one that is."""
    if pull.kind is PullKind.TO_LINE:
        return f"Hold the tape at {pull.start} and swing it across {pull.end}: the least reading counts."
    if pull.kind is PullKind.ALONG:
        return f"From {pull.start} along the string {pull.line} to {pull.end}."
    if pull.kind is PullKind.SQUARE:
        at = f", {print_length(pull.station_mm, units).text} along" if pull.station_mm else ""
        read = f"read along {pull.line} from its square line to {pull.end}"
        if pull.instrument == Instrument.THREE_FOUR_FIVE:
            return f"Lay the largest 3-4-5 on {pull.line} at {pull.start}{at}: {read}."
        return f"Laser on {pull.line} at {pull.start}{at}: {read}, less its own offset."
    if pull.kind is PullKind.TRIANGLE:
        one, other = (print_length(mm, units).text for mm in pull.legs_mm)
        if pull.instrument == Instrument.FRAMING_SQUARE:
            return f"Lay the framing square at {pull.start}, a blade along {pull.line}: {one} on each, tip to tip."
        return f"Mark {one} along {pull.line} and {other} along {pull.end} from {pull.start}; pull between the marks."
    return ""


def order_title(order: Order, hold: Hold, is_frame: bool = False) -> str:
    """What hands are to do, with what stays; a frame is pulled again after every push."""
    count = len(order.moves) + len(order.pushes)
    verb = {Hands.NAILS: "Move", Hands.STAKES: "Drive again", Hands.FORMS: "Push"}[order.hands]
    stays = hold_text(hold)
    if not count:
        return f"Nothing to move; {stays}"
    again = ", one at a time; pull again after each" if is_frame and count > 1 else ""
    return f"{verb} {things_word(count, order.hands)}{again}; {stays}"


def hold_text(hold: Hold) -> str:
    """What stays, in a few words."""
    if hold.kind is HoldKind.LINE:
        return f"line {hold.called or line_name(*hold.names)} stays"
    if hold.kind is HoldKind.POINT:
        return f"{hold.names[0]} stays, and the direction of {line_name(*hold.names[1:])}"
    if hold.kind is HoldKind.POINTS:
        return f"{listed(hold.names)} stay"
    if hold.kind is HoldKind.WALL:
        several = " and " in hold.called
        return f"{hold.called or 'what stood there before'} {'stay' if several else 'stays'}"
    return "laid over the plan as near as it goes"


def move_step(move: Move, hands: Hands, footprint: Footprint, units: Units) -> str:
    """One nail or stake, as an order."""
    way = way_of(move.inward_mm, footprint)
    amount = print_difference(abs(move.inward_mm), units)
    if hands is Hands.STAKES:
        return f"Stake of line {move.board.line} at {move.board.built_at}: drive it again {amount} {way} of where it is"
    return f"Line {move.board.line}, board at {move.board.built_at}: {amount} {way}"


def way_of(inward_mm: float, footprint: Footprint) -> str:
    """Inward or outward in words; an open line has a left and a right."""
    if footprint.closed:
        return "in, toward the building" if inward_mm > 0 else "out, away from it"
    return "to the left" if inward_mm > 0 else "to the right"


def push_step(push: Push, footprint: Footprint, units: Units) -> str:
    """One form corner, as an order."""
    parts = []
    if push.along_mm:
        toward = "toward" if push.along_mm > 0 else "away from"
        parts.append(f"{print_difference(abs(push.along_mm), units)} {toward} {push.toward}")
    if push.inward_mm:
        square = print_difference(abs(push.inward_mm), units)
        parts.append(f"{square} {way_of(push.inward_mm, footprint)}, square to {push.line}")
    return f"Push {push.corner} " + " and ".join(parts)


def gain_text(gain: PullGain, units: Units) -> str:
    """What a pull would bring."""
    after = print_difference(gain.after_mm, units)
    if gain.after_mm > LOOSE_MM:
        return f"{gain.corner} can still move; this holds it one way, and a second pull the other."
    if gain.before_mm > LOOSE_MM:
        return f"{gain.corner} can still move; then it is known to ±{after}."
    return f"{gain.corner} is known to ±{print_difference(gain.before_mm, units)} now, then to ±{after}."


def alternative_text(alternative: Alternative, units: Units) -> str:
    """What it would take if something else were held."""
    count = len(alternative.order.moves) + len(alternative.order.pushes)
    if not count:
        return "nothing to move"
    things = things_word(count, alternative.order.hands)
    largest = print_difference(alternative.largest_mm, units)
    again = "; too far out to nudge" if alternative.verdict is Verdict.RESTAKE else ""
    return f"{things}, {largest} at most{again}"


def went_on_text(went_on: bool | None) -> str | None:
    """What became of what the round before knew; None where nothing was carried on."""
    if went_on is None:
        return None
    if went_on:
        return "With what the round before knew, its moves made."
    return "What was told is not what was done: this round is judged by itself."


def outcome_title(outcome: Outcome, units: Units) -> str:
    """What became of the moves, in one sentence."""
    if outcome.held_moved_mm is not None:
        amount = print_difference(outcome.held_moved_mm, units)
        return (
            f"Everything has shifted together, by up to {amount}: it is the held line that moved. "
            "Look at its stakes before you move any nail."
        )
    if not outcome.odd:
        return "The nails did what was told."
    first = outcome.odd[0].board
    more = len(outcome.odd) - 1
    also = f", and {number_word(more)} more" if more else ""
    return f"Line {first.line} at {first.corner} did not do what was told{also}."


def nail_text(nail: NailOutcome, footprint: Footprint, units: Units) -> str:
    """What one nail did, and what to look for."""
    where = f"Line {nail.board.line}, board at {nail.board.built_at}"
    moved = print_difference(abs(nail.moved_mm), units)
    told = f"{print_difference(abs(nail.told_mm), units)} {_short_way(nail.told_mm, footprint)}"
    did = f"{moved} {_short_way(nail.moved_mm, footprint)}"
    if nail.happened is Happened.NOT_MOVED:
        return f"{where}: still where it was; {told} was told. Was it forgotten, or does the string rub on a board?"
    if nail.happened is Happened.WRONG_WAY:
        return f"{where}: went {did} instead of {told}: the wrong way."
    if nail.happened is Happened.WRONG_AMOUNT:
        return f"{where}: went {did}; {told} was told."
    if nail.happened is Happened.GAVE:
        return (
            f"{where}: moved {did} although nobody was told to touch it. Did the stake give, or was the string caught?"
        )
    return f"{where}: {did}, as told."


def _short_way(inward_mm: float, footprint: Footprint) -> str:
    ways = ("in", "out") if footprint.closed else ("left", "right")
    return ways[inward_mm < 0]


def meeting_text(meeting: Meeting, units: Units) -> str:
    """Whether two ways round to a corner agree."""
    apart, allowed = (print_within(mm, units) for mm in (meeting.misclosure_mm, meeting.allowed_mm))
    if meeting.agrees:
        return (
            f"Both ways round meet within {apart} at {meeting.corner}; {allowed} is allowable, and it is distributed."
        )
    return (
        f"The two ways round to {meeting.corner} are {apart} apart, more than the {allowed} tapes can explain: "
        "pull the shorter way again before you trust either."
    )


def moved_title(number: int, since: Since) -> str:
    """Which corners have moved since a round was accepted."""
    if not since.corners:
        return f"Too few corners are known in this round to hold them against round {number}. Pull on."
    sure = [one.corner for one in since.corners if one.is_sure]
    if not sure:
        return f"Nothing has moved since round {number} was accepted, as far as these pulls can tell."
    if not since.is_clear:
        return f"Something has moved since round {number}: {listed(sure)}, or others. These pulls cannot tell which."
    return f"Since round {number} was accepted, {listed(sure)} {'has' if len(sure) == 1 else 'have'} moved."


def moved_text(moved: Moved, footprint: Footprint, units: Units) -> str:
    """What a corner did since the accepted round."""
    amount, allowed = (print_difference(mm, units) for mm in (moved.amount_mm, moved.allowed_mm))
    if not moved.is_sure:
        return f"{moved.corner} has not moved by more than the tapes can tell (±{allowed})."
    side = footprint.sides_at(moved.corner)[-1]
    other = side.end if side.start == moved.corner else side.start
    along = (footprint.corners[other] - footprint.corners[moved.corner]).unit()
    inward = footprint.inward(side)
    parts = []
    for mm, forth, back in (
        (moved.by.dot(along), f"toward {other}", f"away from {other}"),
        (
            moved.by.dot(inward),
            f"{_short_way(1, footprint)} square to {side.name}",
            f"{_short_way(-1, footprint)} square to {side.name}",
        ),
    ):
        if abs(mm) > moved.allowed_mm / 2:
            parts.append(f"{print_difference(abs(mm), units)} {forth if mm > 0 else back}")
    return f"{moved.corner} has moved {amount}: {' and '.join(parts) or 'a little each way'}."


def recheck_text(found: RecheckSet, tolerance_mm: float, units: Units) -> str:
    """What a set of pulls promises to show."""
    if found.shows_mm is None:
        return "These pulls brace every corner; how little movement they would show cannot be promised."
    shows, allowed = (print_difference(mm, units) for mm in (found.shows_mm, tolerance_mm))
    told = f"These pulls show a corner that has moved {shows} or more, 95 times in 100."
    return f"{told} A tape cannot promise the {allowed} allowed." if found.shows_mm > tolerance_mm else told


@says_boards
def recovery_text(point: str, recovery: Recovery, burn_mm: float, units: Units) -> str:
    """How to set a lost point again."""
    reads = [print_length(tie.length_mm + burn_mm, units).text for tie in recovery.ties]
    if recovery.way is FoundFrom.LINE and recovery.line:
        return (
            f"Pull a string over {recovery.line[0]} and {recovery.line[1]}; along it {reads[0]} from "
            f"{recovery.ties[0].start} is {point}."
        )
    one, other = (tie.start for tie in recovery.ties)
    return f"{reads[0]} from {one} and {reads[1]} from {other}: where both tapes cross is {point}."


@says_boards
def mirror_text(point: str, recovery: Recovery, burn_mm: float, units: Units) -> str:
    """The trap of two ties, and the pull that shows it; empty where there is none."""
    if recovery.mirror is None:
        return ""
    one, other = (tie.start for tie in recovery.ties)
    told = f"The same two tapes cross again on the other side of {one}–{other}."
    if recovery.check is None or recovery.check_mirror_mm is None:
        return f"{told} Nothing is left that tells the two apart but your eye."
    right, wrong = (
        print_length(mm + burn_mm, units).text for mm in (recovery.check.length_mm, recovery.check_mirror_mm)
    )
    return f"{told} From {recovery.check.start} it must read {right}; {wrong} would be the wrong one."


def simulated_text(pulls: Sequence[Pull]) -> str | None:
    """That a stand-in made readings up; None where it made none."""
    if not pulls:
        return None
    named = listed(list(dict.fromkeys(pull_name(pull) for pull in pulls)))
    return f"Simulated: a stand-in made up {named}, and nothing may be built to this round."
