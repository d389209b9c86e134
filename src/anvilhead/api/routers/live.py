"""Live: both ends of a tape see what the other recorded within a second, and so do two who practise one run."""

import asyncio
from collections.abc import AsyncIterator, Callable
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.sse import EventSourceResponse, ServerSentEvent

from anvilhead.api.dependencies import Db
from anvilhead.api.problems import ANSWERS
from anvilhead.service.practising.runs import mark_of_run
from anvilhead.service.rounds import mark_of
from anvilhead.store.errors import StoreError

router = APIRouter(tags=["live"], responses=ANSWERS)

LOOK_EVERY_S = 0.4
"""The database is asked this often, not a memory of this process: many servers may share one database."""


def look_every() -> float:
    """Seconds between two looks; overridden in tests."""
    return LOOK_EVERY_S


class Watch:
    """Somebody who listens until they leave, or the server is being stopped: a stream without end would hold it up."""

    def __init__(self, request: Request, every_s: Annotated[float, Depends(look_every)]) -> None:
        self._request = request
        self._every_s = every_s

    async def told(self, mark_now: Callable[[], str]) -> AsyncIterator[ServerSentEvent]:
        """An event whenever a mark differs from the one before; the first at once."""
        seen = ""
        while not (self._request.app.state.is_stopping() or await self._request.is_disconnected()):
            try:
                mark = await run_in_threadpool(mark_now)
            except StoreError:  # the database is away: the client keeps its own watch on that
                mark = seen
            if mark != seen:
                seen = mark
                yield ServerSentEvent(data={"mark": mark}, event="changed", id=mark)
            await asyncio.sleep(self._every_s)


@router.get("/jobs/{job_id}/changes", response_class=EventSourceResponse)
async def changes(
    database: Db, job_id: UUID, watch: Annotated[Watch, Depends(Watch)]
) -> AsyncIterator[ServerSentEvent]:
    """An event `changed` whenever anything of a job was recorded; the first at once.

    Its `id` is a mark of what there is, so that a client knows whether it has seen it.
    """
    async for event in watch.told(lambda: mark_of(database, str(job_id))):
        yield event


@router.get("/practice/runs/{run_id}/changes", response_class=EventSourceResponse)
async def run_changes(
    database: Db, run_id: UUID, watch: Annotated[Watch, Depends(Watch)]
) -> AsyncIterator[ServerSentEvent]:
    """An event `changed` whenever something was done in a practice run; the first at once."""
    async for event in watch.told(lambda: mark_of_run(database, str(run_id))):
        yield event
