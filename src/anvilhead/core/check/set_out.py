"""What is to be squared, how well, and with what."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

from anvilhead.core.adjust.hold import HOLD_AB, Hold
from anvilhead.core.adjust.network import NOTHING_NAMED, Named
from anvilhead.core.boards.batter_board import Board, BoardLayout, boards_for
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.measure.observation import Observation
from anvilhead.core.measure.tape import STEEL_TAPE, TRUE_TAPE, TapeClass, TapeZero
from anvilhead.core.moves.moves import Hands
from anvilhead.core.units.units import INCH_MM


@dataclass(frozen=True, slots=True)
class Carried:
    """What a round takes from the one before it.

    Attributes:
        observations: what that knew of the corners once its moves are made; none where nothing goes on.
        moved: corners whose strings were moved: two pulls at each show whether what was told was done.
    """

    observations: tuple[Observation, ...] = ()
    moved: tuple[str, ...] = ()


NOTHING_CARRIED = Carried()
"""A round judged by itself."""


@dataclass(frozen=True)
class SetOut:
    """What is to be squared and how well.

    Attributes:
        footprint: the planned outline.
        layout: how the boards stand.
        tolerance_mm: a corner this near its plan is good.
        restake_over_mm: a nail that would move more than this says start again.
        hold: what stays as measured.
        tape: class of the tape; zero: what it reads too much.
        named: what pulls can name besides corners and sides.
        hands: what is moved.
        heights_mm: ground heights by point, where they are known.
        cut_within_mm: ± of the sides of a joined frame, as cut; None where strings are squared.
        family: boards with the nails of the family that is squared, where it is not the wall face.
        standing: sides along which there is concrete already; nothing of theirs is moved.
        goes_on: whether a round takes in what the one before it knew; carried: that, in such a round.
    """

    footprint: Footprint
    layout: BoardLayout
    tolerance_mm: float = INCH_MM / 8
    restake_over_mm: float = 50.8
    hold: Hold = HOLD_AB
    tape: TapeClass = STEEL_TAPE
    zero: TapeZero = TRUE_TAPE
    named: Named = NOTHING_NAMED
    hands: Hands = Hands.NAILS
    heights_mm: Mapping[str, float] = field(default_factory=dict)
    cut_within_mm: float | None = None
    family: tuple[Board, ...] | None = None
    standing: tuple[str, ...] = ()
    goes_on: bool = False
    carried: Carried = NOTHING_CARRIED

    @property
    def held_line(self) -> tuple[str, str]:
        """Two corners of the line that stays, or the first two where something else does."""
        line = self.hold.frame_line
        if line is None or not set(line) <= set(self.footprint.corners):
            return self.footprint.names[0], self.footprint.names[1]
        return line

    @cached_property
    def boards(self) -> tuple[Board, ...]:
        """Every board as laid out, with the nail of what is squared."""
        return boards_for(self.footprint, self.layout) if self.family is None else self.family
