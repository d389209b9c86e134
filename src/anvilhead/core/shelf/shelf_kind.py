"""What stands on the shelf: kinds of instruments, how each is tested and how often."""

from enum import StrEnum

from anvilhead.core.levels.instrument_check import CheckKind
from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.measure.instrument import CLASSES, Instrument
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.units.units import SIXTEENTH_MM


class ShelfKind(StrEnum):
    """Kinds of instruments."""

    STEEL_TAPE = "steel-tape"
    LONG_TAPE = "long-tape"
    LASER_METER = "laser-meter"
    STRING_LINE = "string-line"
    FRAMING_SQUARE = "framing-square"
    SQUARE_LASER = "square-laser"
    LASER = "laser"
    OPTICAL = "optical"
    WATER = "water-level"
    LINE = "line-level"
    SPIRIT = "spirit-level"
    ROD = "rod"

    @property
    def level(self) -> LevelInstrument | None:
        """What it is in a level book; None for what gives no level line."""
        return _LEVELS.get(self)

    @property
    def answers(self) -> bool:
        """Whether it can be asked for its readings: what is read for height, and what a plan of strings names."""
        return self.level is not None or self.measures is not None

    @property
    def measures(self) -> Instrument | None:
        """What a length or a right angle is read with, when it is read with it; None for what gives no such reading."""
        return _MEASURES.get(self)

    @property
    def tests(self) -> tuple["ShelfTest", ...]:
        """How it can be tested, the usual way first."""
        return _TESTS[self]

    @property
    def usual_days(self) -> int:
        """After how many days it is looked at again where nobody says; 0 when only a knock asks for it."""
        return _USUAL_DAYS[self]

    @property
    def reads(self) -> TapeClass | None:
        """How far it claims to be off on a length; None for what measures none."""
        return _READS.get(self)

    @classmethod
    def of_level(cls, kind: LevelInstrument) -> "ShelfKind":
        """What an instrument of a level book is on the shelf."""
        return next(one for one, level in _LEVELS.items() if level is kind)


class ShelfTest(StrEnum):
    """Ways to test what stands on the shelf: those of a level book, and three of its own."""

    TWO_PEG = CheckKind.TWO_PEG.value
    FOUR_WAYS = CheckKind.FOUR_WAYS.value
    TURN_ROUND = CheckKind.TURN_ROUND.value
    ENDS_TOGETHER = CheckKind.ENDS_TOGETHER.value
    REVERSAL = "reversal"
    """A right angle thrown, or drawn, once from either way round."""
    KNOWN_LENGTH = "known-length"
    """Lengths that are known otherwise, read with it."""


_LEVELS = {
    ShelfKind.LASER: LevelInstrument.LASER,
    ShelfKind.OPTICAL: LevelInstrument.OPTICAL,
    ShelfKind.WATER: LevelInstrument.WATER,
    ShelfKind.LINE: LevelInstrument.LINE,
    ShelfKind.SPIRIT: LevelInstrument.SPIRIT,
    ShelfKind.STRING_LINE: LevelInstrument.STRING,
}

_MEASURES = {
    ShelfKind.STEEL_TAPE: Instrument.STEEL_TAPE,
    ShelfKind.LONG_TAPE: Instrument.LONG_TAPE,
    ShelfKind.LASER_METER: Instrument.LASER_METER,
    ShelfKind.FRAMING_SQUARE: Instrument.FRAMING_SQUARE,
    ShelfKind.SQUARE_LASER: Instrument.SQUARE_LASER,
}

_TESTS = {
    ShelfKind.STEEL_TAPE: (ShelfTest.KNOWN_LENGTH,),
    ShelfKind.LONG_TAPE: (ShelfTest.KNOWN_LENGTH,),
    ShelfKind.LASER_METER: (ShelfTest.KNOWN_LENGTH,),
    ShelfKind.ROD: (ShelfTest.KNOWN_LENGTH,),
    ShelfKind.STRING_LINE: (),
    ShelfKind.FRAMING_SQUARE: (ShelfTest.REVERSAL,),
    ShelfKind.SQUARE_LASER: (ShelfTest.REVERSAL,),
    ShelfKind.LASER: (ShelfTest.FOUR_WAYS, ShelfTest.TWO_PEG),
    ShelfKind.OPTICAL: (ShelfTest.TWO_PEG,),
    ShelfKind.WATER: (ShelfTest.ENDS_TOGETHER,),
    ShelfKind.LINE: (ShelfTest.TURN_ROUND,),
    ShelfKind.SPIRIT: (ShelfTest.TURN_ROUND,),
}

_USUAL_DAYS = {
    ShelfKind.STEEL_TAPE: 180,
    ShelfKind.LONG_TAPE: 90,
    ShelfKind.LASER_METER: 180,
    ShelfKind.STRING_LINE: 0,
    ShelfKind.FRAMING_SQUARE: 180,
    ShelfKind.SQUARE_LASER: 30,
    ShelfKind.LASER: 30,
    ShelfKind.OPTICAL: 30,
    ShelfKind.WATER: 1,
    ShelfKind.LINE: 30,
    ShelfKind.SPIRIT: 90,
    ShelfKind.ROD: 180,
}
"""Our own habits: what is carried about in a truck bed monthly, what is only held against work twice a year, a hose
whenever it was filled.  A maker's own interval goes before them."""

_READS = {
    ShelfKind.STEEL_TAPE: CLASSES[Instrument.STEEL_TAPE],
    ShelfKind.LONG_TAPE: CLASSES[Instrument.LONG_TAPE],
    ShelfKind.LASER_METER: CLASSES[Instrument.LASER_METER],
    ShelfKind.ROD: TapeClass(SIXTEENTH_MM / 2, marks_mm=1.0),
}
