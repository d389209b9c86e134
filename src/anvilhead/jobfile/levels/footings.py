"""Footings whose bottoms are to be decided, as documents."""

from typing import Annotated

from pydantic import Field

from anvilhead.jobfile.lengths import Length, NonNegativeLength, PositiveLength, SignedLength, Strict
from anvilhead.jobfile.levels.names import Named

SOUND_SOIL = "sound soil"
"""The thing that test holes are shot on where nobody called it otherwise."""


class HeightAt(Strict):
    """A height at a point of the plan."""

    at: Named
    height: SignedLength


class FootingPlan(Strict):
    """A footing round a structure, its bottoms by stretches.

    Attributes:
        structure: whose outline it follows; family: of its lines, the wall face when left out.
        grade: finished grade outside; grades: where it is another, such as where nothing covers the wall.
        frost: least depth of the bottom under the finished grade, as the local code says; left out where it says none.
        sound: the thing whose shots are the top of sound soil; penetration: how far into it.
        module: bottoms step by whole ones: the block's, or the form board's; lap: shortest level stretch; rise:
            greatest step.
        thickness: of the footing; top: height of the wall's top; course: height of a block with its joint.
        inside: grade on the other side of the wall; unequal: more difference of the two is for an engineer.
    """

    name: Named = "footing"
    structure: Named | None = None
    family: Named | None = None
    grade: SignedLength = Length(0.0, 0)
    grades: list[HeightAt] = Field(default_factory=list, max_length=500)
    frost: NonNegativeLength | None = None
    sound: Named = SOUND_SOIL
    penetration: NonNegativeLength = Length(0.0, 0)
    module: PositiveLength
    lap: PositiveLength
    rise: PositiveLength
    thickness: PositiveLength | None = None
    top: SignedLength | None = None
    course: PositiveLength | None = None
    inside: SignedLength | None = None
    unequal: NonNegativeLength | None = None


Footings = Annotated[list[FootingPlan], Field(max_length=40)]
