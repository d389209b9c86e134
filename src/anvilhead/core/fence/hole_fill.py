"""What comes out of post holes and what goes in: spoil, gravel under the post, concrete or earth round it."""

import math
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class HoleFill:
    """Of one hole, cubic millimetres; concrete or tamped earth fills what the post and the gravel leave."""

    spoil_mm3: float
    gravel_mm3: float
    round_post_mm3: float


def hole_fill(hole_mm: float, post_mm: float, depth_mm: float, gravel_mm: float = 0.0, pad_mm: float = 0.0) -> HoleFill:
    """A round hole with a square post in it, on gravel or a pad; the hole is deeper than the post by what is under it.

    Args:
        hole_mm: across the hole, no less than the post.
        post_mm: width of the post.
        depth_mm: of the post in the ground.
        gravel_mm: thickness under it.
        pad_mm: thickness of a pad of concrete between the two.
    """
    across = math.pi * hole_mm * hole_mm / 4
    return HoleFill(
        spoil_mm3=across * (depth_mm + gravel_mm + pad_mm),
        gravel_mm3=across * gravel_mm,
        round_post_mm3=max(0.0, across - post_mm * post_mm) * depth_mm,
    )
