"""A chain of hashes: seals over what was written, each with the hash of the one before.

A row's hash is SHA-256 over its columns as JSON: names in order, nothing between the signs, UTF-8, without columns that
are null, so that one that is added later changes none.  A seal's hash is the same over the hash of the seal before,
its time, and its rows with their hashes.  Somebody who can write all of it can write another whole chain: only a head
that is kept elsewhere, in a file or on paper, shows that.
"""

import hashlib
import json
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

FIRST = "0" * 64
"""What the first seal has in the place of the one before."""

Line = Sequence[str]
"""A row of a seal: its table, its key, its hash."""


@dataclass(frozen=True, slots=True)
class Seal:
    """A link of the chain; `at` as it is written in UTC, to the microsecond."""

    previous: str
    at: str
    rows: Sequence[Line]
    digest: str


@dataclass(frozen=True, slots=True)
class Broken:
    """Something that does not fit its seal.

    Attributes:
        table, key: the row; of a seal its place in the chain, counted from 1.
        how: what is wrong with it.
    """

    table: str
    key: str
    how: str

    @property
    def text(self) -> str:
        """For people."""
        return f"{self.table} {self.key} {self.how}."


CHANGED = "was changed after it was recorded"
PUT_IN = "was put in past the record: no seal knows it"
TAKEN_AWAY = "was taken away after it was recorded"


def row_hash(row: Mapping[str, object]) -> str:
    """The hash of a row by its columns, plain as JSON has them."""
    return _hash({name: value for name, value in row.items() if value is not None})


def seal_hash(previous: str, at: str, rows: Sequence[Line]) -> str:
    """The hash of a seal."""
    return _hash([previous, at, [list(row) for row in rows]])


def sealed(previous: str, at: str, rows: Sequence[Line]) -> Seal:
    """The next seal of a chain."""
    return Seal(previous, at, rows, seal_hash(previous, at, rows))


def _hash(value: object) -> str:
    text = json.dumps(value, sort_keys=True, separators=(",", ":"), ensure_ascii=False)
    return hashlib.sha256(text.encode()).hexdigest()


@dataclass(frozen=True, slots=True)
class Walked:
    """A chain gone through.

    Attributes:
        head: the hash of its last seal.
        last: the last hash of every row, by its table and key.
        broken: seals that are not what they were.
    """

    head: str
    last: dict[tuple[str, str], str]
    broken: list[Broken]


def walk(seals: Iterable[Seal]) -> Walked:
    """Go through a chain from its first seal."""
    walked = Walked(FIRST, {}, [])
    head = FIRST
    for place, seal in enumerate(seals, 1):
        if seal.previous != head:
            walked.broken.append(Broken("seal", str(place), "does not follow the one before it"))
        if seal_hash(seal.previous, seal.at, seal.rows) != seal.digest:
            walked.broken.append(Broken("seal", str(place), "was changed after it was made"))
        walked.last.update({(table, key): digest for table, key, digest in seal.rows})
        head = seal.digest
    return Walked(head, walked.last, walked.broken)


def against(last: Mapping[tuple[str, str], str], rows: Iterable[Line]) -> list[Broken]:
    """Rows as they are now against the last hashes that seals have of them."""
    broken = []
    left = dict(last)
    for table, key, digest in rows:
        was = left.pop((table, key), None)
        if was is None:
            broken.append(Broken(table, key, PUT_IN))
        elif was != digest:
            broken.append(Broken(table, key, CHANGED))
    return broken + [Broken(table, key, TAKEN_AWAY) for table, key in left]
