"""Boards as a document: how they stand, how high, and what there is to make them of."""

from typing import Annotated

from pydantic import Field

from anvilhead.core.boards.batter_board import BoardStyle
from anvilhead.core.units.units import FOOT_MM
from anvilhead.jobfile.lengths import Length, NonNegativeLength, PositiveLength, SignedLength, Sparse, Strict

Place = Annotated[str, Field(min_length=1, max_length=40)]
"""A corner (`C`) or a board (`BC@C`)."""
Stock = Annotated[list[PositiveLength], Field(max_length=20)]


USUAL_EMBEDMENT = Length(457.2, '18"')
"""Of a stake in firm ground, until somebody says otherwise."""


class DigPlan(Strict):
    """The cut beside the building: depth, run of its side for each unit of depth, room beyond its top."""

    depth: PositiveLength
    slope: Annotated[float, Field(ge=0, le=10, allow_inf_nan=False)] = 0.0
    working_space: NonNegativeLength = Length(2 * FOOT_MM, "2'")


class BoardPlan(Sparse):
    """How the boards stand.

    Attributes:
        style: what carries the strings: two boards, one across, a single board per line, plain stakes.
        styles: corners that differ.
        setbacks: corners or boards that stand elsewhere than `board_setback`.
        dig: the cut; boards then stand at least clear of it.
        ground: heights by corner or by board; left out, the ground is taken as level.
        clear: string above the highest ground.
        embedment: stake in the ground.
        string_height: string decided otherwise, above the datum.
        step: amount by which lines step down the slope; left out, all stand at one height.
        stakes: stake lengths at hand.
        stock: lengths the boards are cut from.
        one_string: one line led round the whole job without cutting.
        existing: sides along which there is concrete already: no board stands there, no string of theirs.
    """

    style: BoardStyle = BoardStyle.TWO
    styles: dict[Place, BoardStyle] = Field(default_factory=dict)
    setbacks: dict[Place, NonNegativeLength] = Field(default_factory=dict)
    dig: DigPlan | None = None
    ground: dict[Place, SignedLength] = Field(default_factory=dict)
    clear: NonNegativeLength = Length(152.4, '6"')
    embedment: NonNegativeLength = USUAL_EMBEDMENT
    string_height: SignedLength | None = None
    step: PositiveLength | None = None
    stakes: Stock = Field(default_factory=list)
    stock: Stock = Field(default_factory=list)
    one_string: bool = False
    existing: Annotated[list[Place], Field(max_length=200)] = Field(default_factory=list)
