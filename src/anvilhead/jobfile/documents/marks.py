"""What is marked along a plan's lines, as documents: named places, a fence with its gates, obstacles in the ground."""

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.fence.bays import Remainder
from anvilhead.core.fence.fence import MOST_POSTS, Touches
from anvilhead.core.fence.rails import Panel
from anvilhead.core.fence.set_posts import Respace
from anvilhead.core.plan.place import MOST_PLACES
from anvilhead.jobfile.documents.beside import FamilyName
from anvilhead.jobfile.documents.hold_plan import PointName
from anvilhead.jobfile.lengths import (
    Coordinates,
    NonNegativeLength,
    PositiveLength,
    SignedLength,
    Sparse,
    Strict,
    Volume,
    mm_of,
)

RowName = Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[^\x00-\x1f\x7f@/]*[^\x00-\x1f\x7f@/ ]$")]
THE_RUN = "run"
"""In place of one leg: an open line from its first corner to its last."""


class PlacesPlan(Sparse):
    """Named places along a line: `P 1`, `P 2` and so on from the end that is named.

    Attributes:
        along: a side, an inner line, or the whole `run` of an open line; between: two points instead.
        family: the line family whose side is meant; the wall face when left out.
        start: the end that is measured from; the first when left out.
        spaces: equal ones, with one place more than spaces; spacing: whole ones from that end; distances: from it,
            below zero before it.
        last: what becomes of what whole spacings leave over: `remainder` leaves it, `cut` adds a place at the far end.
        offset: square off the line, above zero to the inside (of an open line to the left).
    """

    name: RowName
    along: PointName | None = None
    between: tuple[PointName, PointName] | None = None
    family: FamilyName | None = None
    start: PointName | None = Field(default=None, alias="from")
    spaces: Annotated[int, Field(ge=1, le=MOST_PLACES)] | None = None
    spacing: PositiveLength | None = None
    last: Literal["remainder", "cut"] = "remainder"
    distances: Annotated[list[SignedLength], Field(min_length=1, max_length=MOST_PLACES)] | None = None
    offset: SignedLength | None = None

    @model_validator(mode="after")
    def _says_one_way(self) -> Self:
        _one_of(self, ("along", "between"), "Say where they lie: “along” a line, or “between” two points.")
        _one_of(self, ("spaces", "spacing", "distances"), "Say one of “spaces”, “spacing” and “distances”.")
        return self


def _one_of(document: Strict, keys: tuple[str, ...], message: str) -> None:
    said = [key for key in keys if getattr(document, key) is not None]
    if len(said) != 1:
        at = said[-1] if said else keys[0]
        raise PydanticCustomError("one-of", "{message}", {"message": message, "at": at})


class StringTouch(Sparse):
    """What of a post the string meets, and on which side of it the posts stand, walking from the first corner."""

    touches: Touches = Touches.CENTRE
    gap: NonNegativeLength | None = None
    side: Literal["left", "right"] = "left"


class GatePlan(Sparse):
    """A gate: station of its first post's inner face, clear width between post faces.

    `hinge` and `latch`: gaps that its leaf leaves on either side.
    """

    at: SignedLength
    opening: PositiveLength
    hinge: NonNegativeLength | None = None
    latch: NonNegativeLength | None = None

    @model_validator(mode="after")
    def _leaves_a_leaf(self) -> Self:
        if (mm_of(self.hinge) or 0.0) + (mm_of(self.latch) or 0.0) >= self.opening.mm:
            message = "The gaps leave nothing of the opening for the gate. Make them smaller."
            raise PydanticCustomError("no-leaf", "{message}", {"message": message, "at": "hinge"})
        return self


class DepthPlan(Sparse):
    """What a post's depth must come up to: a share of the whole post, the frost line, the least of the code."""

    share: Annotated[float, Field(ge=0, lt=0.9, allow_inf_nan=False)] | None = None
    frost: NonNegativeLength | None = None
    least: NonNegativeLength | None = None


class TopStep(Strict):
    """From a post on, counted from the first, the tops lie lower by `drop`; higher where it is below zero."""

    post: Annotated[int, Field(ge=2, le=MOST_POSTS)]
    drop: SignedLength


class TopsPlan(Sparse):
    """Heights of the tops above the datum; without them every top stands over its own ground.

    Attributes:
        start: at the first post; end: at the last, straight between; all at one height when left out.
        steps: in place of `end`.
    """

    start: SignedLength
    end: SignedLength | None = None
    steps: list[TopStep] = Field(default_factory=list, max_length=MOST_POSTS)

    @model_validator(mode="after")
    def _slopes_or_steps(self) -> Self:
        if self.end is not None and self.steps:
            message = "The tops slope to “end”, or go down in “steps”. Take one of them out."
            raise PydanticCustomError("one-of", "{message}", {"message": message, "at": "steps"})
        return self


class SetPostPlan(Strict):
    """A post as it was really set: its number from the first, and its station."""

    post: Annotated[int, Field(ge=1, le=MOST_POSTS)]
    station: SignedLength


class FencePlan(Sparse):
    """A fence along an open run.

    Attributes:
        bay: wanted from centre to centre; remainder: what becomes of the rest.
        post: width of a post; hole: across the hole; gravel: under the post.
        string: what the run's string marks.
        gates: in any order.
        height: of the fence out of the ground; length: of posts at hand, cut to measure when left out; lengths: of
            single posts, by number.
        depth: what decides it; tops: heights of the tops, over the ground of each post when left out.
        pad: thickness of a base pad under each post; cross: how far aim crosses reach beyond the hole.
        rails: from the top down to each; panel: how bays follow tops that differ.
        concrete: whether holes are filled with it; bag: how much one makes.
        moved: line posts moved along the run by hand, by their number from the first.
        placed: posts that were set; respace: what becomes of those that are not.
    """

    bay: PositiveLength
    remainder: Remainder = Remainder.CUT_LAST
    post: PositiveLength
    hole: PositiveLength | None = None
    gravel: NonNegativeLength | None = None
    string: StringTouch = StringTouch()
    gates: list[GatePlan] = Field(default_factory=list, max_length=200)
    height: PositiveLength | None = None
    length: PositiveLength | None = None
    lengths: dict[Annotated[int, Field(ge=1, le=MOST_POSTS)], PositiveLength] = Field(default_factory=dict)
    depth: DepthPlan = DepthPlan()
    tops: TopsPlan | None = None
    pad: PositiveLength | None = None
    cross: PositiveLength | None = None
    rails: list[NonNegativeLength] = Field(default_factory=list, max_length=12)
    panel: Panel = Panel.RACKED
    concrete: bool = True
    bag: Volume | None = None
    moved: dict[Annotated[int, Field(ge=1, le=MOST_POSTS)], SignedLength] = Field(default_factory=dict)
    placed: list[SetPostPlan] = Field(default_factory=list, alias="set", max_length=MOST_POSTS)
    respace: Respace = Respace.HOLD


class ObstaclePlan(Sparse):
    """Something that no hole, stake or board may hit: at a place of the plan frame, or along a line to another.

    `radius` is what it needs round its middle, the zone the local rule asks for with it; `stands`: tapes and strings
    meet it too, as they do a tree.  `ticket`: the number of the locate ticket on which it was marked.
    """

    name: RowName
    at: Coordinates
    to: Coordinates | None = None
    radius: PositiveLength
    stands: bool = False
    ticket: RowName | None = None
