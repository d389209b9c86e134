"""What was done at hold points, as documents."""

from datetime import datetime
from typing import Annotated

from pydantic import Field

from anvilhead.core.dangers.holds import Hold, HoldDoing
from anvilhead.jobfile.lengths import Sparse


class HoldNote(Sparse):
    """Something somebody did at a hold point; never changed, the latest counts.

    Attributes:
        structure: whose; of the whole job when left out.
        doing: looked through it, went past it, or took either back.
        seen: what was ticked, in the words it was asked in.
        note: the reason, of whoever went past.
    """

    structure: Annotated[str, Field(min_length=1, max_length=64)] | None = None
    hold: Hold
    doing: HoldDoing
    seen: list[Annotated[str, Field(max_length=300)]] = Field(default_factory=list, max_length=20)
    note: Annotated[str, Field(max_length=500)] = ""
    who: Annotated[str, Field(min_length=1, max_length=120)] | None = None
    at: datetime | None = None
