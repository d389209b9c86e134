"""Strokes, dots and notes: what every drawing is made of, whatever it is written as.

Places are plan millimetres; heights of texts and weights of lines are millimetres on paper, so that a drawing
reads the same at any scale.
"""

from dataclasses import dataclass, field

from anvilhead.jobfile.results.result_parts import Place

XY = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Look:
    """How a layer is drawn on paper: line weight and dashes (empty for solid), millimetres."""

    weight_mm: float
    dash_mm: tuple[float, ...] = ()


LOOKS = {
    "WALL FACE": Look(0.6),
    "FAMILY": Look(0.25, (4.0, 1.5)),
    "INNER": Look(0.25, (6.0, 1.5, 1.0, 1.5)),
    "STRINGS": Look(0.18),
    "BOARDS": Look(1.4),
    "NAILS": Look(0.3),
    "STAKES": Look(0.3),
    "TEXT": Look(0.2),
    "DIG": Look(0.7),
    "BUCKET": Look(0.35, (0.4, 2.4)),
    "PADS": Look(0.5),
    "STAYS": Look(0.12),
    "STRIP": Look(0.6),
    "JOINTS": Look(0.5, (5.0, 1.5, 1.0, 1.5)),
    "BARS": Look(0.12),
    "OFFSET LINES": Look(0.3, (5.0, 2.0)),
    "AIM CROSSES": Look(0.15),
    "PLATES AS LAID": Look(0.5),
    "AS BUILT": Look(0.5, (2.2, 1.4)),
}
"""Families share a look; each has a layer of its own name."""

LETTER_MM, NUMBER_MM, SMALL_MM = 6.0, 4.2, 3.2
"""Heights of corner letters, of lengths, and of names on paper: read in gloves at arm's length."""

SCALES = (10, 20, 25, 50, 75, 100, 150, 200, 250, 500, 750, 1000, 1500, 2000, 2500, 5000, 10_000)
FOOT_SCALES = (12, 16, 24, 32, 48, 64, 96, 128, 192, 384, 480, 600, 960, 1200, 2400, 4800, 12_000)
"""Common scales of metric drawings, and of drawings in inches to the foot and feet to the inch."""


@dataclass(frozen=True, slots=True)
class Stroke:
    """Points joined by straight lines."""

    layer: str
    points: tuple[XY, ...]
    closed: bool = False


@dataclass(frozen=True, slots=True)
class Dot:
    """A nail or a crossing."""

    layer: str
    at: XY


@dataclass(frozen=True, slots=True)
class Note:
    """A text, its middle at a place moved by some paper millimetres; turned anticlockwise."""

    text: str
    at: XY
    height_mm: float
    turn_deg: float = 0.0
    shift_mm: XY = (0.0, 0.0)


@dataclass
class Drawing:
    """Strokes, dots and notes of one plan."""

    strokes: list[Stroke] = field(default_factory=list)
    dots: list[Dot] = field(default_factory=list)
    notes: list[Note] = field(default_factory=list)

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Least and largest x and y of all that is drawn, millimetres."""
        points = [point for stroke in self.strokes for point in stroke.points] + [dot.at for dot in self.dots]
        xs, ys = [x for x, _ in points], [y for _, y in points]
        return min(xs), min(ys), max(xs), max(ys)


def xy(place: Place) -> XY:
    """A place as a drawing has it."""
    return place.x_mm, place.y_mm
