"""Plans of one's own to practise on: kept with the run as they were when it was begun."""

import json
from typing import Any
from uuid import UUID

from sqlalchemy.orm import Session

from anvilhead.core.check.set_out import SetOut
from anvilhead.core.moves.moves import Hands
from anvilhead.core.practice.tasks import TaskKey
from anvilhead.jobfile.documents.models import JobFile, Structure
from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import read_and_work
from anvilhead.store import jobs as store
from anvilhead.store.errors import Conflict


def own_plan(session: Session, key: TaskKey, structure: UUID | None) -> dict[str, Any] | None:
    """A structure's plan as it is now, as a job file of its own; None for tasks that bring theirs.

    Raises:
        Conflict: when none is named, or its strings do not hang on boards.
    """
    if key is not TaskKey.OWN_PLAN:
        return None
    if structure is None:
        raise Conflict("Say whose plan is practised: begin from a structure's method.")
    row = store.structure_in_short(session, str(structure))
    plan = Structure.model_validate({"id": row.name_in_file, **row.newest.document})
    kept = JobFile(format="anvilhead-job", version=1, name=plan.name or row.name_in_file, structures=[plan])
    document: dict[str, Any] = kept.model_dump(mode="json")
    set_out = set_out_of(document)
    if set_out.hands is not Hands.NAILS or not set_out.footprint.closed:
        raise Conflict("Only strings of a closed plan on boards can be practised.")
    return document


def set_out_of(plan: dict[str, Any]) -> SetOut:
    """What a kept plan is to become.

    Raises:
        Conflict: when it leans on what is not kept with it, such as the site's control.
    """
    try:
        _, work = read_and_work(json.dumps(plan).encode())
        (naming,) = work.namings.values()
    except (DocumentRefused, ValueError) as error:
        raise Conflict("This plan leans on the site's control, which the practice yard has none of.") from error
    return naming.set_out
