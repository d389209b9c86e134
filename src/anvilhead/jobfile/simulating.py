"""Whole set-outs of a job's plans, tried out where the truth is known: with its tape, its method, its crew."""

from collections import Counter
from collections.abc import Callable, Sequence

from anvilhead.core.messages.made.simulation_words import expected_text
from anvilhead.core.units.length_printing import print_small
from anvilhead.core.units.units import SIXTEENTH_MM, Units
from anvilhead.core.world.coached_crew import SetOutRun
from anvilhead.core.world.expected import Expected, Yard
from anvilhead.jobfile.results.simulation_results import Bin, RoundsExpected, Spread, StructureExpected
from anvilhead.jobfile.working.judging import judge
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.call_rows import round_of, sheet_naming
from anvilhead.jobfile.written.writing import tidy

MOST_BINS = 16


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


def bins_of(runs: Sequence[SetOutRun], units: Units) -> list[Bin]:
    """How many set-outs ended with their worst corner how far off, in steps of half a mark of the tape or more."""
    worst = [run.worst_mm for run in runs]
    step = SIXTEENTH_MM / 2 if units is Units.FT_IN else 1.0
    while max(worst) > MOST_BINS * step:
        step *= 2
    counts = Counter(int(mm // step) for mm in worst)
    return [
        Bin(to_mm=tidy((at + 1) * step), to_text=print_small((at + 1) * step, units) or "0", count=counts[at])
        for at in range(max(counts) + 1)
    ]


def clouds_of(runs: Sequence[SetOutRun]) -> dict[str, list[tuple[float, float]]]:
    """Where each corner really ended, off its plan, by set-out, to a tenth of a millimetre."""
    names = runs[0].off
    return {name: [(round(run.off[name].x, 1), round(run.off[name].y, 1)) for run in runs] for name in names}


def _spread(found: Expected, of: Callable[[SetOutRun], float]) -> Spread:
    return Spread(mean=tidy(found.mean(of)), p95=tidy(found.below(of)))
