"""What is said of strings in the practice yard: how a run ended, what each pull told, what somebody asked over says."""

from anvilhead.core.check.squaring import Verdict
from anvilhead.core.messages.made.trend_words import SHOWN_OVER_MM
from anvilhead.core.messages.practised.danger_words import UNSAFE_TEXT
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.messages.words import SLIP_TEXT, headline, listed, move_text, next_pull_text, pull_name
from anvilhead.core.practice.conditions import OwnTape
from anvilhead.core.practice.debrief import Debrief, Outcome
from anvilhead.core.practice.gained import Gained
from anvilhead.core.practice.practice_yard import PracticeYard, Pulled
from anvilhead.core.practice.tasks import PracticeTask
from anvilhead.core.units.length_printing import print_distance, print_small, print_within
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM
from anvilhead.core.units.units import Units

BETTER = 0.9
"""A pull that leaves more than this of what is not known told little."""
_OUTCOME = {
    Outcome.RIGHT: "Square, and you proved it.",
    Outcome.LUCKY: "Square, but nothing you wrote down proves it: the next time it may not be.",
    Outcome.WRONG: "Not square: what was accepted would be poured as it is.",
    Outcome.UNSAFE: UNSAFE_TEXT,
}
_RESTAKED = {
    Outcome.RIGHT: "Staked anew, and rightly: your numbers show it.",
    Outcome.LUCKY: "Staked anew, and rightly, but nothing you wrote down shows it.",
    Outcome.WRONG: "Staked anew for nothing: half a day is lost.",
    Outcome.UNSAFE: UNSAFE_TEXT,
}
_PARALLEL = {
    Outcome.RIGHT: "Parallel, and you proved it.",
    Outcome.LUCKY: "Parallel, but no swing from both ends shows it.",
    Outcome.WRONG: "Not parallel at its distance.",
    Outcome.UNSAFE: UNSAFE_TEXT,
}


def outcome_text(found: Debrief, units: Units, *, restaked: bool = False, swings: bool = False) -> str:
    """How it ended, and how far off the worst corner really is."""
    if swings:
        return _PARALLEL[found.outcome]
    if restaked:
        return f"{_RESTAKED[found.outcome]} The worst corner is {print_within(found.worst_mm, units)} from its plan."
    return f"{_OUTCOME[found.outcome]} The worst corner really is {print_within(found.worst_mm, units)} from its plan."


def coach_pull_text(pulled: Pulled, coach: str | None) -> str | None:
    """What the coach would have pulled there; None where any would do, or it was the same."""
    if coach is None or set(coach.split("–")) == {pulled.start, pulled.end}:
        return None
    return f"The coach would have pulled {coach}." if coach else "The coach would have pulled no more."


def gained_text(found: Gained, units: Units) -> str:
    """What a pull brought to what its round knew."""
    before, after = found.before, found.after
    if after.within_mm is None:
        return f"After it {listed(after.loose)} can still move."
    within = print_within(after.within_mm, units)
    if before is None or before.within_mm is None:
        return f"It holds the shape: every corner is known to {within}."
    if not before.spare and after.spare:
        return f"It is the first to spare: from here a wrong number shows. Corners are known to {within}."
    if found.again:
        return "Read again, it stands in place of what was read before."
    if after.within_mm < BETTER * before.within_mm:
        return f"It brought what is known from {print_within(before.within_mm, units)} to {within}."
    return "It told little that was not known."


def hint_text(yard: PracticeYard, units: Units) -> str:
    """What somebody who comes over says, by what was written down since the last nail was moved."""
    check = yard.believed(units)
    if yard.task.swings:
        return "Swing from C and from D to line AB. Each end of the string goes by what its own swing is off."
    if check is None:
        return "Pull a whole round and write it down: the sides and both diagonals leave one to spare."
    if check.verdict is Verdict.CHECK_READINGS and check.suspects:
        return f"These numbers do not agree. Pull {pull_name(check.suspects[0].pull)} again."
    if check.next_pull is not None:
        return next_pull_text(check.next_pull)
    if check.verdict is Verdict.RESTAKE:
        return "By what you wrote down a nail would have to move farther than its board bears."
    moves = [move for move in check.moves if abs(move.inward_mm) > SMALLEST_MOVE_MM]
    if check.verdict is Verdict.ADJUST and moves:
        far = max(moves, key=lambda move: abs(move.inward_mm))
        way = "in" if far.inward_mm > 0 else "out"
        return f"By what you wrote down {spoken(far.board.name)} goes {move_text(far, units)} {way} first."
    return "By what you wrote down every corner is good."


def truth_text(pulled: Pulled, units: Units) -> str:
    """What a pull told, against the truth."""
    name = pull_name(pulled.as_pull(pulled.burn_mm + 1.0))
    if pulled.slip is not None:
        return f"{name}: called wrong, {SLIP_TEXT[pulled.slip]}."
    off = pulled.shows_mm - pulled.true_mm
    by = print_small(off, units)
    return f"{name}: the tape was {by} {'long' if off > 0 else 'short'}." if by else f"{name}: the tape was right."


def own_tape_text(tape: OwnTape, units: Units) -> str:
    """What is said of a tape of the shelf that is pulled."""
    over = SHOWN_OVER_MM[units]
    by = print_small(tape.zero_mm + tape.scale * over, units)
    claim = f"“{tape.name}” claims {print_within(tape.grade.constant_mm, units)} on a short pull."
    if not by:
        return claim
    way = "much" if tape.zero_mm + tape.scale * over > 0 else "little"
    at = print_distance(over, units)
    return f"{claim} Its last test: on {at} it reads {by} too {way}. Write what it shows; the book takes that off."


def coach_text(found: Debrief, task: PracticeTask, units: Units) -> str:
    """What the coach would say of what was written since the last nail was moved."""
    if found.check is None:
        return "Nothing was written down" + (" since the last nail was moved." if found.pulled else ".")
    return f"By what you wrote down the coach would say: {headline(task.set_out, found.check, units)}."
