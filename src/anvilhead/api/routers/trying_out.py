"""Set-outs tried out: what to expect of a plan and the instruments it is squared with."""

from collections.abc import AsyncIterator
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Request
from fastapi.sse import EventSourceResponse

from anvilhead.api.dependencies import Db
from anvilhead.api.problems import ANSWERS
from anvilhead.service import trying_out
from anvilhead.service.trying_out import ToTry
from anvilhead.service.views.expected_views import Trying

router = APIRouter(prefix="/structures/{structure_id}", tags=["trying out"], responses=ANSWERS)


def to_try(
    database: Db,
    structure_id: UUID,
    misreads: Annotated[float, Query(ge=0, le=0.5, description="Share of readings that go wrong.")] = 0.0,
) -> ToTry:
    """The structure, found before anything is streamed."""
    return trying_out.to_try(database, str(structure_id), misreads)


@router.get("/tried-out", response_class=EventSourceResponse)
async def try_out(
    request: Request,
    what: Annotated[ToTry, Depends(to_try)],
    seed: Annotated[int, Query(ge=0, le=2**31 - 1, description="The same seed tries out the same.")] = 1,
    runs: Annotated[int, Query(ge=1, le=trying_out.MOST_RUNS, description="How many set-outs.")] = 200,
) -> AsyncIterator[Trying]:
    """How many are done, event by event, the last with what they came to; closing it stops the trying."""

    async def is_left() -> bool:
        return request.app.state.is_stopping() or await request.is_disconnected()

    async for one in trying_out.tried_out(what, seed, runs, request.app.state.trying_out, is_left):
        yield one
