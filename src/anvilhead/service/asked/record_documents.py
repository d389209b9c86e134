"""What is asked of the record, and what is put into it by hand."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from anvilhead.jobfile.documents.days import Day
from anvilhead.jobfile.lengths import Strict
from anvilhead.service.views.structure_views import StageName


class RecordAsked(Strict):
    """What entries of the record are sought.

    Attributes:
        find: words, every one of which is in the entry or in the name of whoever it is by.
        structure, stage, who: of which they are; day: of the job's zone.
        before: number of the entry to stop before; most: how many.
    """

    find: Annotated[str, Field(max_length=120)] = ""
    structure: UUID | None = None
    stage: StageName | None = None
    who: Annotated[str, Field(max_length=80)] | None = None
    day: Day | None = None
    before: Annotated[int, Field(ge=1)] | None = None
    most: Annotated[int, Field(ge=1, le=200)] = 200


class SignOffCreate(Strict):
    """A signature under an as-built record; its id is made by the client, so that sending it twice signs once.

    Attributes:
        digest: of the record as it was read, so that nobody signs what they have not seen.
    """

    id: UUID
    digest: Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
    note: Annotated[str, Field(max_length=500)] = ""
