"""What is said in the practice yard: briefs, hints, what a run teaches."""

from anvilhead.core.measure.tape import Pull
from anvilhead.core.messages.made.trend_words import SHOWN_OVER_MM
from anvilhead.core.messages.words import SLIP_TEXT, headline, pull_name
from anvilhead.core.practice.debrief import Debrief, Lesson, Outcome
from anvilhead.core.practice.level_debrief import STILL_MM, LevelDebrief
from anvilhead.core.practice.level_tasks import OVER_MM, PEGS_MM, LevelTask, Stand, Tool
from anvilhead.core.practice.level_yard import Shot
from anvilhead.core.practice.practice_yard import Pulled
from anvilhead.core.practice.tasks import PracticeTask, TaskKey
from anvilhead.core.units.length_printing import print_difference, print_distance, print_small, print_within
from anvilhead.core.units.units import Units

TITLE = {
    TaskKey.SQUARE_SLAB: "Square a slab",
    TaskKey.EQUAL_DIAGONALS: "Equal diagonals",
    TaskKey.FIND_SLIP: "Find the slip",
    TaskKey.LEVEL_BOARDS: "Boards to height",
    TaskKey.PEG_TEST: "A level that may lie",
}
_BRIEF = {
    TaskKey.SQUARE_SLAB: "Strings for a slab hang as the eye has put them. Line AB stays. Pull what you need, move "
    "nails, pull again, and accept once you know that every corner is good.",
    TaskKey.EQUAL_DIAGONALS: "Somebody squared this slab before you and says that its diagonals are equal. Look at it, "
    "put right what is not, and accept.",
    TaskKey.FIND_SLIP: "These strings are good, it is said. Your helper calls the numbers from the far end of the "
    "tape. Pull a round, and accept only what you believe.",
    TaskKey.LEVEL_BOARDS: "Board tops at A, B, C and D hang as the eye has put them; they belong {height} above the "
    "benchmark. Take the laser, the hose or the line level, shoot, set what is off, shoot again, and accept once you "
    "know that every top is good.",
    TaskKey.PEG_TEST: "Two pegs stand {apart} apart. Find out whether this optical level tells the truth, and say by "
    "how much it reads too much on {over}; nothing if it is true.",
}


def brief_text(task: PracticeTask, units: Units) -> str:
    """What is to be done, how good it must be, and the purse."""
    within = print_difference(task.set_out.tolerance_mm, units)
    return f"{_BRIEF[task.key]} Within {within}; {task.minutes} minutes and {task.pulls} pulls are in the purse."


def level_brief_text(task: LevelTask, units: Units) -> str:
    """The same of a task with levels."""
    within = print_difference(task.tolerance_mm, units)
    height = print_difference(task.target_mm or 0.0, units)
    brief = _BRIEF[task.key].format(
        height=height, apart=print_distance(PEGS_MM, units), over=print_distance(SHOWN_OVER_MM[units], units)
    )
    return f"{brief} Within {within}; {task.minutes} minutes and {task.shots} readings are in the purse."


