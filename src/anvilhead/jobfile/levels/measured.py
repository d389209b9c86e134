"""What was measured, as documents: setups with their shots, and tests of instruments."""

from datetime import datetime
from typing import Annotated, Any, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.levels.instrument_check import CheckKind
from anvilhead.core.levels.rod import RodMarks
from anvilhead.jobfile.lengths import (
    Coordinates,
    Length,
    NonNegativeLength,
    PositiveLength,
    SignedLength,
    Sparse,
    in_units,
)
from anvilhead.jobfile.levels.names import InstrumentName, Named, WarmerBy, Who


class InRodUnits(Sparse):
    """A document whose `rod` says what a bare number in it means; left out, what the job says."""

    rod: RodMarks | None = None

    @model_validator(mode="wrap")
    @classmethod
    def _with_rod_units(cls, data: Any, handler: Any) -> Any:
        named = data.get("rod") if isinstance(data, dict) else None
        known = RodMarks(named).units if isinstance(named, str) and named in list(RodMarks) else None
        with in_units(known):
            return handler(data)


def check_lean(reading: Length, leans: Length | None) -> None:
    """A rod cannot be farther out of plumb than it is long."""
    if leans is not None and leans.mm >= abs(reading.mm):
        message = f"A rod that leans by {leans.text} cannot read {reading.text}. Type how far it is out of plumb there."
        raise PydanticCustomError("lean-too-far", "{message}", {"message": message, "at": "leans"})


class ShotEntry(Sparse):
    """One reading.

    Attributes:
        at: the point; thing: what the rod stands on there, the ground when left out.
        turned: second reading with a line or spirit level turned end for end.
        bracket: reading where a line level's bubble touches its other line; the mean counts.
        distance: of the sight, of the span, or along a string.
        foot: what is missing of the foot of the rod that was held, where it is another one than the setup's.
        leans: how far out of plumb the rod was at the reading.
        who, taken: by whom and when, where that differs from the setup; struck: stays in the record, does not count.
    """

    at: Named
    thing: Named | None = Field(default=None, alias="on")
    reading: SignedLength
    turned: SignedLength | None = None
    bracket: SignedLength | None = None
    distance: PositiveLength | None = None
    foot: NonNegativeLength | None = None
    leans: PositiveLength | None = None
    who: Who | None = None
    taken: datetime | None = None
    struck: bool = False

    @model_validator(mode="after")
    def _leans_less(self) -> Self:
        check_lean(self.reading, self.leans)
        return self


class HeightFound(Sparse):
    """A thing at a point as it was found when it was accepted, and how far it then lay over its target."""

    thing: Named
    at: Named
    height: SignedLength
    off: SignedLength


class HeightsAccepted(Sparse):
    """What of a structure was set to height, accepted by name; `back` takes that back.

    Attributes:
        heights: everything that was found, as it was found then.
        over: things that were farther off than their tolerance then, in words.
    """

    structure: Named
    note: Annotated[str, Field(max_length=500)] = ""
    heights: list[HeightFound] = Field(default_factory=list, max_length=20_000)
    over: list[Annotated[str, Field(max_length=200)]] = Field(default_factory=list, max_length=20_000)
    back: bool = False
    who: Who | None = None
    taken: datetime | None = None


class SetupHead(InRodUnits):
    """One standing of an instrument, without its shots.

    Attributes:
        instrument: its kind; device: which one of the crew's.
        rod: how the rod is marked; rod_length: its length; foot: what is missing of its foot.
        height: of the level line where that is known: a string at its height above the datum.
        string: the planned string that drops are read from, where its height is another at every station; the
            `distance` of a shot is then how far along it hangs, left out where its point lies on the string.
        span, hung_at: of a line level's string from end to end, and where on it the level hangs; mid-span when left
            out. The `distance` of a shot is then how far along the string it is read, the far end when left out.
        place: where the instrument stands, for the lengths of its sights.
        corrected: readings are corrected by the last test of the device.
        rechecks: nothing was moved since: what was shot before is held against it and stays as it is.
        warmer: degrees Celsius that water is warmer in one leg of the hose; leg: standing height of that water.
    """

    instrument: InstrumentName
    device: Named | None = None
    rod_length: PositiveLength | None = None
    foot: NonNegativeLength | None = None
    height: SignedLength | None = None
    string: Named | None = None
    span: PositiveLength | None = None
    hung_at: PositiveLength | None = None
    place: Coordinates | None = None
    corrected: bool = False
    rechecks: bool = False
    warmer: WarmerBy | None = None
    leg: PositiveLength | None = None
    who: Who | None = None
    taken: datetime | None = None


class SetupEntry(SetupHead):
    """A setup of a job file, with its shots."""

    shots: list[ShotEntry] = Field(default_factory=list, max_length=5000)


_READINGS = {CheckKind.TWO_PEG: 4, CheckKind.FOUR_WAYS: 4, CheckKind.TURN_ROUND: 2, CheckKind.ENDS_TOGETHER: 2}


class CheckEntry(InRodUnits):
    """A test of an instrument.

    Attributes:
        readings: two-peg: on A and B from midway, then on A and B from near A; four-ways: on one mark, turned a
            quarter each time; turn-round: first and turned; ends-together: of either end.
        distance: between the pegs, to the mark, or of the span; none for a water level.
        near: from the instrument to peg A the second time; beyond: it stands beyond A, not between the pegs.
    """

    device: Named
    kind: CheckKind
    readings: Annotated[list[SignedLength], Field(min_length=2, max_length=4)]
    distance: PositiveLength | None = None
    near: NonNegativeLength = Length(0.0, 0)
    beyond: bool = False
    who: Who | None = None
    taken: datetime | None = None

    @model_validator(mode="after")
    def _is_whole(self) -> Self:
        needed = _READINGS[self.kind]
        if len(self.readings) != needed:
            message = f"A test “{self.kind}” takes {needed} readings, not {len(self.readings)}."
            raise PydanticCustomError("readings-missing", "{message}", {"message": message, "at": "readings"})
        if self.distance is None and self.kind is not CheckKind.ENDS_TOGETHER:
            message = f"A test “{self.kind}” needs its “distance”. Add it."
            raise PydanticCustomError("missing", "{message}", {"message": message, "at": "distance"})
        return self
