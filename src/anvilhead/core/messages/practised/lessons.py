"""What a run in the practice yard teaches."""

from anvilhead.core.practice.debrief import Lesson

_LESSON = {
    Lesson.DIAGONALS_ALONE: "Only diagonals were pulled. A figure whose two ends lean alike has equal diagonals and no "
    "square corner: pull the sides as well.",
    Lesson.UNPROVED: "What you wrote down does not hold the shape: the sides and one diagonal do, the other proves it.",
    Lesson.SLIP_LEFT: "A number was called wrong, and nothing you did shows it. Six pulls of a rectangle leave one to "
    "spare: where they disagree, one is wrong. Pull it again.",
    Lesson.SLIP_CAUGHT: "A number was called wrong, and it was caught.",
    Lesson.MISREAD: "A number was written that the tape did not show. Say it aloud and read it again before writing.",
    Lesson.NOT_LOOKED_AGAIN: "Nails were moved and nothing was pulled after. A move changes two corners: pull again.",
    Lesson.NOT_SWUNG: "A string is parallel once it is swung right from both its ends after the last nail was moved.",
    Lesson.BURN_OFF: "The burn was taken off before the number was written. Write what stands on the tape: every "
    "number of this plan has the burn in.",
    Lesson.STOOD_ALREADY: "Everything was good as it was found: nails were moved for nothing. Pull a round first.",
    Lesson.PAST_THE_BOARD: "A nail was moved farther than its board bears. Drive the stakes again and put the board "
    "where the line is.",
    Lesson.STAKED_FOR_NOTHING: "It was staked anew although nails alone would have brought it in, or nothing was off.",
    Lesson.NO_BENCHMARK: "A setup has no height before it has shot the benchmark: its readings say nothing alone.",
    Lesson.NOT_ALL_SHOT: "Not every top was shot: one that nobody looked at is as the eye has put it.",
    Lesson.NOT_SHOT_AGAIN: "A top was set and not read after. A hammer moves a board farther than one thinks.",
    Lesson.NOT_CLOSED: "Look at the benchmark once more before a laser is taken down: a stand that sank shows there.",
    Lesson.UNSETTLED: "The water still swung when it was read. Wait until it stands; half a minute is little.",
    Lesson.AIR_LEFT: "There was air in the hose, or its leg lay in the sun: its walking end read too much. Hold both "
    "ends together first: they must read alike.",
    Lesson.AIR_FOUND: "Both ends of the hose did not read alike; it was found, and the water let through.",
    Lesson.NOT_TURNED: "A line level has an error of its own that grows with the string: turn it end for end at every "
    "reading and take the mean.",
    Lesson.ONE_STAND: "From midway both sights are alike and their difference is true; from near one peg it is not, "
    "when the level lies. Only both stands together tell.",
    Lesson.NOT_LOOKED: "Work began before anybody had looked round and up. What hangs over a yard and what is painted "
    "on its ground is seen by who looks first.",
    Lesson.RAISED_UNDER: "A rod was raised beside a line overhead. Power jumps the last of the gap, and kills: read "
    "those points with what needs no rod, or ask the line's owner first.",
    Lesson.DROVE_BESIDE: "Stakes were driven beside paint. What is marked lies about there, not just there: the ground "
    "is opened by hand first, as the local rule says.",
    Lesson.PARALLAX: "The hair swam on the rod as the eye moved. Focus the eyepiece on it before anything is read.",
    Lesson.OVER_PURSE: "It took more than was in the purse.",
}


def lesson_text(lesson: Lesson) -> str:
    """One thing there is to learn."""
    return _LESSON[lesson]
