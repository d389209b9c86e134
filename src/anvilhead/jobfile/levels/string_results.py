"""Results of strings that carry heights."""

from anvilhead.jobfile.results.result_parts import Place, Result


class StringStationResult(Result):
    """A station of a string; null where nobody shot.

    Attributes:
        name: the point that lies there; is_nail: whether its height was said there.
        reveal_mm: from the ground up to the string; below zero the ground stands through it.
        reading_mm: on what is set at its height, with the instrument as it stands.
        found_mm: the thing that is set to it, as shot; off_mm: how much higher than the string that is.
    """

    name: str | None
    is_nail: bool
    along_mm: float
    along_text: str
    place: Place
    height_mm: float
    height_text: str
    ground_mm: float | None
    reveal_mm: float | None
    reveal_text: str | None
    reading_mm: float | None
    reading_text: str | None
    found_mm: float | None
    off_mm: float | None
    text: str


class GradeResult(Result):
    """From one nail to the next: how it falls for each unit of length, above zero down; `text` says it."""

    start_mm: float
    end_mm: float
    fall_share: float
    text: str


class StringResult(Result):
    """A string that carries heights; places in the plan frame of `structure`."""

    name: str
    structure: str | None
    thing: str | None
    length_mm: float
    length_text: str
    places: list[Place]
    stations: list[StringStationResult]
    grades: list[GradeResult]
    text: str
