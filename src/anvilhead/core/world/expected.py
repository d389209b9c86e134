"""What many set-outs of one plan come to: how many rounds, how long, how far the worst corner is off at the end."""

from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from random import Random
from statistics import fmean

from anvilhead.core.check.set_out import SetOut
from anvilhead.core.measure.tape import Pull
from anvilhead.core.units.units import Units
from anvilhead.core.world.coached_crew import CoachedCrew, SetOutRun
from anvilhead.core.world.length_stand_ins import LengthStandIn
from anvilhead.core.world.real_lines import BY_EYE_MM, put_up_by_eye


@dataclass(frozen=True)
class Yard:
    """What is simulated.

    Attributes:
        set_out: the plan; asked: the pulls of one round, in the order they are walked.
        units: of the tape; misreads: share of its readings that go wrong; people: one or two.
        by_eye_mm: standard deviation of the corners before anything is squared.
    """

    set_out: SetOut
    asked: Sequence[Pull]
    units: Units = Units.FT_IN
    misreads: float = 0.0
    people: int = 2
    by_eye_mm: float = BY_EYE_MM


def one_run(yard: Yard, seed: str) -> SetOutRun:
    """One whole set-out; the same seed gives the same."""
    noise = Random(seed)
    lines = put_up_by_eye(yard.set_out, noise, yard.by_eye_mm)
    tape = LengthStandIn(lines, noise, yard.misreads, yard.units)
    return CoachedCrew(lines, tape, yard.asked, people=yard.people).set_out()


def some_runs(yard: Yard, name: str, seed: int, runs: Sequence[int]) -> list[SetOutRun]:
    """Some of the set-outs of a structure: each is the same however many are tried beside it.

    Args:
        yard: what is tried out.
        name: of the structure, so that two of a job are not put up alike.
        seed: of all of them.
        runs: their numbers.
    """
    return [one_run(yard, f"{seed} {name} {number}") for number in runs]


@dataclass(frozen=True)
class Expected:
    """What to expect, by the set-outs that were tried."""

    runs: Sequence[SetOutRun]

    @property
    def gave_up(self) -> int:
        """Set-outs that were not square after the most rounds."""
        return sum(not run.square for run in self.runs)

    @property
    def rounds(self) -> dict[int, int]:
        """How many set-outs took how many rounds."""
        return dict(sorted(Counter(run.rounds for run in self.runs).items()))

    def mean(self, of: Callable[[SetOutRun], float]) -> float:
        """Mean of something over all."""
        return fmean(of(run) for run in self.runs)

    def below(self, of: Callable[[SetOutRun], float], share: float = 0.95) -> float:
        """What so many of them stay below: the value at that rank, interpolated between neighbours.

        Args:
            of: what of a set-out.
            share: 0 to 1.
        """
        ordered = sorted(of(run) for run in self.runs)
        place = share * (len(ordered) - 1)
        low = int(place)
        high = min(low + 1, len(ordered) - 1)
        return ordered[low] + (ordered[high] - ordered[low]) * (place - low)
