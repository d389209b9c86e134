"""Results of squaring methods: the table of them, and the sheet of one."""

from pydantic import computed_field

from anvilhead.core.methods.method import Method
from anvilhead.jobfile.results.result_parts import Between, EllipseResult, Result


class OfMethod(Result):
    """Something about one method of squaring; its old key says the same."""

    method: Method

    @computed_field  # type: ignore[prop-decorator]
    @property
    def school(self) -> Method:
        """The key of version 0.5 and before."""
        return self.method


class MethodResult(OfMethod):
    """One method for this footprint: `worst_mm` is the half length of the worst corner's 95 in 100 ellipse."""

    method: Method
    name: str
    pulls: int
    longest_mm: float
    longest_text: str
    walking_mm: float
    walking_text: str
    worst_corner: str
    worst_mm: float
    worst_text: str
    within: bool
    poor: list[str]
    ellipses: dict[str, EllipseResult]
    note: str


class NotForResult(OfMethod):
    """A method that cannot do this footprint, and why not."""

    method: Method
    name: str
    why: str


class LaserResult(Result):
    """What a square-throwing laser throws off at the marks of its reversal test, and what it may."""

    error_mm: float
    allowed_mm: float
    true: bool
    text: str


class MethodsResult(Result):
    """The methods compared; `best` is the one to take for this crew, `why` says it in a sentence.

    Attributes:
        mixed: methods mixed corner by corner, by the name of that of the other corners; mixed_not: why that cannot be.
        laser: the reversal test of a square-throwing laser, where it was done.
    """

    best: Method | None
    why: str
    crew: int
    table: list[MethodResult]
    not_for: list[NotForResult]
    mixed: MethodResult | None
    mixed_not: str | None
    laser: LaserResult | None


class TiedPoint(Result):
    """A point by station and offset from the baseline, and by ties from the two nails of its line.

    Attributes:
        offset_mm: to the left of the baseline as walked, negative to the right.
        poor: whether the two ties cross under 30 or over 150 degrees.
    """

    point: str
    station_mm: float
    station_text: str
    offset_mm: float
    offset_text: str
    first_mm: float
    first_text: str
    second_mm: float
    second_text: str
    crossing_deg: float
    poor: bool


class RunningMark(Result):
    """A mark along a line, from its first corner, the burn in the number."""

    at: str
    mm: float
    text: str
    call_mm: float
    call_text: str


class MarksResult(Result):
    """All marks along one line, pulled from one end."""

    line: str
    start: str
    marks: list[RunningMark]


class TriangleResult(Result):
    """A whole-number triangle that fits at a corner, and what `wrong_text` on its tape does at the wall's end."""

    parts: list[str]
    name: str
    wrong_text: str
    cost_text: str


class CornerTriangles(Result):
    """Triangles that fit at one right-angled corner, the best first."""

    corner: str
    triangles: list[TriangleResult]


class SwingResult(Between):
    """A parallel line set by the least reading of a swung tape, and how flat the minimum is."""

    length_mm: float
    text: str
    flat_mm: float
    flat_text: str


class StepResult(Result):
    """One step of a method: what to do, who stands where, and the number to call."""

    text: str
    who: str
    call_text: str | None
    error_text: str | None


class SettingOutResult(OfMethod):
    """The sheet in hand for one method.

    Attributes:
        base: the two nails ties are pulled from.
        steps: in order; triangles, swings: where they serve; points: station, offset and ties of every point.
        marks: running marks along each line.
    """

    method: Method
    name: str
    good_for: str
    catch: str
    base: list[str]
    steps: list[StepResult]
    triangles: list[CornerTriangles]
    swings: list[SwingResult]
    points: list[TiedPoint]
    marks: list[MarksResult]
