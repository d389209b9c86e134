"""What is said in the practice yard: briefs, hints, what a run teaches."""

from anvilhead.core.measure.tape import Pull
from anvilhead.core.messages.words import SLIP_TEXT, headline, pull_name
from anvilhead.core.practice.debrief import Debrief, Lesson, Outcome
from anvilhead.core.practice.practice_yard import Pulled
from anvilhead.core.practice.tasks import PracticeTask, TaskKey
from anvilhead.core.units.length_printing import print_difference, print_small, print_within
from anvilhead.core.units.units import Units

TITLE = {
    TaskKey.SQUARE_SLAB: "Square a slab",
    TaskKey.EQUAL_DIAGONALS: "Equal diagonals",
    TaskKey.FIND_SLIP: "Find the slip",
}
_BRIEF = {
    TaskKey.SQUARE_SLAB: "Strings for a slab hang as the eye has put them. Line AB stays. Pull what you need, move "
    "nails, pull again, and accept once you know that every corner is good.",
    TaskKey.EQUAL_DIAGONALS: "Somebody squared this slab before you and says that its diagonals are equal. Look at it, "
    "put right what is not, and accept.",
    TaskKey.FIND_SLIP: "These strings are good, it is said. Your helper calls the numbers from the far end of the "
    "tape. Pull a round, and accept only what you believe.",
}


def brief_text(task: PracticeTask, units: Units) -> str:
    """What is to be done, how good it must be, and the purse."""
    within = print_difference(task.set_out.tolerance_mm, units)
    return f"{_BRIEF[task.key]} Within {within}; {task.minutes} minutes and {task.pulls} pulls are in the purse."


_OUTCOME = {
    Outcome.SQUARE: "Square, and you proved it.",
    Outcome.LUCKY: "Square, but nothing you wrote down proves it: the next time it may not be.",
    Outcome.NOT_SQUARE: "Not square: what was accepted would be poured as it is.",
}
_LESSON = {
    Lesson.DIAGONALS_ALONE: "Only diagonals were pulled. A figure whose two ends lean alike has equal diagonals and no "
    "square corner: pull the sides as well.",
    Lesson.UNPROVED: "What you wrote down does not hold the shape: the sides and one diagonal do, the other proves it.",
    Lesson.SLIP_LEFT: "A number was called wrong, and nothing you did shows it. Six pulls of a rectangle leave one to "
    "spare: where they disagree, one is wrong. Pull it again.",
    Lesson.SLIP_CAUGHT: "A number was called wrong, and it was caught.",
    Lesson.MISREAD: "A number was written that the tape did not show. Say it aloud and read it again before writing.",
    Lesson.NOT_LOOKED_AGAIN: "Nails were moved and nothing was pulled after. A move changes two corners: pull again.",
    Lesson.OVER_PURSE: "It took more than was in the purse.",
}


def outcome_text(found: Debrief, units: Units) -> str:
    """How it ended, and how far off the worst corner really is."""
    return f"{_OUTCOME[found.outcome]} The worst corner really is {print_within(found.worst_mm, units)} from its plan."


def lesson_text(lesson: Lesson) -> str:
    """One thing there is to learn."""
    return _LESSON[lesson]


def truth_text(pulled: Pulled, units: Units) -> str:
    """What a pull told, against the truth."""
    name = pull_name(Pull(pulled.start, pulled.end, 1.0))
    if pulled.slip is not None:
        return f"{name}: called wrong, {SLIP_TEXT[pulled.slip]}."
    off = pulled.shows_mm - pulled.true_mm
    by = print_small(off, units)
    return f"{name}: the tape was {by} {'long' if off > 0 else 'short'}." if by else f"{name}: the tape was right."


def coach_text(found: Debrief, task: PracticeTask, units: Units) -> str:
    """What the coach would say of what was written since the last nail was moved."""
    if found.check is None:
        return "Nothing was written down" + (" since the last nail was moved." if found.pulled else ".")
    return f"By what you wrote down the coach would say: {headline(task.set_out, found.check, units)}."
