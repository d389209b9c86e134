"""An as-built record that somebody signed, as a document: what was signed stays as it was."""

from datetime import datetime
from typing import Annotated

from pydantic import Field, JsonValue

from anvilhead.jobfile.lengths import Sparse


class SignedEntry(Sparse):
    """A signature under an as-built record.

    Attributes:
        digest: SHA-256 of what was signed; record: that, as `as-built` showed it then.
        back_by: who took it back.
    """

    structure: Annotated[str, Field(min_length=1, max_length=64)]
    who: Annotated[str, Field(min_length=1, max_length=120)]
    at: datetime
    note: Annotated[str, Field(max_length=500)] = ""
    digest: Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
    record: dict[str, JsonValue]
    back_by: Annotated[str, Field(max_length=120)] | None = None
