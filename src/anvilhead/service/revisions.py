"""Going back through the revisions of a plan, of a structure or of heights."""

from collections.abc import Iterable
from typing import Protocol


class Revision(Protocol):
    """One revision: its number, and the one it brought back, if it did."""

    @property
    def revision(self) -> int:
        """Number, counted from 1."""

    @property
    def restores(self) -> int | None:
        """The revision whose document it has."""


def to_restore(revisions: Iterable[Revision]) -> int | None:
    """The revision that undo would bring back: the one before the newest, seen through earlier undoings."""
    came_from = {one.revision: one.restores or one.revision for one in revisions}
    before = came_from[max(came_from)] - 1 if came_from else 0
    return came_from[before] if before >= 1 else None
