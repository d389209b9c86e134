"""Going back and forth through the revisions of a plan: of a structure, of heights, of days."""

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


NOTHING_TO_REDO = "Nothing was undone since the last change: there is nothing to redo."


def to_restore(revisions: Iterable[Revision]) -> int | None:
    """The revision that undo would bring back; None at the first."""
    steps, at = _walked(revisions)
    return steps[at - 1] if at > 0 else None


def to_redo(revisions: Iterable[Revision]) -> int | None:
    """The revision that redo would bring back; None when nothing was undone since the last change."""
    steps, at = _walked(revisions)
    return steps[at + 1] if 0 <= at < len(steps) - 1 else None


def _walked(revisions: Iterable[Revision]) -> tuple[list[int], int]:
    """Changes that stand one on the other, and which of them counts: a change drops what was undone before it."""
    steps: list[int] = []
    at = -1
    for one in sorted(revisions, key=lambda one: one.revision):
        if one.restores is None or one.restores not in steps:
            steps = [*steps[: at + 1], one.revision]
            at = len(steps) - 1
        else:
            at = steps.index(one.restores)
    return steps, at
