"""Working things out without keeping anything.

These run on the event loop: they take about a millisecond for a rectangle, less than handing over to a thread.
"""

from typing import Annotated

from fastapi import APIRouter, Body, Response
from pydantic import BaseModel

from anvilhead import __version__
from anvilhead.api import examples
from anvilhead.api.problems import ANSWERS
from anvilhead.core.standards import STANDARDS, Standard
from anvilhead.core.units import Units
from anvilhead.service.documents import LengthAsked, PreviewRequest, WalkRequest
from anvilhead.service.level_documents import LevelAsked
from anvilhead.service.level_views import LevelEcho
from anvilhead.service.preview import preview, read_level_typed, read_typed, shapes_in
from anvilhead.service.preview import preview_walk as follow_walk
from anvilhead.service.views import LengthEcho, PreviewView, ShapeView, WalkView

router = APIRouter(tags=["tools"], responses={422: ANSWERS[422], 413: ANSWERS[413]})


class Health(BaseModel):
    """That the application is up, and which one."""

    version: str


@router.get("/health")
async def health() -> Health:
    """That the application is up."""
    return Health(version=__version__)


@router.get("/standards")
async def standards() -> dict[Units, Standard]:
    """What a crew usually starts from, by the units of its tape."""
    return STANDARDS


@router.post("/preview", response_model=PreviewView)
async def preview_plan(request: Annotated[PreviewRequest, Body(examples=[examples.PREVIEW])]) -> Response:
    """Everything computed for a plan document, kept nowhere; for live editing.

    The answer is written out directly: it was built from valid parts and need not be checked again.
    """
    return Response(preview(request).model_dump_json(), media_type="application/json")


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


@router.post("/level-readings")
async def read_level(asked: Annotated[LevelAsked, Body(examples=[examples.LEVEL_ASKED])]) -> LevelEcho:
    """What a rod reading means while it is typed: level line, height, or which way to go."""
    return read_level_typed(asked)
