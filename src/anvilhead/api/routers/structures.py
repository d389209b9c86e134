"""Structures: their plans and their readings."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body

from anvilhead.api import examples
from anvilhead.api.dependencies import ByWhom, Db
from anvilhead.api.problems import ANSWERS
from anvilhead.service import structures
from anvilhead.service.documents import PlanChange, PullCreate, Revision
from anvilhead.service.views import StructureView

router = APIRouter(prefix="/structures/{structure_id}", tags=["structures"], responses=ANSWERS)


@router.get("")
def get_structure(database: Db, structure_id: UUID) -> StructureView:
    """One structure with everything computed."""
    return structures.get_structure(database, str(structure_id))


@router.put("/plan")
def change_plan(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    change: Annotated[PlanChange, Body(examples=[{"units": "ft-in", "base_revision": 1, "plan": examples.PLAN}])],
) -> StructureView:
    """Replace the plan; refused with what changed when somebody saved first."""
    return structures.change_plan(database, str(structure_id), change, by)


@router.post("/plan/undo")
def undo_plan(
    database: Db, by: ByWhom, structure_id: UUID, base_revision: Annotated[Revision, Body(embed=True, examples=[2])]
) -> StructureView:
    """Bring the plan before the newest one back."""
    return structures.undo_plan(database, str(structure_id), base_revision, by)


@router.post("/pulls", status_code=201)
def record_pull(
    database: Db, by: ByWhom, structure_id: UUID, pull: Annotated[PullCreate, Body(examples=[examples.PULL])]
) -> StructureView:
    """Record a reading; sending the same one again records it once."""
    return structures.record_pull(database, str(structure_id), pull, by)


@router.post("/pulls/{pull_id}/strike")
def strike_pull(database: Db, by: ByWhom, structure_id: UUID, pull_id: UUID) -> StructureView:
    """Strike a reading out; it stays in the record."""
    return structures.strike_pull(database, str(structure_id), str(pull_id), by)
