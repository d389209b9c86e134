"""A site worked on step by step: what is pulled is read by a stand-in, what is moved moves, minutes pass.

Everything follows from the task, the seed and the steps, so that a run is kept as its steps alone and comes out the
same whenever it is looked at.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from random import Random
from typing import Literal

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.check.squaring import SquareCheck, check_square
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull
from anvilhead.core.measure.walking import walking_mm
from anvilhead.core.practice.tasks import TASKS, TaskKey
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM
from anvilhead.core.units.units import FOOT_MM, INCH_MM, Units
from anvilhead.core.world.coached_crew import MOVE_S, PULL_S, WALK_MM_S
from anvilhead.core.world.length_stand_ins import LengthStandIn

MISHEARD = {Slip.FOOT: FOOT_MM, Slip.INCH: INCH_MM}
FIRST_PULLS = 6
"""The helper mishears within these."""


@dataclass(frozen=True, slots=True)
class Step:
    """What was done.

    Attributes:
        do: `pull` between two corners, `write` what was read of a pull, `move` a nail, or `accept` the strings.
        start, end: of a pull; pull: number of the pull that is written, from 0; reading_mm: as written.
        board: whose nail moves; inward_mm: by so much.
    """

    do: Literal["pull", "write", "move", "accept"]
    start: str = ""
    end: str = ""
    pull: int = 0
    reading_mm: float = 0.0
    board: str = ""
    inward_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class Pulled:
    """A pull of a run.

    Attributes:
        shows_mm: what the tape was held to, as it was called out; written_mm: as it was written down, None before.
        true_mm: what it would have read without any error; slip: by which it was called wrong.
        after: how many nails had been moved before it.
    """

    start: str
    end: str
    shows_mm: float
    true_mm: float
    slip: Slip | None
    after: int
    written_mm: float | None = None


class PracticeYard:
    """One run of a task.

    Attributes:
        pulled: every pull, in order; moved: how many nails; seconds: that have passed; accepted: whether it is over.
    """

    def __init__(self, key: TaskKey, seed: str) -> None:
        self.task = TASKS[key]
        noise = Random(seed)
        self._lines = self.task.site(self.task.set_out, noise)
        self._tape = LengthStandIn(self._lines, noise)
        self._misheard_at = noise.randrange(FIRST_PULLS) if self.task.misheard else None
        self._noise = noise
        self.pulled: list[Pulled] = []
        self.moved = 0
        self.seconds = 0.0
        self.accepted = False

    def take(self, steps: Iterable[Step]) -> "PracticeYard":
        """Do steps one after the other.

        Raises:
            InputError: when a step cannot be done.
        """
        for step in steps:
            self._do(step)
        return self

    @property
    def corners(self) -> Mapping[str, Point]:
        """Where the corners really are, laid over the plan by what is held."""
        return self._lines.laid()

    @property
    def worst_mm(self) -> float:
        """Farthest that one really is from its plan."""
        return self._lines.worst_mm

    def believed(self, units: Units) -> SquareCheck | None:
        """What the coach would say of what was written since the last nail was moved; None before anything was.

        What was pulled again and written stands in place of what was read before.
        """
        pulls = [
            Pull(one.start, one.end, one.written_mm)
            for one in self.pulled
            if one.written_mm is not None and one.after == self.moved
        ]
        latest = {pull.pair: pull for pull in pulls}
        return check_square(self.task.set_out, list(latest.values()), units) if latest else None

    def _do(self, step: Step) -> None:
        if self.accepted:
            raise InputError("over", "The strings were accepted: this run is over. Begin another.")
        if step.do == "pull":
            self._pull(step)
        elif step.do == "write":
            if not 0 <= step.pull < len(self.pulled):
                raise InputError("no-pull", f"There is no pull number {step.pull + 1} to write down.")
            self.pulled[step.pull] = replace(self.pulled[step.pull], written_mm=step.reading_mm)
        elif step.do == "move":
            board = next((one for one in self.task.set_out.boards if one.name == step.board), None)
            if board is None:
                raise InputError("no-board", f"There is no board {step.board} here.")
            if abs(step.inward_mm) < SMALLEST_MOVE_MM:
                raise InputError("no-move", "That is less than a hand can set. Say by how much the nail moves.")
            self._lines.move(board, step.inward_mm)
            self.moved += 1
            self.seconds += MOVE_S
        else:
            self.accepted = True

    def _pull(self, step: Step) -> None:
        names = self.task.set_out.footprint.names
        if step.start == step.end or not {step.start, step.end} <= set(names):
            raise InputError("no-corner", f"A tape runs between two of the corners {', '.join(names)}.")
        pull = Pull(step.start, step.end, 1.0)
        at = self._lines.at
        before = self.pulled[-1] if self.pulled else None
        ends = [(at[one.start], at[one.end]) for one in (before, step) if one is not None]
        self.seconds += PULL_S + (walking_mm(ends, 2) / WALK_MM_S if before else 0.0)
        true, shows, slip = self._lines.length_mm(pull), self._tape.read(pull).reading_mm, None
        if len(self.pulled) == self._misheard_at:
            slip = self._noise.choice(list(MISHEARD))
            shows += self._noise.choice((-1, 1)) * MISHEARD[slip]
        self.pulled.append(Pulled(step.start, step.end, shows, true, slip, self.moved))


def steps_of(documents: Sequence[Mapping[str, object]]) -> list[Step]:
    """Steps as they were kept."""
    return [Step(**document) for document in documents]  # type: ignore[arg-type]
