"""What is practised: each task a plan, a site made from a seed, and what it is to teach."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import StrEnum
from random import Random

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.geometry.footprint import rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.units.units import FOOT_MM, INCH_MM
from anvilhead.core.world.real_lines import RealLines, put_up_by_eye


class TaskKey(StrEnum):
    """Tasks by name, in the order of a learner's path."""

    SQUARE_SLAB = "square-slab"
    EQUAL_DIAGONALS = "equal-diagonals"
    FIND_SLIP = "find-slip"
    LEVEL_BOARDS = "level-boards"
    PEG_TEST = "peg-test"


@dataclass(frozen=True)
class PracticeTask:
    """One task.

    Attributes:
        set_out: the plan, as in real work.
        site: puts the lines up as they really lie, from a seed.
        misheard: whether the helper once calls a number wrong.
        minutes, pulls: the purse.
    """

    key: TaskKey
    set_out: SetOut
    site: Callable[[SetOut, Random], RealLines]
    misheard: bool
    minutes: int
    pulls: int


LENGTH_MM, WIDTH_MM = 40 * FOOT_MM, 22 * FOOT_MM
HARDSTAND = SetOut(rectangle(LENGTH_MM, WIDTH_MM), BoardLayout(4 * FOOT_MM), tolerance_mm=INCH_MM / 4)


def _trapezoid(set_out: SetOut, noise: Random) -> RealLines:
    """The far side too short or too long, alike at both ends: its diagonals are equal, its corners not square."""
    by = noise.choice((-1, 1)) * noise.uniform(1.5, 2.5) * INCH_MM
    at = dict(set_out.footprint.corners)
    at["C"], at["D"] = at["C"] + Point(by, 0.0), at["D"] - Point(by, 0.0)
    return RealLines(set_out, at)


def _nearly(set_out: SetOut, noise: Random) -> RealLines:
    """Strings as good as they need be."""
    return put_up_by_eye(set_out, noise, INCH_MM / 20)


TASKS: Mapping[TaskKey, PracticeTask] = {
    task.key: task
    for task in (
        PracticeTask(TaskKey.SQUARE_SLAB, HARDSTAND, put_up_by_eye, False, minutes=60, pulls=24),
        PracticeTask(TaskKey.EQUAL_DIAGONALS, HARDSTAND, _trapezoid, False, minutes=60, pulls=24),
        PracticeTask(TaskKey.FIND_SLIP, HARDSTAND, _nearly, True, minutes=30, pulls=12),
    )
}
