"""Structures: their plans, their readings, and squaring round by round."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body, Path

from anvilhead.api import examples
from anvilhead.api.dependencies import ByWhom, Db, Now
from anvilhead.api.problems import ANSWERS
from anvilhead.jobfile.results.as_built_results import AsBuiltView
from anvilhead.jobfile.results.danger_results import DangersResult
from anvilhead.jobfile.results.square_results import RecheckResult
from anvilhead.jobfile.results.stake_results import RegisterResult
from anvilhead.service import as_built, asking_lengths, holds, jobs, marking, rounds, structures
from anvilhead.service.asked.documents import (
    Acceptance,
    DoneCreate,
    InHandChange,
    LostCreate,
    PlanChange,
    PullAsked,
    PullCreate,
    Revision,
    RoundBegin,
    SetAgain,
    SiteAsked,
    StructureCopy,
)
from anvilhead.service.asked.hold_documents import HoldCreate
from anvilhead.service.asked.record_documents import SignOffCreate
from anvilhead.service.shown import showing
from anvilhead.service.views.job_views import JobView
from anvilhead.service.views.round_views import InHand
from anvilhead.service.views.shelf_views import ReadingTaken
from anvilhead.service.views.structure_views import StructureView
from anvilhead.service.views.worked_views import SitePreview

router = APIRouter(prefix="/structures/{structure_id}", tags=["structures"], responses=ANSWERS)


@router.get("")
def get_structure(database: Db, structure_id: UUID) -> StructureView:
    """One structure with everything computed."""
    return showing.get_structure(database, str(structure_id))


@router.post("/on-site")
def preview_site(
    database: Db,
    structure_id: UUID,
    asked: Annotated[SiteAsked, Body(examples=[{"units": "ft-in", "plan": examples.STRUCTURE["plan"]}])],
) -> SitePreview:
    """Where a structure would stand with a plan as it is typed; kept nowhere."""
    return structures.preview_site(database, str(structure_id), asked)


@router.delete("", status_code=204)
def delete_structure(database: Db, by: ByWhom, structure_id: UUID) -> None:
    """Delete a structure; it can be taken back."""
    jobs.delete_structure(database, str(structure_id), by)


@router.post("/delete/back", status_code=204)
def undelete_structure(database: Db, by: ByWhom, structure_id: UUID) -> None:
    """Take back that a structure was deleted."""
    jobs.delete_structure(database, str(structure_id), by, deleted=False)


@router.post("/copies", status_code=201)
def copy_structure(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    copy: Annotated[
        StructureCopy,
        Body(
            examples=[{"id": "2f0e1f3a-3b57-4a6e-9d0b-0d9f6f1c7a12", "name_in_file": "store-2", "name": "Second store"}]
        ),
    ],
) -> JobView:
    """A structure's plan once more beside it."""
    return jobs.copy_structure(database, str(structure_id), copy, by)


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
    return structures.step_plan(database, str(structure_id), base_revision, by, back=True)


@router.post("/plan/redo")
def redo_plan(
    database: Db, by: ByWhom, structure_id: UUID, base_revision: Annotated[Revision, Body(embed=True, examples=[3])]
) -> StructureView:
    """Bring back the plan that an undo took away."""
    return structures.step_plan(database, str(structure_id), base_revision, by, back=False)


@router.post("/pulls", status_code=201)
def record_pull(
    database: Db, by: ByWhom, structure_id: UUID, pull: Annotated[PullCreate, Body(examples=[examples.PULL])]
) -> StructureView:
    """Record a reading; sending the same one again records it once."""
    return structures.record_pull(database, str(structure_id), pull, by)


@router.post("/pulls/ask")
def ask_length(
    database: Db,
    structure_id: UUID,
    asked: Annotated[PullAsked, Body(examples=[{"units": "ft-in", "from": "A", "to": "C", "round": 1}])],
) -> ReadingTaken:
    """Ask the tape or the laser that the plan names for a length; nothing is recorded yet."""
    return asking_lengths.ask_length(database, str(structure_id), asked)


@router.post("/pulls/{pull_id}/as-found")
def take_as_found(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    pull_id: UUID,
    base_revision: Annotated[Revision, Body(embed=True, examples=[2])],
) -> StructureView:
    """Make what a reading found the plan, labelled as found."""
    return structures.take_as_found(database, str(structure_id), str(pull_id), base_revision, by)


@router.post("/pulls/{pull_id}/strike")
def strike_pull(database: Db, by: ByWhom, structure_id: UUID, pull_id: UUID) -> StructureView:
    """Strike a reading out; it stays in the record."""
    return structures.strike_pull(database, str(structure_id), str(pull_id), by)


@router.post("/pulls/{pull_id}/strike/back")
def take_strike_back(database: Db, by: ByWhom, structure_id: UUID, pull_id: UUID) -> StructureView:
    """Let a struck reading count again."""
    return structures.take_strike_back(database, str(structure_id), str(pull_id), by)


