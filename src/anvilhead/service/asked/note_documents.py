"""Notes as they are sent."""

from typing import Annotated, Self
from uuid import UUID

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.jobfile.documents.notes import NotePin
from anvilhead.jobfile.lengths import Strict
from anvilhead.service.views.structure_views import StageName


class NoteCreate(Strict):
    """A note; its id is made by the client, so that sending it twice keeps one.

    Attributes:
        structure: it belongs to, or none; stage: of the work.
        media: id of a photo or a voice that was sent before it.
    """

    id: UUID
    structure: UUID | None = None
    stage: StageName | None = None
    pin: NotePin | None = None
    text: Annotated[str, Field(max_length=2000)] = ""
    media: UUID | None = None

    @model_validator(mode="after")
    def _says_something(self) -> Self:
        if not self.text.strip() and self.media is None:
            message = "A note needs a word, a photo or a voice. Write something."
            raise PydanticCustomError("empty", "{message}", {"message": message, "at": "text"})
        return self
