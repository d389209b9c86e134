"""Results of plate lines over old concrete."""

from anvilhead.jobfile.results.result_parts import Place, Result


class EdgeInset(Result):
    """From the edge as found inward to where the plate's line is snapped; below zero the plate hangs over."""

    line: str
    at_mm: float
    at_text: str
    place: Place
    inset_mm: float
    inset_text: str
    over: bool


class PlatesResult(Result):
    """Plate lines laid over concrete that is there.

    Attributes:
        corners: of the plates as they are laid; null where nothing fits.
        shift_mm: along the first side and to its left; turn_mm: what the turn moves the far end of the longest side.
        fits: whether every overhang is within what is allowed.
    """

    corners: dict[str, Place]
    shift_mm: Place | None
    turn_deg: float
    edges: list[EdgeInset]
    worst_mm: float | None
    fits: bool
    text: str
