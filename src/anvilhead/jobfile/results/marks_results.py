"""Results of what is marked along lines: named places, fences."""

from pydantic import Field

from anvilhead.core.fence.bays import Remainder
from anvilhead.core.fence.fence import PostKind
from anvilhead.core.fence.post_depth import Governs
from anvilhead.jobfile.results.result_parts import Between, Place, Result


class PlaceResult(Place):
    """A named place, and its running distance from the end that its row is measured from."""

    station_mm: float
    text: str


class ObstacleHit(Result):
    """What hits it: a board, a stake, a place, a trench, a pad, a tape; `setback_mm`: at which a board misses all."""

    what: str
    board: str | None = None
    setback_mm: float | None = None
    setback_text: str | None = None
    text: str


class ObstacleResult(Result):
    """Something in the ground: it keeps a radius free along a line, or round a place where both ends are one.

    `hits`: what falls on it; posts of a fence are told with the fence.  `ticket`: on which it was marked.
    """

    name: str
    start: Place
    end: Place
    radius_mm: float
    radius_text: str
    ticket: str | None = None
    hits: list[ObstacleHit]


class FencePostResult(Result):
    """A post.

    Attributes:
        station_mm: of its centre along the run, from the first corner; corner: the one it stands at.
        centre: where the middle of its hole goes; play_mm: what the hole leaves on each side of it.
        depth_mm, length_mm: in the ground, and of the whole post; null where nothing says how deep or how high.
        governs: what decided the depth; short_mm: what the post at hand lacks.
        found_mm, drift_mm: where it was set, beyond its plan above zero; null before it was.
        now_mm: where it stands, or is to be set now.
        cross: ends of its aim cross, on along the run first, then to its left; hole_deep_mm: of its hole, with what
            lies under the post.
    """

    name: str
    kind: PostKind
    corner: str | None
    station_mm: float
    station_text: str
    centre: Place
    play_mm: float | None
    play_text: str | None
    depth_mm: float | None
    depth_text: str | None
    governs: Governs | None
    length_mm: float | None
    length_text: str | None
    short_mm: float
    found_mm: float | None
    drift_mm: float | None
    drift_text: str | None
    now_mm: float
    now_text: str
    cross: list[Place]
    hole_deep_mm: float | None
    hole_deep_text: str | None


class FenceBayResult(Between):
    """From one post to the next: between stations, and between the middles of their holes; `gate`: an opening.

    `leaf_mm`: width of the gate itself, where its gaps are said.
    """

    width_mm: float
    width_text: str
    apart_mm: float
    apart_text: str
    gate: bool
    leaf_mm: float | None
    leaf_text: str | None


class FenceChoice(Result):
    """What another way of dealing with the remainder would give: posts, bays that are no gates, their widths."""

    remainder: Remainder
    posts: int
    bays: int
    least_mm: float | None
    most_mm: float | None
    text: str


class FenceMaterials(Result):
    """What a fence takes.

    Attributes:
        posts: by length, those to be cut to measure by what they need.
        spoil_mm3, gravel_mm3, fill_mm3: of all holes; fill: concrete or tamped earth round the posts.
        pads: under posts.
        bags: of concrete, whole ones; null where nobody said what one makes.
        text: in sentences.
    """

    holes: int
    spoil_mm3: float
    gravel_mm3: float
    fill_mm3: float
    pads: int
    bags: int | None
    truck: list[str]
    text: str


class PostShift(Result):
    """The least move along the run, on above zero, that takes a post's hole off what lies in the ground."""

    post: int
    shift_mm: float
    shift_text: str


class FenceResult(Result):
    """A fence along a run.

    Attributes:
        counted: how the counts come about; shifts: posts that a move would free, in whole from their bays' places.
        choices: every way of dealing with the remainder, side by side.
        troubles: what does not work, one sentence each; text: how many of what, in a sentence.
    """

    posts: list[FencePostResult]
    bays: list[FenceBayResult]
    choices: list[FenceChoice]
    counted: list[str]
    shifts: list[PostShift]
    cross_text: str | None
    materials: FenceMaterials | None
    troubles: list[str] = Field(default_factory=list)
    text: str
