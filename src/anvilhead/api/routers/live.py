"""Live: both ends of a tape see what the other recorded within a second."""

import asyncio
from collections.abc import AsyncIterator, Callable
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.sse import EventSourceResponse, ServerSentEvent

from anvilhead.api.dependencies import Db
from anvilhead.api.problems import ANSWERS
from anvilhead.service.rounds import mark_of
from anvilhead.store.errors import StoreError

router = APIRouter(prefix="/jobs/{job_id}", tags=["live"], responses=ANSWERS)

LOOK_EVERY_S = 0.4
"""The database is asked this often, not a memory of this process: many servers may share one database."""


def look_every() -> float:
    """Seconds between two looks; overridden in tests."""
    return LOOK_EVERY_S


def is_stopping(request: Request) -> Callable[[], bool]:
    """Whether the server is being stopped: a stream that does not end would hold it up."""
    found: Callable[[], bool] = request.app.state.is_stopping
    return found


@router.get("/changes", response_class=EventSourceResponse)
async def changes(
    request: Request,
    database: Db,
    job_id: UUID,
    every_s: Annotated[float, Depends(look_every)],
    stopping: Annotated[Callable[[], bool], Depends(is_stopping)],
) -> AsyncIterator[ServerSentEvent]:
    """An event `changed` whenever anything of a job was recorded; the first at once.

    Its `id` is a mark of what there is, so that a client knows whether it has seen it.
    """
    seen = ""
    while not (stopping() or await request.is_disconnected()):
        try:
            mark = await run_in_threadpool(mark_of, database, str(job_id))
        except StoreError:  # the database is away: the client keeps its own watch on that
            mark = seen
        if mark != seen:
            seen = mark
            yield ServerSentEvent(data={"mark": mark}, event="changed", id=mark)
        await asyncio.sleep(every_s)
