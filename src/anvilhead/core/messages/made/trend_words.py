"""What a crew's own rounds and tests say of it, in words."""

from collections.abc import Mapping
from datetime import timedelta

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.days.working_days import day_text
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.messages.words import SLIP_TEXT
from anvilhead.core.trends.drifting import Drift
from anvilhead.core.trends.kept_to import LEAST_SPARE, KeptTo
from anvilhead.core.trends.rounds import Pace
from anvilhead.core.units.length_printing import print_small
from anvilhead.core.units.units import FOOT_MM, Units

SHOWN_OVER_MM = {Units.FT_IN: 100 * FOOT_MM, Units.M: 30_000.0, Units.MM: 30_000.0}
"""Over which distance an instrument's error is said, by units: as the trade states it."""
_OVER = {Units.FT_IN: "100 ft", Units.M: "30 m", Units.MM: "30 m"}


def to_square_text(counts: Mapping[int, int], unfinished: int) -> str:
    """How many rounds structures took until they were square."""
    rest = f" {unfinished} not square yet." if unfinished else ""
    if not counts:
        return f"No structure was squared yet.{rest}"
    parts = [f"{of} after {rounds} {'round' if rounds == 1 else 'rounds'}" for rounds, of in sorted(counts.items())]
    return f"Structures square: {', '.join(parts)}.{rest}"


def pace_text(pace: Pace | None) -> str:
    """How long rounds take."""
    if pace is None:
        return "No round was recorded reading by reading, so nothing says how long one takes."
    of = "one round" if pace.rounds == 1 else f"{pace.rounds} rounds, half of them less"
    return f"A round takes {_took(pace.whole)} from its first reading to its last, {_took(pace.between)} a pull ({of})."


def _took(time: timedelta) -> str:
    seconds = round(time.total_seconds())
    return f"{seconds} s" if seconds < 100 else f"{round(seconds / 60)} min"


def kept_text(kept: KeptTo | None, claim: TapeClass, units: Units, spare: int, left_out: int) -> str:
    """How far the readings are off, against what the steel tape claims."""
    out = (
        f" {left_out} {'round was' if left_out == 1 else 'rounds were'} left out, whose readings still disagree."
        if left_out
        else ""
    )
    if kept is None:
        return (
            f"Too little to say how far the crew's readings are off: {spare} to spare, {LEAST_SPARE} are needed. "
            f"Every pull more than a shape needs adds one.{out}"
        )
    high = "more than can be told" if kept.high is None else _short_pull(kept, claim, kept.high, units)
    between = f"{_short_pull(kept, claim, kept.low, units)} to {high}, 95 in 100"
    meant = f"The tape is taken to be off by {print_small(claim.constant_mm, units)} on a short pull"
    by = f"{kept.readings} readings to spare in {kept.rounds} rounds"
    if not kept.is_told:
        return f"{meant}, and the crew's readings bear that out ({between}), by {by}.{out}"
    likeliest = _short_pull(kept, claim, kept.times, units)
    return f"{meant}. The crew's readings keep to {likeliest} ({between}), by {by}.{out}"


def _short_pull(kept: KeptTo, claim: TapeClass, times: float, units: Units) -> str:
    return print_small(kept.constant_mm(claim, times), units) or "0"


def made_text(slip: Slip) -> str:
    """What happened when a slip is made."""
    return SLIP_TEXT.get(slip, "the burn was left in, or not held")


def drift_text(device: str, drift: Drift, days: int, units: Units) -> str:
    """How an instrument's error went from its first test to its last."""
    over = SHOWN_OVER_MM[units]
    doubt = print_small(drift.doubt * over, units) or "nothing"
    tests = f"{drift.tests} tests in {days} days"
    if not drift.is_told:
        return f"{device}: {tests} show no change beyond the ±{doubt} on {_OVER[units]} they can tell."
    by = print_small(drift.changed * over, units) or "nothing"
    way = "more" if drift.changed > 0 else "less"
    told = f"{device}: reads {by} {way} on {_OVER[units]} than {days} days ago, give or take {doubt} ({tests})."
    if drift.a_day is None:
        return f"{told} That was a jump, no slow drift: was it knocked?"
    if drift.past_claim:
        return f"{told} At this pace it passes what it claims on {day_text(drift.past_claim)}. Test it before then."
    return told
