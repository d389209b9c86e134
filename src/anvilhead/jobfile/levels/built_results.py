"""Results of what is built to height: ground and pads, slabs, sections."""

from anvilhead.core.ground.earthwork import Rough
from anvilhead.jobfile.results.pour_results import OrderResult
from anvilhead.jobfile.results.result_parts import Place, Result


class ContourResult(Result):
    """A line of equal height."""

    height_mm: float
    text: str
    points: list[Place]
    closed: bool


class GroundResult(Result):
    """The ground between its shots; `contours` are empty when the shots hold no area."""

    high: str
    high_mm: float
    low: str
    low_mm: float
    mean_mm: float
    mean_text: str
    fall_mm: float
    fall_text: str
    step_mm: float
    step_text: str
    contours: list[ContourResult]
    text: str


class EdgeResult(Result):
    """A height at a place, such as a form's at a corner; `reading_text` with the instrument as it stands."""

    name: str
    place: Place
    height_mm: float
    text: str
    reading_text: str | None


class PadResult(Result):
    """Cut and fill to a pad; null volumes when its ground was not shot; `banks`: where ground stands above its edge."""

    name: str
    structure: str
    outline: list[Place]
    edges: list[EdgeResult]
    fall_text: str | None
    cut_mm3: float | None
    fill_mm3: float | None
    loose_mm3: float | None
    cut_text: str | None
    fill_text: str | None
    loose_text: str | None
    balance_text: str | None
    covered_share: float
    most_cut_mm: float | None
    most_fill_mm: float | None
    parted: list[list[Place]]
    rough: Rough | None
    banks: list[str]
    text: str


class ThicknessResult(Result):
    """A slab's thickness at a spot."""

    at: str
    place: Place
    thick_mm: float
    text: str
    thin: bool


class BandResult(Result):
    """Where a slab is between `least_mm` and `most_mm` thick: rings to be filled, holes the other way round."""

    least_mm: float
    most_mm: float
    text: str
    rings: list[list[Place]]


class EdgeFallResult(Result):
    """How a slab falls away from concrete that is there, at a place along it.

    Attributes:
        at: the point that was shot there, null at an end that was not.
        fall_share: on the whole way across; back: whether water would run back on some part of it.
    """

    at: str | None
    along_mm: float
    height_mm: float
    height_text: str
    fall_share: float
    fall_text: str
    back: bool


class ExistingResult(Result):
    """A side along which there is concrete already: no form, no board; how the slab falls from it."""

    side: str
    falls: list[EdgeFallResult]


class SlabResult(Result):
    """A slab: heights of its forms and rails, and its thickness once its base was shot.

    Attributes:
        concrete_mm3: with waste: from the thickness measured, else from the one planned.
        order: trucks for that concrete, where the slab's plan says what one brings.
        drain: where its top falls to; null for a top without one.
        least_mm, least_at: how thin it gets between the spots, and where.
        thin_pieces: where it is too thin, bands: how thick it is where, in whole steps, least first; to be drawn.
        existing: sides with concrete that is there; pegs: tops of screed pegs; troubles: where edges do not meet, and
            where water would run back or fall too little.
    """

    name: str
    structure: str
    outline: list[Place]
    drain: Place | None
    edges: list[EdgeResult]
    rails: list[EdgeResult]
    fall_text: str | None
    spots: list[ThicknessResult]
    least_mm: float | None
    least_at: Place | None
    mean_mm: float | None
    least_text: str | None
    mean_text: str | None
    thin_pieces: list[list[Place]]
    bands: list[BandResult]
    existing: list[ExistingResult]
    pegs: list[EdgeResult]
    troubles: list[str]
    covered_share: float
    concrete_mm3: float
    concrete_text: str
    order: OrderResult | None
    base_mm3: float | None
    base_text: str | None
    text: str


class StationResult(Result):
    """A place along a section."""

    along_mm: float
    height_mm: float


class SectionLine(Result):
    """Something drawn in a section from station to station.

    Attributes:
        kind: string, board, finish, base, pad, target (where a thing is planned), set (where it was found), found (a
            layer as it was shot).
    """

    kind: str
    name: str
    points: list[StationResult]
    text: str


class HumpResult(Result):
    """A stretch along a line where the ground stands through what hangs over it."""

    start_mm: float
    end_mm: float
    most_mm: float


class ProfileResult(Result):
    """A string, or the tops of forms, over the ground along a whole line.

    Attributes:
        of: `string`, from board to board, or the thing whose tops it is, from corner to corner.
        least_mm: least clearance or reveal; least_at_mm: where, from the end that `begin` names.
        humps: where the ground stands through it; seen_share: of its length over ground that was shot.
        works: as clear as the plan asks along all that was shot.
    """

    structure: str
    line: str
    of: str
    begin: str
    least_mm: float
    least_at_mm: float
    humps: list[HumpResult]
    seen_share: float
    works: bool
    text: str


class SectionResult(Result):
    """A cut through the ground, heights drawn `exaggeration` times larger than lengths."""

    name: str
    length_mm: float
    length_text: str
    start: Place
    end: Place
    exaggeration: int
    low_mm: float
    high_mm: float
    ground: list[list[StationResult]]
    lines: list[SectionLine]
