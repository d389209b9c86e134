"""What a crew's own rounds say of it, as the API answers it."""

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results.result_parts import Result


class StructureTrend(Result):
    """One structure's rounds: `to_square` is null while it is not; `rounds` those pulled to bring its strings in."""

    job: str
    job_name: str
    structure: str
    name: str
    rounds: int
    to_square: int | None


class KeptView(Result):
    """± on a short pull that the crew's readings keep to, millimetres: likeliest, and the limits 95 in 100.

    `error` and `claim` as they are said; `offer` is the error as it would be typed, null while the claim of the tape
    may as well be right.
    """

    rounds: int
    readings: int
    error_mm: float
    low_mm: float
    high_mm: float | None
    claim_mm: float
    error: str
    claim: str
    offer: str | None


class SlipTrend(Result):
    """A slip, what it is, and how often it was made."""

    slip: Slip
    count: int
    text: str


class InstrumentTrend(Result):
    """How an instrument's error went from test to test; `told` when it changed by more than its tests can be off."""

    device: str
    told: bool
    text: str


class TrendsView(Result):
    """What the latest jobs of the yard say of the crew.

    `rounds` were looked at, of `jobs` jobs; `sample` when they are those of the samples, the yard having no others.
    """

    units: Units
    jobs: int
    rounds: int
    sample: bool
    structures: list[StructureTrend]
    to_square: str
    pace: str
    kept: KeptView | None
    tape: str
    slips: list[SlipTrend]
    instruments: list[InstrumentTrend]
