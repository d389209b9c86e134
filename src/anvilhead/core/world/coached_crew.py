"""A whole set-out by the coach: pull a round, do what is told, pull again, and stop at its verdict.

Nothing is done that a crew could not do: it sees readings and the coach's words, never where the lines really lie.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

from anvilhead.core.again.carried import carried_from
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck, Verdict, check_square
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull
from anvilhead.core.measure.walking import walking_mm
from anvilhead.core.moves.moves import Order
from anvilhead.core.world.length_stand_ins import LengthStandIn
from anvilhead.core.world.real_lines import RealLines

MOST_ROUNDS = 12
"""A crew that is not square by then has given up."""
MOST_MORE = 12
"""Pulls taken in a round beyond those it began with, when the coach asks for them."""

PULL_S, MOVE_S, ROUND_S = 45.0, 90.0, 120.0
"""Seconds to hold, read and call one pull; to move and settle one nail; to begin a round. Ours: round numbers."""
WALK_MM_S = 1000.0


@dataclass(frozen=True, slots=True)
class SetOutRun:
    """What one set-out came to.

    Attributes:
        rounds, pulls: until the crew could know that it was done, or gave up; square: whether it did not give up.
        moved: nails, stakes and form corners moved; seconds: by the times above, walking included.
        worst_mm: farthest that a corner really is from its plan; off: where each of them really is, from its plan.
    """

    rounds: int
    pulls: int
    square: bool
    moved: int
    seconds: float
    worst_mm: float
    off: dict[str, Point]


@dataclass
class CoachedCrew:
    """A crew that pulls what its method asks for and moves what it is told.

    Attributes:
        lines: as they really lie; tape: everything lengths are read with.
        asked: pulls of a round, in the order they are walked.
        careless: how often a nail that should move is forgotten, and half as often moved the wrong way.
        people: one or two, for the walking.
    """

    lines: RealLines
    tape: LengthStandIn
    asked: Sequence[Pull]
    careless: float = 0.0
    people: int = 2
    _taken: list[Pull] = field(default_factory=list)
    _moved: int = 0

    def set_out(self) -> SetOutRun:
        """Pull and move until the verdict is square, or the crew gives up."""
        before: SquareCheck | None = None
        for number in range(1, MOST_ROUNDS + 1):
            before = self.round(before)
            if before.verdict is Verdict.SQUARE:
                return self._run(number, square=True)
            if before.order is not None:
                self._do(before.order, before.laid.corners)
        return self._run(MOST_ROUNDS, square=False)

    def round(self, before: SquareCheck | None) -> SquareCheck:
        """One round of pulls, with those that the coach asks for besides, and those read again that it doubts."""
        set_out = self.lines.set_out
        if set_out.goes_on:
            set_out = replace(set_out, carried=carried_from(set_out, before))
        self.tape.begin_round()
        pulls: list[Pull] = []
        if set_out.carried.observations:
            check = self._as_it_goes(set_out, pulls)
            if check.went_on is not False and check.verdict is not Verdict.NEEDS_PULLS:
                return check
        known = {pull.key for pull in pulls}
        pulls += [self._read(pull) for pull in self.asked if pull.key not in known]
        return self._settled(set_out, pulls)

    def _as_it_goes(self, set_out: SetOut, pulls: list[Pull]) -> SquareCheck:
        """Only what is asked for, one by one from the longest on, while that goes on from the round before."""
        asked = max(self.asked, key=self.lines.planned_mm)
        while True:
            pulls.append(self._read(asked))
            check = check_square(set_out, pulls, self.tape.units)
            if check.next_pull is None or check.went_on is False or len(pulls) >= 2 * len(self.asked):
                return check
            asked = check.next_pull.pull

    def _settled(self, set_out: SetOut, pulls: list[Pull]) -> SquareCheck:
        check = check_square(set_out, pulls, self.tape.units)
        for _ in range(MOST_MORE):
            wrong = [suspect.pull for suspect in check.suspects if suspect.certain]
            if wrong:
                pulls = [self._read(pull) if any(pull is one for one in wrong) else pull for pull in pulls]
            elif check.verdict is Verdict.CHECK_READINGS:
                pulls = [self._read(pull) for pull in pulls]
            elif check.verdict is Verdict.NEEDS_PULLS and check.next_pull:
                pulls = [*pulls, self._read(check.next_pull.pull)]
            else:
                break
            check = check_square(set_out, pulls, self.tape.units)
        return check

    def _read(self, pull: Pull) -> Pull:
        self._taken.append(pull)
        return self.tape.read(pull)

    def _do(self, order: Order, believed: Mapping[str, Point]) -> None:
        """What is told, but for what a careless hand forgets or turns round."""
        noise = self.tape.noise
        self._moved += len(order.moves) + len(order.pushes)
        if self.careless:
            done = []
            for move in order.moves:
                slip = noise.random()
                if slip >= self.careless:
                    done.append(move if slip >= 1.5 * self.careless else replace(move, inward_mm=-move.inward_mm))
            order = replace(order, moves=tuple(done))
        self.lines.carry_out(order, believed, noise)

    def _run(self, rounds: int, *, square: bool) -> SetOutRun:
        plan, at = self.lines.set_out.footprint.corners, self.lines.laid()
        ends = [(self.lines.at[pull.start], self.lines.at[pull.end]) for pull in self._taken if _between(pull, at)]
        walked = walking_mm(ends, self.people) if ends else 0.0
        seconds = rounds * ROUND_S + len(self._taken) * PULL_S + self._moved * MOVE_S + walked / WALK_MM_S
        off = {name: at[name] - place for name, place in plan.items()}
        worst = max(way.length() for way in off.values())
        return SetOutRun(rounds, len(self._taken), square, self._moved, seconds, worst, off)


def _between(pull: Pull, at: Mapping[str, Point]) -> bool:
    return pull.start in at and pull.end in at
