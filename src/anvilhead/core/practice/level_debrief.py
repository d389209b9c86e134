"""After a run with levels: real heights against those believed, what each reading was worth, and what it teaches."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.practice.debrief import Lesson, Outcome, ended, lessons_of_dangers
from anvilhead.core.practice.level_tasks import BENCHMARK, OVER_MM, Stand, Tool
from anvilhead.core.practice.level_yard import LevelYard, Shot
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import SIXTEENTH_MM

STILL_MM = 1.0
"""Water that swings by less than this is read as still."""
MISREAD_MM = 2 * SIXTEENTH_MM
"""A number farther than this from what was shown was not what was shown."""


@dataclass(frozen=True, slots=True)
class LevelDebrief:
    """What a run came to.

    Attributes:
        outcome, lessons: in words elsewhere.
        worst_mm: farthest that a top really is from its height, or what was said from what is so.
        heights: where tops really are; believed: by what was written.
        error_mm: what the instrument really reads too much on a hundred feet; said_mm: what was said; both None where
            none was asked for.
        shots: with their truth; minutes: that passed.
    """

    outcome: Outcome
    lessons: tuple[Lesson, ...]
    worst_mm: float
    heights: Mapping[str, float]
    believed: Mapping[str, float]
    error_mm: float | None
    said_mm: float | None
    shots: tuple[Shot, ...]
    minutes: float


def level_debrief(yard: LevelYard) -> LevelDebrief:
    """What a run came to; only for one that is over."""
    task, minutes = yard.task, yard.seconds / 60
    if not task.targets:
        error = yard.error_mm(task.tools[0], OVER_MM)
        off = abs((yard.said_mm or 0.0) - error)
        proved, right = _pegs_tell(yard), off <= task.tolerance_mm + NOTHING_MM
    else:
        error, off = None, yard.worst_mm
        believed = yard.believed()
        near = [abs(mm - task.targets[name]) <= task.tolerance_mm + NOTHING_MM for name, mm in believed.items()]
        proved, right = len(near) == len(task.tops) and all(near), off <= task.tolerance_mm + NOTHING_MM
    return LevelDebrief(
        ended(yard, is_so=right, proved=proved),
        tuple(_lessons(yard, minutes)),
        off,
        yard.heights,
        yard.believed(),
        error,
        None if error is None else yard.said_mm,
        tuple(yard.shots),
        minutes,
    )


class LevelGain(StrEnum):
    """What a reading of heights brought."""

    GIVES_HEIGHT = "gives-height"
    """The benchmark, first of its setup."""
    CLOSES = "closes"
    """The benchmark once more."""
    SHOWS_AIR = "shows-air"
    """Both ends of a hose held together."""
    NOTHING_YET = "nothing-yet"
    """A top from a setup that has no height."""
    FIRST_LOOK = "first-look"
    """A top, first since it was set."""
    TURNED = "turned"
    """A line level turned end for end: with the reading before its own error goes out."""
    LOOK_AGAIN = "look-again"
    OF_THE_TEST = "of-the-test"
    """One of the four readings of a peg test."""


def level_gains(yard: LevelYard) -> list[LevelGain]:
    """What every reading of a run brought, in order."""
    found: list[LevelGain] = []
    for number, one in enumerate(yard.shots):
        own = [other for other in yard.shots[:number] if other.setup == one.setup]
        same = [other for other in yard.shots[:number] if (other.at, other.sets) == (one.at, one.sets)]
        if not yard.task.targets:
            known = any((other.stand, other.at) == (one.stand, one.at) for other in yard.shots[:number])
            found.append(LevelGain.LOOK_AGAIN if known else LevelGain.OF_THE_TEST)
        elif one.at == BENCHMARK and one.tool is Tool.HOSE and one.turned:
            found.append(LevelGain.SHOWS_AIR)
        elif one.at == BENCHMARK:
            closes = any(other.at == BENCHMARK for other in own)
            found.append(LevelGain.CLOSES if closes else LevelGain.GIVES_HEIGHT)
        elif not any(other.at == BENCHMARK for other in own):
            found.append(LevelGain.NOTHING_YET)
        elif any(other.turned is not one.turned for other in same if one.tool is other.tool is Tool.LINE):
            found.append(LevelGain.TURNED)
        else:
            found.append(LevelGain.LOOK_AGAIN if same else LevelGain.FIRST_LOOK)
    return found


def _written(yard: LevelYard) -> list[Shot]:
    return [one for one in yard.shots if one.written_mm is not None]


def _pegs_tell(yard: LevelYard) -> bool:
    """Whether both pegs were read from midway, and both from near one of them."""
    read = {(one.stand, one.at) for one in _written(yard)}
    return all((stand, peg) in read for stand in (Stand.MIDDLE, Stand.NEAR_A) for peg in ("A", "B"))


def _lessons(yard: LevelYard, minutes: float) -> list[Lesson]:
    found = lessons_of_dangers(yard)
    shots = _written(yard)
    if not yard.task.targets:
        if not _pegs_tell(yard):
            found.append(Lesson.ONE_STAND)
    else:
        found += _of_tops(yard, shots)
    moving = {one.tool for one in shots if one.moving_mm > STILL_MM}
    if Tool.HOSE in moving:
        found.append(Lesson.UNSETTLED)
    if Tool.OPTICAL in moving:
        found.append(Lesson.PARALLAX)
    for slipped in (one for one in shots if one.slip):
        again = [one for one in shots if one is not slipped and (one.at, one.setup) == (slipped.at, slipped.setup)]
        found.append(Lesson.SLIP_CAUGHT if again else Lesson.SLIP_LEFT)
    if any(abs((one.written_mm or 0.0) - one.shows_mm) > MISREAD_MM + one.moving_mm for one in shots):
        found.append(Lesson.MISREAD)
    if minutes > yard.task.minutes or len(yard.shots) > yard.task.shots:
        found.append(Lesson.OVER_PURSE)
    return found


def _of_tops(yard: LevelYard, shots: list[Shot]) -> list[Lesson]:
    """What there is to learn of tops set to height."""
    found = []
    used = {one.setup for one in shots if one.at != BENCHMARK}
    backs = {one.setup for one in shots if one.at == BENCHMARK}
    if used - backs:
        found.append(Lesson.NO_BENCHMARK)
    if set(yard.task.tops) - yard.believed().keys():
        found.append(Lesson.NOT_SHOT_AGAIN if any(yard.sets.values()) else Lesson.NOT_ALL_SHOT)
    lasers = {one.setup for one in shots if one.tool is Tool.LASER and one.at != BENCHMARK}
    closed = {setup for setup in lasers if sum(one.at == BENCHMARK for one in shots if one.setup == setup) > 1}
    if lasers - closed:
        found.append(Lesson.NOT_CLOSED)
    if any(one.tool is Tool.HOSE and one.at != BENCHMARK for one in shots):
        together = any(one.tool is Tool.HOSE and one.turned for one in shots)
        if yard.hose_mm and not together:
            found.append(Lesson.AIR_LEFT)
        elif yard.bled and together:
            found.append(Lesson.AIR_FOUND)
    lines = [one for one in shots if one.tool is Tool.LINE and one.at != BENCHMARK]
    turned = {one.at for one in lines if one.turned}
    if {one.at for one in lines if not one.turned} ^ turned:
        found.append(Lesson.NOT_TURNED)
    return found
