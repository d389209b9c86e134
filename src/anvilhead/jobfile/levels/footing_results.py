"""Results of footings: bottoms by stretches."""

from anvilhead.core.ground.footing_bottom import Governs
from anvilhead.jobfile.results.result_parts import Place, Result


class StationOnResult(Result):
    """A place along the outline: the side, and how far from its first corner."""

    side: str
    along_mm: float
    text: str
    place: Place


class StretchResult(Result):
    """A level stretch of a footing's bottom.

    Attributes:
        station_mm: its start along the outline from its first corner; length_mm: to its end.
        needed_mm: the deepest that anything on it asks for; governs: what asks for that.
        reading_mm: on the bottom, with the instrument as it stands; null without one.
        wall_mm: from the footing's top to the wall's; courses: whole ones in that; cut_mm: height of the cut block over
            them, 0 for none; null where top, thickness or course are not said.
        unequal_mm: most difference of the grade on either side; engineer: whether that is more than the limit.
    """

    start: StationOnResult
    end: StationOnResult
    station_mm: float
    length_mm: float
    length_text: str
    bottom_mm: float
    bottom_text: str
    needed_mm: float
    governs: Governs
    reading_mm: float | None
    reading_text: str | None
    wall_mm: float | None
    wall_text: str | None
    courses: int | None
    cut_mm: float | None
    cut_text: str | None
    unequal_mm: float | None
    engineer: bool
    text: str


class AskedAtResult(Result):
    """What is asked for at a station: the deepest bottom that is enough, and the finished grade over it."""

    station_mm: float
    needed_mm: float
    grade_mm: float


class FootingResult(Result):
    """A footing; `text` says what is missing where there are no stretches.

    Attributes:
        corners: names of the outline's corners and their stations; around_mm: its length.
    """

    name: str
    structure: str
    around_mm: float
    corners: dict[str, float]
    asked: list[AskedAtResult]
    stretches: list[StretchResult]
    text: str
