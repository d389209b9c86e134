"""How a reading was taken, as it is kept beside its lengths: whatever is not a plain tape from point to point."""

from typing import Any

from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import PullKind
from anvilhead.jobfile.documents.beside import FamilyName
from anvilhead.jobfile.documents.hold_plan import PointName, TouchPlan
from anvilhead.jobfile.documents.models import Reading
from anvilhead.jobfile.lengths import Length, NonNegativeLength, PositiveLength, Strict

NOTHING = Length(0.0, 0)


class HowTaken(Strict):
    """The keys of a reading that a plain pull leaves out."""

    kind: PullKind = PullKind.POINTS
    line: PointName | None = None
    legs: tuple[PositiveLength, PositiveLength] | None = None
    station: NonNegativeLength = NOTHING
    offset: NonNegativeLength = NOTHING
    instrument: Instrument = Instrument.STEEL_TAPE
    family: FamilyName | None = None
    touched: TouchPlan | None = None
    simulated: bool = False

    @property
    def given(self) -> dict[str, Any]:
        """These keys for a reading."""
        return dict(self)

    @classmethod
    def of(cls, entry: Reading) -> dict[str, Any] | None:
        """As it is kept; None for a plain pull with a steel tape."""
        taken = cls(**{name: getattr(entry, name) for name in cls.model_fields})
        return taken.model_dump(mode="json", exclude_defaults=True) or None
