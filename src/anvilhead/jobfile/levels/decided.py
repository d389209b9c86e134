"""Heights to be decided, as documents: finishes to choose, runs that fall."""

from typing import Annotated, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.ground.finish_choice import FinishRule
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.jobfile.documents.board_plans import USUAL_EMBEDMENT
from anvilhead.jobfile.lengths import NonNegativeLength, PositiveLength, SignedLength, Strict
from anvilhead.jobfile.levels.names import Named, Share


class LayerPlan(Strict):
    """A layer under a finish, from the top down: the slab itself first."""

    name: Named
    thickness: PositiveLength


class AdoptedFinish(Strict):
    """The height that was taken, and by which rule; it stays when more is shot."""

    rule: FinishRule
    height: SignedLength


class FinishPlan(Strict):
    """A finish whose height is to be chosen.

    Attributes:
        structure: whose outline it has; family: of its lines, the wall face when left out.
        thickness: planned; least: thinner is too thin, the planned one when left out.
        base: the thing whose shots are its base; the ground when left out.
        clearance: above the highest ground; forms: the thing whose tops it may follow; edge: a thing that is there
            already; height: a number that somebody brought.
        layers: under the top, from the top down.
        waste: share of concrete ordered on top.
        adopted: what was taken.
    """

    name: Named = "finish"
    structure: Named | None = None
    family: Named | None = None
    thickness: PositiveLength
    least: PositiveLength | None = None
    base: Named | None = None
    clearance: NonNegativeLength | None = None
    forms: Named | None = None
    edge: Named | None = None
    height: SignedLength | None = None
    layers: list[LayerPlan] = Field(default_factory=list, max_length=20)
    waste: Share = 0.0
    adopted: AdoptedFinish | None = None

    @model_validator(mode="after")
    def _least_is_no_more(self) -> Self:
        if self.least and self.least.mm > self.thickness.mm + NOTHING_MM:
            message = (
                f"Never thinner than {self.least.text}, and {self.thickness.text} thick: it would be thinner already."
            )
            raise PydanticCustomError("least-over-thickness", "{message}", {"message": message, "at": "least"})
        return self


class RunFall(Strict):
    """`rise` in `over`, down toward the end."""

    rise: SignedLength
    over: PositiveLength

    @property
    def share(self) -> float:
        """Fall for each unit of length."""
        return self.rise.mm / self.over.mm


class RunPlan(Strict):
    """A run that falls evenly from one point of the plan to another.

    Attributes:
        structure: in whose plan frame its points are; the book's when left out.
        start, end: names of points.
        start_height: of the invert at the start; outlet: height that the end must not lie below.
        cover: least ground above the invert; every: from station to station.
        string: height of a string, or a level line, that drops are measured from.
        stakes: the longest stake at hand to carry it; embedment: of it in the ground.
    """

    name: Named = "run"
    structure: Named | None = None
    start: Named = Field(alias="from")
    end: Named = Field(alias="to")
    start_height: SignedLength
    outlet: SignedLength | None = None
    fall: RunFall
    cover: NonNegativeLength | None = None
    every: PositiveLength | None = None
    string: SignedLength | None = None
    stakes: PositiveLength | None = None
    embedment: NonNegativeLength = USUAL_EMBEDMENT

    @model_validator(mode="after")
    def _goes_somewhere(self) -> Self:
        if self.start == self.end:
            message = f"The run begins and ends at {self.start}. Name two points."
            raise PydanticCustomError("same-place", "{message}", {"message": message, "at": "to"})
        return self


Finishes = Annotated[list[FinishPlan], Field(max_length=40)]
Runs = Annotated[list[RunPlan], Field(max_length=60)]
