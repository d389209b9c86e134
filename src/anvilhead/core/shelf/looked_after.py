"""Whether an instrument was looked at in time, and what its last test said."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum


class Standing(StrEnum):
    """How an instrument stands on the shelf."""

    GOOD = "good"
    """Tested in time, and true."""
    UNTESTED = "untested"
    """Never tested."""
    OVERDUE = "overdue"
    """Its last test said that it is true, but is too long ago."""
    KNOCKED = "knocked"
    """It fell or was knocked since its last test."""
    FAILED = "failed"
    """Its last test said that it is not true."""
    UNWATCHED = "unwatched"
    """Nobody asks for a test of it."""


@dataclass(frozen=True, slots=True)
class Happened:
    """What happened to an instrument: a test and whether it was found true, or a knock, `is_true` None."""

    at: datetime
    is_true: bool | None


@dataclass(frozen=True, slots=True)
class LookedAfter:
    """How an instrument stands.

    Attributes:
        days: since its last test; None without one.
        left: until the next is due, below zero when that is past; None when none is asked for, or none was made.
    """

    standing: Standing
    days: int | None
    left: int | None

    @property
    def is_fine(self) -> bool:
        """Whether nothing has to be told when it is set up."""
        return self.standing in (Standing.GOOD, Standing.UNWATCHED)


def looked_after(happened: Sequence[Happened], every_days: int, now: datetime) -> LookedAfter:
    """How an instrument stands by what happened to it.

    Args:
        happened: in any order; those of a later time than `now` count as of now.
        every_days: that it is tested; 0 when nobody asks for it.
        now: when it is asked.
    """
    in_order = sorted(happened, key=lambda one: one.at)
    tests = [one for one in in_order if one.is_true is not None]
    if not tests:
        knocked = bool(in_order)
        standing = Standing.KNOCKED if knocked else Standing.UNTESTED if every_days else Standing.UNWATCHED
        return LookedAfter(standing, None, None)
    days = max(0, (now.date() - tests[-1].at.date()).days)
    left = every_days - days if every_days else None
    if not tests[-1].is_true:
        standing = Standing.FAILED
    elif in_order[-1].is_true is None:
        standing = Standing.KNOCKED
    elif left is not None and left < 0:
        standing = Standing.OVERDUE
    else:
        standing = Standing.GOOD
    return LookedAfter(standing, days, left)
