"""Results about the crew's tape itself."""

from typing import Any

from anvilhead.jobfile.results.result_parts import Result


class TapeResult(Result):
    """What all rounds say of the crew's tape, started where it was in the latest.

    Attributes:
        rounds, pulls: that went into it.
        zero_mm: what it reads too much on every pull; zero_pm_mm: give or take, 95 in 100; null where they cannot tell.
        scale_mm, scale_pm_mm: what it reads too much on ten metres, in the same way.
        told: whether the zero is more than chance; text: all of it in words.
        document: what a plan says to take the zero off, `tape_reads`; null where it is not told.
    """

    rounds: int
    pulls: int
    zero_mm: float | None
    zero_pm_mm: float | None
    scale_mm: float | None
    scale_pm_mm: float | None
    told: bool
    text: str
    document: dict[str, Any] | None
