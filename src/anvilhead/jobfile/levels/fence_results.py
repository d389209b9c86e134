"""Results of fences in height: tops, depths and lengths over the ground that was shot."""

from anvilhead.core.fence.post_depth import Governs
from anvilhead.jobfile.results.marks_results import FenceMaterials
from anvilhead.jobfile.results.result_parts import Result


class PostHeight(Result):
    """A post in height, above the datum; null where its ground was not shot.

    Attributes:
        top_mm, reading_mm: of its top, and the reading there with the instrument as it stands.
        out_mm: out of the ground; depth_mm: in it as asked for; bottom_mm: of the post.
        length_mm: it needs; short_mm: what the post at hand lacks; rise_mm: its top over that of the post before.
    """

    name: str
    ground_mm: float | None
    ground_text: str | None
    top_mm: float | None
    top_text: str | None
    reading_mm: float | None
    reading_text: str | None
    out_mm: float | None
    out_text: str | None
    depth_mm: float | None
    depth_text: str | None
    governs: Governs | None
    bottom_mm: float | None
    length_mm: float | None
    length_text: str | None
    short_mm: float
    rise_mm: float | None
    rise_text: str | None


class RailBayResult(Result):
    """The rails of a bay: from each post's top down to each, in the order of the plan; how much lower its end lies."""

    bay: str
    start_down_mm: list[float]
    start_down: list[str]
    end_down_mm: list[float]
    end_down: list[str]
    step_mm: float
    step_text: str
    clear_mm: float | None
    clear_text: str | None


class FenceHeights(Result):
    """A fence over the ground: every post, what does not work, and what the holes take at their real depths.

    `rails`: bay by bay where both tops are known; none across a gate.
    """

    structure: str
    posts: list[PostHeight]
    rails: list[RailBayResult]
    rails_text: str | None
    materials: FenceMaterials | None
    troubles: list[str]
    text: str
