"""The methods of squaring compared for one footprint, before anyone drives a stake.

For each: how many pulls, how long a tape, how much walking, and how well every corner would be known, by adjusting the
pulls it asks for at the planned shape.  Ellipses hold a corner 95 times in 100.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.adjust.adjustment import Ellipse
from anvilhead.core.adjust.hold import Hold
from anvilhead.core.adjust.network import network_of
from anvilhead.core.adjust.precision import precision_at_plan
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import PullKind
from anvilhead.core.measure.triangle import Triangle
from anvilhead.core.measure.walking import walking_mm
from anvilhead.core.methods.all_methods import WAYS
from anvilhead.core.methods.calling import stands
from anvilhead.core.methods.method import Asked, Baseline, Method, WayToSquare
from anvilhead.core.units.tolerances import POOR_CROSSING_SINE, SMALLEST_MOVE_MM


@dataclass(frozen=True, slots=True)
class MethodReport:
    """One method for one footprint.

    Attributes:
        pulls: tape pulls and laser shots in all.
        longest_mm: longest pull; walking_mm: what the crew walks between and along pulls.
        ellipses: by corner.
        worst: corner known worst, and the half length of its ellipse, millimetres.
        poor: corners whose two tapes cross under 30 or over 150 degrees.
        triangle: 3-4-5 used at the first squared corner, where one is.
    """

    method: Method
    pulls: int
    longest_mm: float
    walking_mm: float
    ellipses: dict[str, Ellipse]
    worst: tuple[str, float]
    poor: tuple[str, ...] = ()
    triangle: Triangle | None = None


@dataclass(frozen=True, slots=True)
class NotFor:
    """A method that cannot do this footprint, and why not."""

    method: Method
    why: str


@dataclass(frozen=True, slots=True)
class Comparison:
    """Every method for one footprint, and the one to take; and methods mixed corner by corner, where they are."""

    reports: tuple[MethodReport, ...]
    not_for: tuple[NotFor, ...]
    best: Method | None
    mixed: MethodReport | NotFor | None = None

    def report(self, method: Method) -> MethodReport | None:
        """The report of a method, if it can do this footprint."""
        return next((one for one in self.reports if one.method is method), None)


def compare_methods(base: Baseline, tolerance_mm: float, crew: int = 2, mixed: WayToSquare | None = None) -> Comparison:
    """Compare every method.

    Args:
        base: the planned outline, the nails of its baseline, instruments.
        tolerance_mm: what a corner may be off.
        crew: one or two people.
        mixed: methods mixed corner by corner, to be held against the others.
    """
    found = [_report(way, base, crew) for way in WAYS.values()]
    reports = [one for one in found if isinstance(one, MethodReport)]
    not_for = [one for one in found if isinstance(one, NotFor)]
    best = _best(reports, tolerance_mm, crew, base.tools.has_laser)
    return Comparison(tuple(reports), tuple(not_for), best, _report(mixed, base, crew) if mixed else None)


def _best(reports: Sequence[MethodReport], tolerance_mm: float, crew: int, has_laser: bool) -> Method | None:
    """Within tolerance the fewest pulls, then the better known corner; else the one that comes nearest.

    Where two come to the same within what a hand can set, the one named first is the plainer.
    """
    able = [
        report
        for report in reports
        if (crew > 1 or not WAYS[report.method].needs_two) and (has_laser or report.method is not Method.SQUARE_LASER)
    ]
    good = [report for report in able if report.worst[1] <= tolerance_mm]
    if good:
        return min(good, key=lambda report: (report.pulls, round(report.worst[1] / SMALLEST_MOVE_MM))).method
    near = 2 * SMALLEST_MOVE_MM  # 1/16 inch: nobody sees which of two is nearer by less
    return min(able, key=lambda report: (round(report.worst[1] / near), report.pulls)).method if able else None


def _report(way: WayToSquare, base: Baseline, crew: int) -> MethodReport | NotFor:
    why = way.why_not(base)
    if why:
        return NotFor(way.method, why)
    asked = way.pulls(base)
    hold = Hold(names=(base.side.start, base.side.end))
    network = network_of(base.footprint, base.named, hold, base.tools.tape, [one.pull for one in asked])
    known = precision_at_plan(network)
    ellipses = {name: ellipse for name in base.footprint.names if (ellipse := known[name])}
    loose = [name for name in base.footprint.names if name not in ellipses]
    if loose:
        return NotFor(way.method, f"its pulls alone do not hold {loose[0]}")
    worst = max(ellipses, key=lambda name: ellipses[name].major_mm)
    places = base.places
    return MethodReport(
        method=way.method,
        pulls=len(asked),
        longest_mm=max(one.length_mm for one in asked),
        walking_mm=walking_mm([stands(one.pull, base.footprint, places) for one in asked], crew),
        ellipses=ellipses,
        worst=(worst, ellipses[worst].major_mm),
        poor=_crossing_poorly(asked, base.others, places) if way.crosses_tapes else (),
        triangle=next((step.triangle for step in way.steps(base) if step.triangle), None),
    )


def _crossing_poorly(asked: Sequence[Asked], corners: Sequence[str], places: Mapping[str, Point]) -> tuple[str, ...]:
    """Corners set by two tapes that cross at a flat angle."""
    tapes: dict[str, list[Point]] = {name: [] for name in corners}
    for one in asked:
        if one.kind is PullKind.POINTS and one.end in tapes:
            tapes[one.end].append((places[one.end] - places[one.start]).unit())
    return tuple(name for name, two in tapes.items() if len(two) > 1 and abs(two[0].cross(two[1])) < POOR_CROSSING_SINE)
