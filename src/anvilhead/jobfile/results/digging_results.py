"""Results of what a digger is told."""

from anvilhead.jobfile.results.pour_results import Laid
from anvilhead.jobfile.results.result_parts import Place, Result


class TrenchResult(Result):
    """The footing along a side, or along a leg of a strip.

    Attributes:
        outer, inner: its edges; passes: the middle of each pass of the bucket.
        over_mm: dug too wide in all; outer_over_mm: of it beyond the outer edge.
    """

    line: str
    outer: Laid
    inner: Laid
    width_mm: float
    width_text: str
    passes: list[Laid]
    over_mm: float
    over_text: str | None
    outer_over_mm: float


class PadResult(Result):
    """A pad: its corners, and its diagonal to square it by."""

    name: str
    at: str
    corners: list[Place]
    size_text: str
    diagonal_mm: float
    diagonal_text: str


class DugResult(Result):
    """A hole as it was found: what must still come out, what more concrete it takes."""

    on: str
    short: bool
    more_mm3: float
    text: str


class DiggingResult(Result):
    """What a digger is told.

    Attributes:
        over_mm3: concrete for what is dug too wide; null while no depth is said.
        how: how the bucket covers the footings, in sentences; paint: what the marks on the ground say.
    """

    trenches: list[TrenchResult]
    pads: list[PadResult]
    dug: list[DugResult]
    over_mm3: float | None
    over_text: str | None
    how: list[str]
    paint: list[str]
    text: str
