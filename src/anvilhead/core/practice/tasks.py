"""What is practised: each task a plan, a site made from a seed, and what it is to teach."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum
from random import Random

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.units.units import FOOT_MM, INCH_MM
from anvilhead.core.world.real_lines import RealLines, put_up_by_eye


class TaskKey(StrEnum):
    """Tasks by name, in the order of a learner's path."""

    SQUARE_SLAB = "square-slab"
    EQUAL_DIAGONALS = "equal-diagonals"
    COMPUTED_DIAGONALS = "computed-diagonals"
    PARALLEL_STRING = "parallel-string"
    FIND_SLIP = "find-slip"
    LOST_CORNER = "lost-corner"
    ACCEPT_OR_RESTAKE = "accept-or-restake"
    ELL = "ell"
    LEVEL_BOARDS = "level-boards"
    PEG_TEST = "peg-test"
    FENCE = "fence-falling"
    OWN_PLAN = "own-plan"
    """Strings of a plan of one's own; no task of the path."""


@dataclass(frozen=True)
class PracticeTask:
    """One task.

    Attributes:
        set_out: the plan, as in real work.
        site: puts the lines up as they really lie, from a seed.
        misheard: whether the helper once calls a number wrong.
        minutes, pulls: the purse.
        burn_mm: where the tape is started; what is written has it in.
        tells_diagonals: whether they stand on the plan, or must be worked out.
        swings: whether the tape may be swung from a corner to a line.
        at: the corner whose nails alone may be moved; any when empty.
        restakes: whether one may say that `STAKED_ANEW` must be staked anew.
    """

    key: TaskKey
    set_out: SetOut
    site: Callable[[SetOut, Random], RealLines]
    misheard: bool = False
    minutes: int = 60
    pulls: int = 24
    burn_mm: float = 0.0
    tells_diagonals: bool = True
    swings: bool = False
    at: str = ""
    restakes: bool = False


STAKED_ANEW = "C"
"""The corner that a crew before may have staked too far off, or that was run over."""
MINUTES_A_CORNER, PULLS_A_CORNER = 16, 8


def own_task(set_out: SetOut) -> PracticeTask:
    """Strings of any plan, put up by eye."""
    corners = len(set_out.footprint.names)
    return PracticeTask(
        TaskKey.OWN_PLAN,
        set_out,
        put_up_by_eye,
        minutes=MINUTES_A_CORNER * corners,
        pulls=PULLS_A_CORNER * corners,
    )


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


def _two_by_diagonals(set_out: SetOut, noise: Random) -> RealLines:
    """AB stands; the far corners are where a helper dropped two stakes."""
    return put_up_by_eye(set_out, noise, 2 * INCH_MM)


def _leaning(set_out: SetOut, noise: Random) -> RealLines:
    """The string over from AB is not parallel to it; the two beside it are as good as they need be."""
    nearly = _nearly(set_out, noise).at
    by, turn = noise.gauss(0, INCH_MM), noise.choice((-1, 1)) * noise.uniform(0.7, 2.0) * INCH_MM
    off = {"C": Point(0.0, by + turn), "D": Point(0.0, by - turn)}
    return RealLines(set_out, {name: place + off.get(name, Point(0.0, 0.0)) for name, place in nearly.items()})


def _run_over(set_out: SetOut, noise: Random) -> RealLines:
    """Everything good but one corner, whose nails somebody drove again by eye."""
    lines = _nearly(set_out, noise)
    for board in set_out.boards:
        if board.corner == STAKED_ANEW:
            lines.move(board, noise.choice((-1, 1)) * noise.uniform(0.8, 3.0) * INCH_MM)
    return lines


def _as_found(set_out: SetOut, noise: Random) -> RealLines:
    """Good as it stands, off by what nails can bear, or by more than boards can: as often each."""
    found = noise.randrange(3)
    at = _nearly(set_out, noise).at
    if found:
        by = noise.uniform(0.6, 1.2) * INCH_MM if found == 1 else noise.uniform(3.0, 5.0) * INCH_MM
        off = Point(by * noise.choice((-1, 1)), by * noise.choice((-1, 1)))
        at = {**at, STAKED_ANEW: at[STAKED_ANEW] + off}
    return RealLines(set_out, at)


_ELL_FEET = ((0, 0), (30, 0), (30, 12), (16, 12), (16, 24), (0, 24))
ELL_STORE = replace(HARDSTAND, footprint=Footprint(tuple(Point(x * FOOT_MM, y * FOOT_MM) for x, y in _ELL_FEET)))

TASKS: Mapping[TaskKey, PracticeTask] = {
    task.key: task
    for task in (
        PracticeTask(TaskKey.SQUARE_SLAB, HARDSTAND, put_up_by_eye),
        PracticeTask(TaskKey.EQUAL_DIAGONALS, HARDSTAND, _trapezoid),
        PracticeTask(TaskKey.COMPUTED_DIAGONALS, HARDSTAND, _two_by_diagonals, burn_mm=FOOT_MM, tells_diagonals=False),
        PracticeTask(TaskKey.PARALLEL_STRING, HARDSTAND, _leaning, minutes=40, pulls=16, swings=True),
        PracticeTask(TaskKey.FIND_SLIP, HARDSTAND, _nearly, misheard=True, minutes=30, pulls=12),
        PracticeTask(TaskKey.LOST_CORNER, HARDSTAND, _run_over, minutes=40, pulls=16, at=STAKED_ANEW),
        PracticeTask(TaskKey.ACCEPT_OR_RESTAKE, HARDSTAND, _as_found, minutes=50, pulls=24, restakes=True),
        PracticeTask(TaskKey.ELL, ELL_STORE, put_up_by_eye, minutes=150, pulls=60),
    )
}