@router.post("/rounds", status_code=201)
def begin_round(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    begun: Annotated[RoundBegin, Body(examples=[{"round": 3, "occasion": "after-pinning"}])],
) -> StructureView:
    """Begin a round for a reason, such as looking again before the pour."""
    return rounds.begin_round(database, str(structure_id), begun, by)


@router.get("/recheck")
def recheck(database: Db, structure_id: UUID) -> RecheckResult:
    """A short set of pulls that would show any corner moving."""
    return rounds.recheck(database, str(structure_id))


@router.post("/acceptances", status_code=201)
def accept_round(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    acceptance: Annotated[Acceptance, Body(examples=[{"round": 2, "note": "Good enough for the slab."}])],
) -> StructureView:
    """Accept a round by name, within tolerance or over it."""
    return rounds.accept_round(database, str(structure_id), acceptance, by)


@router.post("/acceptances/{number}/back")
def take_acceptance_back(
    database: Db, by: ByWhom, structure_id: UUID, number: Annotated[int, Path(ge=1, le=10_000)]
) -> StructureView:
    """Take back that a round was accepted."""
    return rounds.take_acceptance_back(database, str(structure_id), number, by)


@router.post("/lost", status_code=201)
def lose_point(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    lost: Annotated[
        LostCreate, Body(examples=[{"id": "2f0e1f3a-3b57-4a6e-9d0b-0d9f6f1c7a11", "point": "C", "left": ["A", "B"]}])
    ],
) -> StructureView:
    """Record that a point is gone, and get the ways back to it."""
    return rounds.lose_point(database, str(structure_id), lost, by)


@router.post("/lost/{lost_id}/set")
def set_again(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    lost_id: UUID,
    how: Annotated[SetAgain, Body(examples=[{"how": "Ties from A and B; checked from D."}])],
) -> StructureView:
    """Record that a lost point stands again."""
    return rounds.set_again(database, str(structure_id), str(lost_id), how, by)


@router.post("/lost/{lost_id}/found")
def found_after_all(database: Db, by: ByWhom, structure_id: UUID, lost_id: UUID) -> StructureView:
    """Record that a point that was said to be gone stands after all."""
    return rounds.found_after_all(database, str(structure_id), str(lost_id), by)


@router.get("/register")
def register(database: Db, structure_id: UUID) -> RegisterResult:
    """Every mark, stake and piece, what is written on it, what became of it."""
    return marking.get_register(database, str(structure_id))


@router.post("/register", status_code=201)
def mark_done(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    done: Annotated[
        DoneCreate,
        Body(examples=[{"items": [{"id": "7c0e1f3a-3b57-4a6e-9d0b-0d9f6f1c7a12", "what": "A"}], "doing": "set"}]),
    ],
) -> RegisterResult:
    """Record what was done to marks, stakes or pieces, by name."""
    return marking.mark_done(database, str(structure_id), done, by)


@router.put("/in-hand")
def take_in_hand(
    database: Db, by: ByWhom, structure_id: UUID, in_hand: Annotated[InHandChange, Body(examples=[{"call": "A|C"}])]
) -> InHand:
    """Say which pull the crew is at; the other end of the tape sees it at once."""
    return rounds.take_in_hand(database, str(structure_id), in_hand, by)


@router.get("/dangers")
def get_dangers(database: Db, now: Now, structure_id: UUID) -> DangersResult:
    """What is dangerous about a structure, and where its hold points stand today."""
    return holds.get_dangers(database, str(structure_id), now)


@router.post("/holds")
def do_at_hold(
    database: Db, by: ByWhom, structure_id: UUID, document: Annotated[HoldCreate, Body(examples=[examples.HOLD])]
) -> DangersResult:
    """Look through a hold point by name, go past it by name and reason, or take either back."""
    return holds.do_at_hold(database, str(structure_id), document, by)


@router.get("/as-built")
def get_as_built(database: Db, now: Now, structure_id: UUID) -> AsBuiltView:
    """The as-built record of a structure as it is now, and who signed it."""
    return as_built.get_as_built(database, str(structure_id), now)


@router.post("/sign-offs")
def sign_off(
    database: Db, by: ByWhom, structure_id: UUID, document: Annotated[SignOffCreate, Body(examples=[examples.SIGN_OFF])]
) -> AsBuiltView:
    """Sign the as-built record as it was read."""
    return as_built.sign_off(database, str(structure_id), document, by)


@router.post("/sign-offs/{sign_off_id}/back")
def take_sign_off_back(database: Db, by: ByWhom, structure_id: UUID, sign_off_id: UUID) -> AsBuiltView:
    """Take a signature back."""
    return as_built.take_sign_off_back(database, str(structure_id), str(sign_off_id), by)
