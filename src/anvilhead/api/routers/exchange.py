"""Files out: site sheet, drawings, points; and outlines of other files in."""

import re
from typing import Annotated, Any, Literal
from uuid import UUID

from fastapi import APIRouter, Body, Depends, Response

from anvilhead.api import examples
from anvilhead.api.dependencies import Db, Now, raw_body
from anvilhead.api.problems import ANSWERS
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.footprints import Run, Walk
from anvilhead.service import exchange, reshaping
from anvilhead.service.asked.documents import LabelsAsked, OutlineChosen, ReshapeRequest
from anvilhead.service.exchange import FileOut
from anvilhead.service.views.worked_views import OutlinesRead

router = APIRouter(tags=["files"], responses=ANSWERS)


@router.get("/structures/{structure_id}/sheet.pdf", response_class=Response)
def site_sheet(database: Db, now: Now, structure_id: UUID, paper: Literal["a4", "letter"] = "a4") -> Response:
    """The site sheet for the crew: plan, boards, call sheet, truck list, cautions."""
    return handed_out(exchange.site_sheet(database, str(structure_id), paper, now))


@router.get("/structures/{structure_id}/as-built.pdf", response_class=Response)
def as_built_sheet(database: Db, now: Now, structure_id: UUID, paper: Literal["a4", "letter"] = "a4") -> Response:
    """The as-built record, made to be kept."""
    return handed_out(exchange.as_built_sheet(database, str(structure_id), paper, now))


@router.get("/structures/{structure_id}/digging.pdf", response_class=Response)
def operator_page(database: Db, structure_id: UUID, paper: Literal["a4", "letter"] = "a4") -> Response:
    """One page for whoever digs: what is dug, what stays, how deep by the rod."""
    return handed_out(exchange.operator_page(database, str(structure_id), paper))


@router.post("/structures/{structure_id}/labels.pdf", response_class=Response)
def stake_labels(
    database: Db,
    structure_id: UUID,
    asked: Annotated[LabelsAsked, Body(examples=[{"units": "ft-in", "wide": '4"', "high": '2"', "paper": "letter"}])],
) -> Response:
    """Labels for stakes, a square code on each, in the size that was typed."""
    return handed_out(exchange.stake_labels(database, str(structure_id), asked))


@router.get("/structures/{structure_id}/plan.dxf", response_class=Response)
def plan_dxf(database: Db, now: Now, structure_id: UUID) -> Response:
    """The plan as DXF, a layer to each family."""
    return handed_out(exchange.plan_dxf(database, str(structure_id), now))


@router.get("/structures/{structure_id}/plan.svg", response_class=Response)
def plan_svg(database: Db, structure_id: UUID) -> Response:
    """The plan as SVG, to scale."""
    return handed_out(exchange.plan_svg(database, str(structure_id)))


@router.get("/jobs/{job_id}/points.csv", response_class=Response)
def points_csv(database: Db, now: Now, job_id: UUID) -> Response:
    """Every point of every structure, millimetres."""
    return handed_out(exchange.points_csv(database, str(job_id), now))


def _raw(example: str) -> dict[str, Any]:
    """The body of an operation that takes a file as it is."""
    content = {"application/octet-stream": {"schema": {"type": "string"}, "example": example}}
    return {"requestBody": {"required": True, "content": content}}


@router.post("/outlines/dxf", openapi_extra=_raw(examples.DXF))
def outlines_in_dxf(raw: Annotated[bytes, Depends(raw_body)]) -> OutlinesRead:
    """The outlines of a DXF drawing, and what of it could not be read; kept nowhere."""
    return exchange.outlines_in_dxf(raw)


@router.post("/outlines/points", openapi_extra=_raw(examples.POINTS))
def outline_in_points(raw: Annotated[bytes, Depends(raw_body)], units: Units) -> OutlinesRead:
    """The points of a CSV file as an outline; `units` say what a bare number means."""
    return exchange.outline_in_points(raw.decode("utf-8-sig", errors="replace"), units)


@router.post("/footprints/from-outline")
def footprint_from_outline(chosen: Annotated[OutlineChosen, Body(examples=[examples.OUTLINE])]) -> Walk | Run:
    """A footprint from an outline: which corner is A, and what its unit is."""
    return reshaping.footprint_from(chosen)


@router.post("/footprints/reshape")
def reshape(request: Annotated[ReshapeRequest, Body(examples=[examples.RESHAPE])]) -> Walk | Run:
    """A footprint as a walk, mirrored, or started from another corner."""
    return reshaping.reshape(request)


def handed_out(file: FileOut) -> Response:
    """A file as a response that is saved, not shown."""
    plain = re.sub(r"[^A-Za-z0-9.]+", "-", file.name).strip("-.") or "file"
    headers = {"Content-Disposition": f'attachment; filename="{plain}"'}
    return Response(file.content, media_type=file.media_type, headers=headers)
