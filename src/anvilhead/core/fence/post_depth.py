"""How deep a post goes, and how long it must be.

A share of the whole post in the ground: depth = share · (height + depth), so depth = share · height / (1 − share); the
frost line and the least depth of the code may ask for more.
"""

from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.units.tolerances import NOTHING_MM


class Governs(StrEnum):
    """What decides the depth."""

    SHARE = "share"
    FROST = "frost"
    LEAST = "least"


USUAL_SHARE = 1 / 3
"""Of the whole post in the ground, as crews say it; the code may ask for more."""


@dataclass(frozen=True, slots=True)
class DepthRule:
    """What a depth must come up to, millimetres; `share` of the whole post, below one."""

    share: float = USUAL_SHARE
    frost_mm: float = 0.0
    least_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class Depth:
    """How deep, and by what, millimetres."""

    mm: float
    governs: Governs


def depth_for(height_mm: float, rule: DepthRule) -> Depth:
    """How deep a post goes that stands so high out of the ground."""
    shared = rule.share * max(height_mm, 0.0) / (1 - rule.share)
    found = ((shared, Governs.SHARE), (rule.frost_mm, Governs.FROST), (rule.least_mm, Governs.LEAST))
    mm, governs = max(found, key=lambda one: one[0])
    return Depth(mm, governs)


@dataclass(frozen=True, slots=True)
class StandingPost:
    """A post between its top and the bottom of its hole, millimetres.

    Attributes:
        out_mm: out of the ground; depth: asked for in it; length_mm: of the whole post.
        short_mm: what the post at hand lacks of that; 0 where it is long enough, or cut to measure.
        deep_mm: how deep the post at hand really goes with its top where it belongs.
    """

    out_mm: float
    depth: Depth
    length_mm: float
    short_mm: float
    deep_mm: float


def standing(out_mm: float, rule: DepthRule, stock_mm: float | None) -> StandingPost:
    """A post of stock at hand, or cut to measure: its top stays, what varies goes underground.

    Args:
        out_mm: out of the ground.
        rule: what its depth must come up to.
        stock_mm: length at hand; None to have it cut.
    """
    depth = depth_for(out_mm, rule)
    length = out_mm + depth.mm
    if stock_mm is None:
        return StandingPost(out_mm, depth, length, 0.0, depth.mm)
    short = length - stock_mm
    return StandingPost(out_mm, depth, length, short if short > NOTHING_MM else 0.0, stock_mm - out_mm)
