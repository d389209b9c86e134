"""The record of a job as its file carries it: entries as they were written, and the chain of seals over them."""

from typing import Annotated, Any

from pydantic import Field, JsonValue

from anvilhead.core.record.chain import Broken, Seal, against, row_hash, walk
from anvilhead.jobfile.lengths import Strict

LOG = "log_entries"
"""What seals call an entry of the record."""

Hash = Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
Line = tuple[Annotated[str, Field(max_length=64)], Annotated[str, Field(max_length=120)], Hash]


class SealEntry(Strict):
    """A link of the chain; `rows`: what was written together, each by table, key and hash."""

    previous: Hash
    at: Annotated[str, Field(max_length=40)]
    rows: list[Line]
    digest: Hash


class RecordEntries(Strict):
    """A job's record, to be read and checked by anybody; it changes no result.

    Attributes:
        head: the hash of the last seal, which is printed on as-built records too.
        structures: ids of the job's file, by those in the entries.
        entries: of the record, column by column.
    """

    head: Hash
    structures: dict[str, str] = Field(default_factory=dict)
    seals: list[SealEntry] = Field(default_factory=list, max_length=200_000)
    entries: list[dict[str, JsonValue]] = Field(default_factory=list, max_length=200_000)

    @property
    def broken(self) -> list[Broken]:
        """Everything in it that does not fit its seals."""
        walked = walk(Seal(one.previous, one.at, one.rows, one.digest) for one in self.seals)
        heads = [] if walked.head == self.head else [Broken("record", "head", "is not that of the last seal")]
        of_log = {key: digest for key, digest in walked.last.items() if key[0] == LOG}
        now = [(LOG, str(entry.get("number")), row_hash(dict[str, Any](entry))) for entry in self.entries]
        return [*heads, *walked.broken, *against(of_log, now)]
