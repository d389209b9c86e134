"""Tasks of the practice yard: their titles, what is to be done, and how a run ended."""

from anvilhead.core.messages.made.trend_words import SHOWN_OVER_MM
from anvilhead.core.practice.debrief import Outcome
from anvilhead.core.practice.level_tasks import PEGS_MM, LevelTask
from anvilhead.core.practice.tasks import PracticeTask, TaskKey
from anvilhead.core.units.length_printing import print_difference, print_distance, print_length
from anvilhead.core.units.units import Units

TITLE = {
    TaskKey.SQUARE_SLAB: "Square a slab",
    TaskKey.EQUAL_DIAGONALS: "Equal diagonals",
    TaskKey.COMPUTED_DIAGONALS: "Diagonals by the number",
    TaskKey.PARALLEL_STRING: "A parallel string",
    TaskKey.FIND_SLIP: "Find the slip",
    TaskKey.LOST_CORNER: "A lost corner",
    TaskKey.ACCEPT_OR_RESTAKE: "Good enough?",
    TaskKey.ELL: "An ell from two monuments",
    TaskKey.LEVEL_BOARDS: "Boards to height",
    TaskKey.PEG_TEST: "A level that may lie",
    TaskKey.FENCE: "A fence on falling ground",
    TaskKey.OWN_PLAN: "A plan of your own",
}
_BRIEF = {
    TaskKey.SQUARE_SLAB: "Strings for a slab hang as the eye has put them. Line AB stays. Pull what you need, move "
    "nails, pull again, and accept once you know that every corner is good.",
    TaskKey.EQUAL_DIAGONALS: "Somebody squared this slab before you and says that its diagonals are equal. Look at it, "
    "put right what is not, and accept.",
    TaskKey.FIND_SLIP: "These strings are good, it is said. Your helper calls the numbers from the far end of the "
    "tape. Pull a round, and accept only what you believe.",
    TaskKey.COMPUTED_DIAGONALS: "AB stands; C and D are where two stakes were dropped. Tapes are started at {burn}: "
    "every number has it in. No diagonal stands on the plan: work it out. Put C and D right, prove it, accept.",
    TaskKey.PARALLEL_STRING: "AB stands, and the string over from it must be parallel to it, {wide} away. Swing the "
    "tape from either end of it to line AB and take the least it reads. Put it right, swing again, accept.",
    TaskKey.LOST_CORNER: "The boards at C were run over, and their nails driven again by eye. Everything else stands "
    "as it did, and nothing else may be moved. Set C again from what is left, prove it, and accept.",
    TaskKey.ACCEPT_OR_RESTAKE: "These strings were put up by another crew. They may be good as they stand, a nail may "
    "be off, or a corner may be off by more than its boards bear, which is {restake}. Find out which, and accept, move "
    "nails, or say that it must be staked anew.",
    TaskKey.ELL: "Two monuments give A and B of a store on an ell. Bring its six corners in; pull what ties the inner "
    "corner to the rest.",
    TaskKey.LEVEL_BOARDS: "Board tops at A, B, C and D hang as the eye has put them; they belong {height} above the "
    "benchmark. Take the laser, the hose or the line level, shoot, set what is off, shoot again, and accept once you "
    "know that every top is good.",
    TaskKey.PEG_TEST: "Two pegs stand {apart} apart. Find out whether this optical level tells the truth, and say by "
    "how much it reads too much on {over}; nothing if it is true.",
    TaskKey.OWN_PLAN: "Strings of this plan hang as the eye has put them. Line {held} stays. Pull what you need, move "
    "nails, pull again, and accept once you know that every corner is good.",
    TaskKey.FENCE: "Five posts stand in line on falling ground, their tops as the eye has cut them. The first belongs "
    "{height} above the benchmark, each further one {fall} lower than the one before, so that a rail lies straight. "
    "Bring them to it and accept.",
}
_ENDED = {
    Outcome.RIGHT: "{right}, proved",
    Outcome.LUCKY: "{right} by luck",
    Outcome.WRONG: "not {right}",
    Outcome.UNSAFE: "not safely",
}


def brief_text(task: PracticeTask, units: Units) -> str:
    """What is to be done, how good it must be, and the purse."""
    within = print_difference(task.set_out.tolerance_mm, units)
    brief = _BRIEF[task.key].format(
        burn=print_length(task.burn_mm, units).text,
        wide=print_length(task.set_out.footprint.sides[1].length_mm, units).text,
        restake=print_difference(task.set_out.restake_over_mm, units),
        held="".join(task.set_out.held_line),
    )
    return f"{brief} Within {within}; {task.minutes} minutes and {task.pulls} pulls are in the purse."


def level_brief_text(task: LevelTask, units: Units) -> str:
    """The same of a task with levels."""
    within = print_difference(task.tolerance_mm, units)
    heights = [*task.targets.values(), 0.0, 0.0]
    brief = _BRIEF[task.key].format(
        height=print_difference(heights[0], units),
        fall=print_difference(heights[0] - heights[1], units),
        apart=print_distance(PEGS_MM, units),
        over=print_distance(SHOWN_OVER_MM[units], units),
    )
    return f"{brief} Within {within}; {task.minutes} minutes and {task.shots} readings are in the purse."


def ended_text(key: TaskKey, outcome: Outcome) -> str:
    """How a run ended, in three words."""
    right = {TaskKey.LEVEL_BOARDS: "at height", TaskKey.FENCE: "at height", TaskKey.PEG_TEST: "right"}
    right[TaskKey.PARALLEL_STRING] = "parallel"
    return _ENDED[outcome].format(right=right.get(key, "square"))
