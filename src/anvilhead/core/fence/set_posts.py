"""Posts as they were really set: the drift against the plan, and where the next ones go.

Measured from the post before, every error is carried on; from one end, none is.  Whoever sets one after another types
where the last one stands, and either holds the plan for the rest or shares what is left up to the next given post.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from anvilhead.core.fence.fence import Fence, PostKind


class Respace(StrEnum):
    """What becomes of the posts that are not set yet."""

    HOLD = "hold"
    """Each where it was planned."""
    SHARE = "share"
    """What is left to the next end, corner or gate shared evenly among them."""


@dataclass(frozen=True, slots=True)
class SetPost:
    """A post with where it stands or is to stand now, millimetres.

    Attributes:
        station_mm: set there, or to be set there.
        drift_mm: of one that is set against the plan, beyond it above zero; None for one that is not.
    """

    station_mm: float
    drift_mm: float | None


def with_set(fence: Fence, found_mm: Mapping[int, float], rule: Respace) -> list[SetPost]:
    """Every post with what was set.

    Args:
        fence: as planned.
        found_mm: stations of posts that were set, by their numbers from nothing.
        rule: what becomes of the others.
    """
    planned = [post.station_mm for post in fence.posts]
    now = list(planned)
    for number, mm in found_mm.items():
        now[number] = mm
    if rule is Respace.SHARE:
        for stretch in _stretches(fence):
            done = [number for number in stretch[:-1] if number in found_mm]
            ahead = [number for number in stretch[1:-1] if done and number > done[-1] and number not in found_mm]
            if not ahead:
                continue
            start, end = now[done[-1]], now[stretch[-1]]
            for place, number in enumerate(ahead, 1):
                now[number] = start + (end - start) * place / (len(ahead) + 1)
    return [
        SetPost(now[number], now[number] - planned[number] if number in found_mm else None)
        for number in range(len(planned))
    ]


def _stretches(fence: Fence) -> list[list[int]]:
    """Numbers of the posts from each given one to the next."""
    given = [number for number, post in enumerate(fence.posts) if post.kind is not PostKind.LINE]
    return [list(range(one, other + 1)) for one, other in pairwise(given)]
