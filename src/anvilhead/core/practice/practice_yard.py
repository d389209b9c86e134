"""A site worked on step by step: what is pulled is read by a stand-in, what is moved moves, minutes pass.

Everything follows from the task, the seed and the steps, so that a run is kept as its steps alone and comes out the
same whenever it is looked at.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import combinations
from random import Random
from typing import Literal

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.check.squaring import SquareCheck, Verdict, check_square
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.measure.walking import walking_mm
from anvilhead.core.practice.conditions import Conditions
from anvilhead.core.practice.dangers_there import dangers_there
from anvilhead.core.practice.helper import CALLED_SHARE, as_called, misheard
from anvilhead.core.practice.tasks import STAKED_ANEW, TASKS, PracticeTask, TaskKey
from anvilhead.core.practice.yard import Risk, Yard
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM
from anvilhead.core.units.units import Units
from anvilhead.core.world.coached_crew import MOVE_S, PULL_S, WALK_MM_S
from anvilhead.core.world.length_stand_ins import LengthStandIn

FIRST_PULLS = 6
"""The helper who always calls is misheard within these."""
BY_HAND_S = 1800.0
"""To open the ground by hand where stakes go."""


@dataclass(frozen=True, slots=True)
class Step:
    """What was done.

    Attributes:
        do: `look` round and up, `pull` between two corners or by a swing to a line, `write` what was read of a pull,
            `move` a nail, ask for a `hint`, `accept` the strings, or say that they must be staked anew, `restake`.
        start, end: of a pull; swing: `end` is a line; called: a helper reads it and calls.
        pull: number of the pull that is written, from 0; reading_mm: as written.
        board: whose nail moves; inward_mm: by so much.
        by_hand: the ground is opened by hand before stakes are driven anew.
    """

    do: Literal["look", "pull", "write", "move", "hint", "accept", "restake"]
    start: str = ""
    end: str = ""
    swing: bool = False
    called: bool = False
    pull: int = 0
    reading_mm: float = 0.0
    board: str = ""
    inward_mm: float = 0.0
    by_hand: bool = False


@dataclass(frozen=True, slots=True)
class Pulled:
    """A pull of a run.

    Attributes:
        shows_mm: what the tape was held to, as it was called out; written_mm: as it was written down, None before.
        called: a helper read it.
        true_mm: what it would have read without any error; slip: by which it was called wrong.
        after: how many nails had been moved before it; swing: it runs to a line; burn_mm: where the tape was started.
        seconds: that it took, walking there included.
    """

    start: str
    end: str
    shows_mm: float
    true_mm: float
    slip: Slip | None
    after: int
    swing: bool = False
    burn_mm: float = 0.0
    seconds: float = 0.0
    called: bool = False
    written_mm: float | None = None

    def as_pull(self, reading_mm: float) -> Pull:
        """It as a pull with a reading."""
        kind = PullKind.TO_LINE if self.swing else PullKind.POINTS
        return Pull(self.start, self.end, reading_mm, self.burn_mm, kind=kind)


class PracticeYard(Yard[Step]):
    """One run of a task; one on a plan of somebody's own brings its task along.

    Attributes:
        pulled: every pull, in order; moved: how many nails.
        restaked: whether it ended by saying that it must be staked anew.
        nails: planned places of the nails, by board.
        own: the tape of the shelf that is pulled, if it is one of it.
        was: what the coach would have said of the strings as they were found, had nothing been off in the pulls.
    """

    def __init__(
        self, key: TaskKey, seed: str, task: PracticeTask | None = None, conditions: Conditions | None = None
    ) -> None:
        conditions = conditions or Conditions()
        task, self.own, self._units = task or TASKS[key], conditions.tape, conditions.units
        self.nails = {board.name: board.nail for board in task.set_out.boards}
        near = {name: at for name, at in self.nails.items() if not task.restakes or name.endswith(f"@{STAKED_ANEW}")}
        super().__init__(dangers_there(near, seed) if conditions.has_dangers else None)
        self.task = replace(task, set_out=replace(task.set_out, tape=self.own.grade)) if self.own else task
        noise = Random(seed)
        self._lines = self.task.site(self.task.set_out, noise)
        off = (self.own.zero_mm, self.own.scale) if self.own else (0.0, 0.0)
        self._tape = LengthStandIn(self._lines, noise, units=self._units, hook_mm=off[0], scale=off[1])
        self._misheard_at = noise.randrange(FIRST_PULLS) if self.task.misheard else None
        self._noise = noise
        self.pulled: list[Pulled] = []
        self.moved = 0
        self.restaked = False
        self.was = self._as_found() if self.task.restakes else None

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
        written = [one for one in self.pulled if one.written_mm is not None and one.after == self.moved]
        return self.judged([(one, one.written_mm or 0.0) for one in written], units)

    def judged(self, read: Sequence[tuple[Pulled, float]], units: Units) -> SquareCheck | None:
        """What the coach would say of readings of one round, less what the tape's own test found; None of none."""
        taken_off = self.own.taken_off if self.own else lambda reading_mm, _: reading_mm
        pulls = [one.as_pull(taken_off(reading_mm, one.burn_mm)) for one, reading_mm in read]
        latest = {pull.key: pull for pull in pulls}
        return check_square(self.task.set_out, list(latest.values()), units) if latest else None

    def _as_found(self) -> Verdict:
        names = self.task.set_out.footprint.names
        pulls = [Pull(one, other, 1.0) for one, other in combinations(names, 2)]
        return check_square(
            self.task.set_out, [replace(pull, reading_mm=self._lines.length_mm(pull)) for pull in pulls]
        ).verdict

    def _do(self, step: Step) -> None:
        if step.do == "pull":
            self._pull(step)
        elif step.do == "write":
            if not 0 <= step.pull < len(self.pulled):
                raise InputError("no-pull", f"There is no pull number {step.pull + 1} to write down.")
            self.pulled[step.pull] = replace(self.pulled[step.pull], written_mm=step.reading_mm)
        elif step.do == "move":
            board = next((one for one in self.task.set_out.boards if one.name == step.board), None)
            if board is None or (self.task.at and board.corner != self.task.at):
                raise InputError("no-board", f"There is no nail to move on a board {step.board} here.")
            if abs(step.inward_mm) < SMALLEST_MOVE_MM:
                raise InputError("no-move", "That is less than a hand can set. Say by how much the nail moves.")
            self._lines.move(board, step.inward_mm)
            self.moved += 1
            self.seconds += MOVE_S
        elif step.do == "restake":
            self._restake(step)
        else:
            self.accepted = True

    def _restake(self, step: Step) -> None:
        if not self.task.restakes:
            raise InputError("no-restake", "Staking anew is no way out of this task. Move what is off.")
        if step.by_hand:
            self.seconds += BY_HAND_S
        elif self.there is not None and any(self.there.is_beside(nail) for nail in self.stakes_anew):
            self.risked.add(Risk.DROVE_BESIDE)
        self.accepted = self.restaked = True

    @property
    def stakes_anew(self) -> list[Point]:
        """Where stakes would be driven again."""
        return [board.nail for board in self.task.set_out.boards if board.corner == STAKED_ANEW]

    def _pull(self, step: Step) -> None:
        footprint = self.task.set_out.footprint
        if step.swing:
            side = footprint.sides_by_name.get(step.end) if self.task.swings else None
            if side is None or step.start not in footprint.names or step.start in (side.start, side.end):
                raise InputError("no-swing", "A tape is swung from a corner to a line that does not run through it.")
        elif step.start == step.end or not {step.start, step.end} <= set(footprint.names):
            raise InputError("no-corner", f"A tape runs between two of the corners {', '.join(footprint.names)}.")
        burn = self.task.burn_mm
        pull = Pulled(step.start, step.end, 0.0, 0.0, None, 0, step.swing, burn).as_pull(burn + 1.0)
        before = self.pulled[-1] if self.pulled else None
        ends = [self._ends(one) for one in (before, step) if one is not None]
        took = PULL_S * (CALLED_SHARE if step.called else 1.0)
        took += walking_mm(ends, 2) / WALK_MM_S if before else 0.0
        self.seconds += took
        true, shows, slip = self._lines.length_mm(pull) + burn, self._tape.read(pull).reading_mm, None
        if len(self.pulled) == self._misheard_at:
            shows, slip = misheard(shows, self._noise, self._units)
            if slip is None:
                self._misheard_at += 1  # a number that cannot be taken for another: the next one is
        elif step.called:
            shows, slip = as_called(shows, self._noise, self._units)
        called = step.called or self._misheard_at is not None
        self.pulled.append(Pulled(step.start, step.end, shows, true, slip, self.moved, step.swing, burn, took, called))

    def _ends(self, pull: "Pulled | Step") -> tuple[Point, Point]:
        """Where the two ends of a tape are held; at a line, where it starts."""
        at = self._lines.at
        end = self.task.set_out.footprint.sides_by_name[pull.end].start if pull.swing else pull.end
        return at[pull.start], at[end]


def pull_pair(start: str, end: str) -> str:
    """Two ends of a tape as they are called."""
    return f"{start}–{end}"


def steps_of(documents: Sequence[Mapping[str, object]]) -> list[Step]:
    """Steps as they were kept."""
    return [Step(**document) for document in documents]  # type: ignore[arg-type]
