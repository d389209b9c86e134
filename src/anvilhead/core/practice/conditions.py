"""What a run is begun under: whose instruments are used, and whether the yard has dangers."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from anvilhead.core.levels.level_instrument import LevelClass
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.practice.level_tasks import Tool
from anvilhead.core.units.units import Units


@dataclass(frozen=True, slots=True)
class OwnTape:
    """A tape of the shelf.

    Attributes:
        name: painted on it; grade: what it claims.
        zero_mm: that its last test found it to read too much; scale: and for each millimetre.
    """

    name: str
    grade: TapeClass
    zero_mm: float = 0.0
    scale: float = 0.0

    def taken_off(self, reading_mm: float, burn_mm: float) -> float:
        """A reading less what its test found; a burn takes the hook out of it."""
        return reading_mm - self.scale * (reading_mm - burn_mm) - (0.0 if burn_mm else self.zero_mm)


@dataclass(frozen=True, slots=True)
class OwnLevel:
    """An instrument for heights of the shelf.

    Attributes:
        name: painted on it; grade: what it claims.
        per_mm: what its last test found it to read too much for each millimetre; None where none shows it.
    """

    name: str
    grade: LevelClass
    per_mm: float | None = None


@dataclass(frozen=True, slots=True)
class Conditions:
    """What a run is begun under.

    Attributes:
        has_dangers: whether there may be dangers, and an eyepiece out of focus; runs from before there were have none.
        tape, levels: of the shelf, used in place of the yard's.
        units: in which a helper calls; feet and inches in runs from before they were kept.
    """

    has_dangers: bool = False
    tape: OwnTape | None = None
    levels: Mapping[Tool, OwnLevel] = field(default_factory=dict)
    units: Units = Units.FT_IN
