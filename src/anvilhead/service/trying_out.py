"""Set-outs of a structure tried out where the truth is known, a few at a time in processes of their own."""

import multiprocessing
from collections.abc import AsyncIterator, Awaitable, Callable
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass

from anyio import CapacityLimiter, sleep

from anvilhead.core.units.units import Units
from anvilhead.core.world.coached_crew import SetOutRun
from anvilhead.core.world.expected import Yard, some_runs
from anvilhead.jobfile.simulating import bins_of, clouds_of, expected_of, yard_of
from anvilhead.service.shown.job_plans import plans_of
from anvilhead.service.views.expected_views import TriedOut, Trying
from anvilhead.store import jobs as store
from anvilhead.store.database import Database

MOST_RUNS = 1000
AT_A_TIME = 10
PROCESSES = 2
LOOK_EVERY_S = 0.1


@dataclass(frozen=True)
class ToTry:
    """What is tried out: a structure by its name in the job file, as its plan stands."""

    yard: Yard
    name: str
    units: Units


def to_try(database: Database, structure_id: str, misreads: float) -> ToTry:
    """A structure as it is to be tried out.

    Raises:
        NotFound: when there is none.
    """
    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        plans = plans_of(row.job)
        name = row.name_in_file
        yard = yard_of(plans.found[name], plans.namings[name], plans.units, misreads)
        return ToTry(yard, name, plans.units)


async def tried_out(
    what: ToTry, seed: int, runs: int, at_once: CapacityLimiter, is_left: Callable[[], Awaitable[bool]]
) -> AsyncIterator[Trying]:
    """Try a structure out, telling how far it is; ends early once nobody waits for it.

    Args:
        what: is tried out.
        seed: of all set-outs; each is the same however many are tried.
        runs: how many.
        at_once: others that try something out wait for it.
        is_left: whether nobody waits any more.
    """
    yield Trying(done=0, of=runs)
    async with at_once:
        parts = [range(at, min(at + AT_A_TIME, runs)) for at in range(0, runs, AT_A_TIME)]
        # a process begun anew knows nothing of this one's threads and connections
        pool = ProcessPoolExecutor(PROCESSES, multiprocessing.get_context("spawn"))
        try:
            futures = [pool.submit(some_runs, what.yard, what.name, seed, part) for part in parts]
            told = 0
            while told < runs:
                if await is_left():
                    return
                await sleep(LOOK_EVERY_S)
                done = sum(len(part) for part, future in zip(parts, futures, strict=True) if future.done())
                if done != told:
                    told = done
                    yield Trying(done=done, of=runs)
            found = [run for future in futures for run in future.result()]
        finally:
            pool.shutdown(wait=False, cancel_futures=True)
        yield Trying(done=runs, of=runs, tried=_view(what, seed, found))


def _view(what: ToTry, seed: int, runs: list[SetOutRun]) -> TriedOut:
    return TriedOut(
        seed=seed,
        runs=len(runs),
        expected=expected_of(what.yard, runs, what.units),
        bins=bins_of(runs, what.units),
        clouds=clouds_of(runs),
    )
