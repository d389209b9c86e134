"""Whole set-outs of a job's plans, tried out where the truth is known: with its tape, its method, its crew."""

from collections.abc import Callable, Sequence

from anvilhead.core.messages.made.simulation_words import expected_text
from anvilhead.core.units.units import Units
from anvilhead.core.world.coached_crew import SetOutRun
from anvilhead.core.world.expected import Expected, Yard, one_run
from anvilhead.jobfile.results.simulation_results import RoundsExpected, Spread, StructureExpected
from anvilhead.jobfile.working.judging import judge
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.call_rows import round_of, sheet_naming
from anvilhead.jobfile.written.writing import tidy


def yard_of(found: Planned, naming: Naming, units: Units, misreads: float = 0.0) -> Yard:
    """What is to be tried out of one structure.

    Args:
        found: its plan.
        naming: everything pulls of it can name.
        units: of the tape.
        misreads: share of readings that go wrong between the tape and the pencil.
    """
    rounds = judge(naming, [], units)
    return Yard(
        set_out=sheet_naming(found, rounds).set_out,
        asked=round_of(found, rounds),
        units=units,
        misreads=misreads,
        people=found.plan.crew,
    )


def some_runs(yard: Yard, name: str, seed: int, runs: Sequence[int]) -> list[SetOutRun]:
    """Some of the set-outs of a structure: each is the same however many are tried beside it.

    Args:
        yard: what is tried out.
        name: of the structure, so that two of a job are not put up alike.
        seed: of all of them.
        runs: their numbers.
    """
    return [one_run(yard, f"{seed} {name} {number}") for number in runs]


def expected_of(yard: Yard, runs: Sequence[SetOutRun], units: Units) -> StructureExpected:
    """What set-outs of a structure come to, written down."""
    found = Expected(runs)
    tolerance = yard.set_out.tolerance_mm
    return StructureExpected(
        rounds=RoundsExpected(mean=tidy(found.mean(lambda run: run.rounds)), counts=found.rounds),
        worst_mm=_spread(found, lambda run: run.worst_mm),
        within=tidy(found.mean(lambda run: run.worst_mm <= tolerance)),
        tolerance_mm=tidy(tolerance),
        pulls=_spread(found, lambda run: run.pulls),
        moved=_spread(found, lambda run: run.moved),
        minutes=_spread(found, lambda run: run.seconds / 60),
        gave_up=found.gave_up,
        text=expected_text(found, tolerance, units),
    )


def _spread(found: Expected, of: Callable[[SetOutRun], float]) -> Spread:
    return Spread(mean=tidy(found.mean(of)), p95=tidy(found.below(of)))
