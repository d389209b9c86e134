"""What is said at a hold point, as it is sent."""

from typing import Annotated, Self
from uuid import UUID

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.dangers.holds import Hold, HoldDoing
from anvilhead.core.messages.made.danger_words import HOLDS
from anvilhead.jobfile.lengths import Strict


class HoldCreate(Strict):
    """Something done at a hold point; its id is made by the client, so that sending it twice records it once.

    Attributes:
        seen: numbers of what was ticked, counted from 0; to have looked is to have ticked all of it.
        note: the reason; needed to go past.
        whole_job: for every structure of the job.
    """

    id: UUID
    hold: Hold
    doing: HoldDoing
    seen: list[Annotated[int, Field(ge=0, le=19)]] = Field(default_factory=list, max_length=20)
    note: Annotated[str, Field(max_length=500)] = ""
    whole_job: bool = False

    @model_validator(mode="after")
    def _is_whole(self) -> Self:
        look = HOLDS[self.hold].look
        missing = [text for at, text in enumerate(look) if at not in self.seen]
        if self.doing is HoldDoing.SEEN and missing:
            message = f"Not everything was looked at: {missing[0]} Tick it, or go past by name and reason."
            raise PydanticCustomError("not-looked", "{message}", {"message": message, "at": "seen"})
        if self.doing is HoldDoing.PAST and not self.note.strip():
            message = "Going past a hold point needs a reason. Write why, in a few words."
            raise PydanticCustomError("reason-missing", "{message}", {"message": message, "at": "note"})
        return self