_OUTCOME = {
    Outcome.RIGHT: "Square, and you proved it.",
    Outcome.LUCKY: "Square, but nothing you wrote down proves it: the next time it may not be.",
    Outcome.WRONG: "Not square: what was accepted would be poured as it is.",
}
_TOPS_OUTCOME = {
    Outcome.RIGHT: "At their height, and you proved it.",
    Outcome.LUCKY: "At their height, but nothing you wrote down proves it: the next time they may not be.",
    Outcome.WRONG: "Not at their height: everything that goes by these boards is off with them.",
}
_LEVEL_OUTCOME = {
    Outcome.RIGHT: "Right, and both stands of the test show it.",
    Outcome.LUCKY: "Right, but only both stands, midway and near a peg, show it: this was a guess.",
    Outcome.WRONG: "Not so: whoever shoots with this level now is led astray.",
}
_ENDED = {Outcome.RIGHT: "{right}, proved", Outcome.LUCKY: "{right} by luck", Outcome.WRONG: "not {right}"}
_LESSON = {
    Lesson.DIAGONALS_ALONE: "Only diagonals were pulled. A figure whose two ends lean alike has equal diagonals and no "
    "square corner: pull the sides as well.",
    Lesson.UNPROVED: "What you wrote down does not hold the shape: the sides and one diagonal do, the other proves it.",
    Lesson.SLIP_LEFT: "A number was called wrong, and nothing you did shows it. Six pulls of a rectangle leave one to "
    "spare: where they disagree, one is wrong. Pull it again.",
    Lesson.SLIP_CAUGHT: "A number was called wrong, and it was caught.",
    Lesson.MISREAD: "A number was written that the tape did not show. Say it aloud and read it again before writing.",
    Lesson.NOT_LOOKED_AGAIN: "Nails were moved and nothing was pulled after. A move changes two corners: pull again.",
    Lesson.NO_BENCHMARK: "A setup has no height before it has shot the benchmark: its readings say nothing alone.",
    Lesson.NOT_ALL_SHOT: "Not every top was shot: one that nobody looked at is as the eye has put it.",
    Lesson.NOT_SHOT_AGAIN: "A top was set and not read after. A hammer moves a board farther than one thinks.",
    Lesson.NOT_CLOSED: "Look at the benchmark once more before a laser is taken down: a stand that sank shows there.",
    Lesson.UNSETTLED: "The water still swung when it was read. Wait until it stands; half a minute is little.",
    Lesson.AIR_LEFT: "There was air in the hose, and its walking end read too much everywhere. Hold both ends together "
    "first: they must read alike.",
    Lesson.AIR_FOUND: "There was air in the hose, it was found, and let out.",
    Lesson.NOT_TURNED: "A line level has an error of its own that grows with the string: turn it end for end at every "
    "reading and take the mean.",
    Lesson.ONE_STAND: "From midway both sights are alike and their difference is true; from near one peg it is not, "
    "when the level lies. Only both stands together tell.",
    Lesson.OVER_PURSE: "It took more than was in the purse.",
}


def outcome_text(found: Debrief, units: Units) -> str:
    """How it ended, and how far off the worst corner really is."""
    return f"{_OUTCOME[found.outcome]} The worst corner really is {print_within(found.worst_mm, units)} from its plan."


def tops_text(found: LevelDebrief, units: Units) -> str:
    """How setting tops ended, or judging a level."""
    if found.error_mm is None:
        worst = print_within(found.worst_mm, units)
        return f"{_TOPS_OUTCOME[found.outcome]} The worst top really is {worst} from its height."
    over = SHOWN_OVER_MM[units] / OVER_MM
    really, said = (_too_much(mm * over, units) for mm in (found.error_mm, found.said_mm or 0.0))
    where = print_distance(SHOWN_OVER_MM[units], units)
    return f"{_LEVEL_OUTCOME[found.outcome]} On {where} it really reads {really}; you said {said}."


def ended_text(key: TaskKey, outcome: Outcome) -> str:
    """How a run ended, in three words."""
    right = {TaskKey.LEVEL_BOARDS: "at height", TaskKey.PEG_TEST: "right"}.get(key, "square")
    return _ENDED[outcome].format(right=right)


def _too_much(mm: float, units: Units) -> str:
    by = print_small(mm, units)
    return f"{by} too {'much' if mm > 0 else 'little'}" if by else "what is so"


def shot_text(shot: Shot, units: Units) -> str:
    """What a reading was worth, against the truth."""
    off = shot.shows_mm - shot.true_mm
    moving = print_small(shot.moving_mm, units) if shot.moving_mm > STILL_MM else None
    swung = f" The water still swung by {moving} either way." if moving else ""
    told = _too_much(off, units)
    return f"{shot.at}: {'it read right' if told == 'what is so' else f'it read {told}'}.{swung}"


def tops_believed_text(found: LevelDebrief, target_mm: float, units: Units) -> str:
    """What the written numbers say of the tops."""
    if not found.believed:
        return "By what you wrote down nothing is known of any top."
    parts = [f"{name} {_high(height - target_mm, units)}" for name, height in sorted(found.believed.items())]
    return f"By what you wrote down: {', '.join(parts)}."


def _high(off_mm: float, units: Units) -> str:
    by = print_small(off_mm, units)
    return f"{by} {'high' if off_mm > 0 else 'low'}" if by else "right"


TOOL_NAMES = {
    Tool.LASER: "rotating laser",
    Tool.HOSE: "hose",
    Tool.LINE: "line level",
    Tool.OPTICAL: "optical level",
}
STAND_NAMES = {Stand.MIDDLE: "midway", Stand.NEAR_A: "near A"}


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
