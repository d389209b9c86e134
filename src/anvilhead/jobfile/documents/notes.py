"""Notes of a job as documents: a text, a photo or a voice, pinned to what it speaks of."""

from datetime import datetime
from typing import Annotated, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.jobfile.lengths import Sparse

PinName = Annotated[str, Field(min_length=1, max_length=80)]


class NotePin(Sparse):
    """What a note is pinned to: a point or a board by its name, a place of the plan frame, or a step of the work."""

    point: PinName | None = None
    board: PinName | None = None
    at: tuple[float, float] | None = None
    step: PinName | None = None

    @model_validator(mode="after")
    def _is_one_thing(self) -> Self:
        said = [name for name in ("point", "board", "at", "step") if getattr(self, name) is not None]
        if len(said) != 1:
            message = "A note is pinned to one thing: a point, a board, a place or a step."
            raise PydanticCustomError("one-of", "{message}", {"message": message})
        return self


class NoteEntry(Sparse):
    """A note.

    Attributes:
        structure: it belongs to; the job as a whole when left out. stage: of the work.
        file: of its photo or voice, in the zip that holds the job file.
        struck: it was taken down, and stays in the record.
    """

    structure: Annotated[str, Field(min_length=1, max_length=64)] | None = None
    stage: Annotated[str, Field(max_length=20)] | None = None
    pin: NotePin | None = None
    text: Annotated[str, Field(max_length=2000)] = ""
    file: Annotated[str, Field(max_length=120)] | None = None
    who: Annotated[str, Field(min_length=1, max_length=120)] | None = None
    at: datetime | None = None
    struck: bool = False
