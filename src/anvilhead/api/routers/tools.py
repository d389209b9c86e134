"""Working things out without keeping anything.

What takes well under a millisecond runs on the event loop, less than handing over to a thread.  A preview does not: a
few at a time run beside it, and one whose asker has gone on is not begun.
"""

from typing import Annotated

from fastapi import APIRouter, Body, Request, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import BaseModel

from anvilhead import __version__
from anvilhead.api import examples
from anvilhead.api.problems import ANSWERS
from anvilhead.core.units.units import Units
from anvilhead.jobfile.usual import Usual, usual_in
from anvilhead.service.asked.documents import LengthAsked, LengthsAsked, PreviewRequest, WalkRequest
from anvilhead.service.asked.level_documents import LevelAsked
from anvilhead.service.preview import preview, read_level_typed, read_typed, shapes_in
from anvilhead.service.preview import preview_walk as follow_walk
from anvilhead.service.slate import (
    SpacesAsked,
    SpacesEcho,
    SumAsked,
    SumEcho,
    TradeSumView,
    add_up,
    part,
    trade_sums,
)
from anvilhead.service.views.level_views import LevelEcho
from anvilhead.service.views.worked_views import LengthEcho, PreviewView, ShapeView, WalkView

router = APIRouter(tags=["tools"], responses={422: ANSWERS[422], 413: ANSWERS[413]})


class Health(BaseModel):
    """That the application is up, and which one."""

    version: str


@router.get("/health")
async def health() -> Health:
    """That the application is up."""
    return Health(version=__version__)


@router.get("/standards")
async def standards() -> dict[Units, Usual]:
    """What a crew usually starts from, by the units of its tape."""
    return {units: usual_in(units) for units in Units}


@router.post("/preview", response_model=PreviewView)
async def preview_plan(
    asker: Request, request: Annotated[PreviewRequest, Body(examples=[examples.PREVIEW])]
) -> Response:
    """Everything computed for a plan document, kept nowhere; for live editing.

    The answer is written out directly: it was built from valid parts and need not be checked again.
    """
    async with asker.app.state.previews:
        if await asker.is_disconnected():
            return Response(status_code=204)
        written = await run_in_threadpool(lambda: preview(request).model_dump_json())
    return Response(written, media_type="application/json")


@router.post("/walks")
async def preview_walk(request: Annotated[WalkRequest, Body(examples=[examples.WALK])]) -> WalkView:
    """A walk as far as it is typed: its corners, its closing error, and what was worked out."""
    return follow_walk(request)


@router.get("/shapes")
async def shapes() -> dict[Units, list[ShapeView]]:
    """Outlines to start a footprint from, by the units of the tape."""
    return {units: shapes_in(units) for units in Units}


@router.post("/lengths")
async def read_length(
    asked: Annotated[LengthAsked, Body(examples=[{"units": "ft-in", "text": "27-6-1/2", "against_mm": 8382}])],
) -> LengthEcho:
    """What a typed text means as a length, for the echo while typing."""
    return read_typed(asked)


@router.post("/lengths/many")
def read_lengths(
    asked: Annotated[LengthsAsked, Body(examples=[{"lengths": [{"units": "ft-in", "text": "27-6-1/2"}]}])],
) -> list[LengthEcho]:
    """The same for the fields of a whole page, in their order."""
    return [read_typed(one) for one in asked.lengths]


@router.get("/slate")
async def sums_of_the_trade() -> list[TradeSumView]:
    """Sums that a crew does again and again, and what they ask for."""
    return trade_sums()


@router.post("/slate/sums")
async def slate_sum(asked: Annotated[SumAsked, Body(examples=[{"units": "ft-in", "text": "27' 6\" / 4"}])]) -> SumEcho:
    """What a sum comes to, while it is typed."""
    return add_up(asked)


@router.post("/slate/spaces")
async def slate_spaces(
    asked: Annotated[SpacesAsked, Body(examples=[{"units": "ft-in", "length": "44'", "spaces": "7"}])],
) -> SpacesEcho:
    """A length parted into equal spaces: the marks from one end."""
    return part(asked)


@router.post("/level-readings")
async def read_level(asked: Annotated[LevelAsked, Body(examples=[examples.LEVEL_ASKED])]) -> LevelEcho:
    """What a rod reading means while it is typed: level line, height, or which way to go."""
    return read_level_typed(asked)
