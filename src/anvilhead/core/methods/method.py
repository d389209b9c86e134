"""The schools of squaring compared for one footprint, before anyone drives a stake.

For each: how many pulls, how long a tape, how much walking, and how well every corner would be known.  Ellipses
hold a corner 95 times in 100.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.adjust.adjustment import Ellipse
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.measure.triangle import Triangle
from anvilhead.core.measure.walking import walking_mm
from anvilhead.core.methods.school_errors import SCHOOLS, Baseline, Instruments, School, Work
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM


@dataclass(frozen=True, slots=True)
class MethodReport:
    """One school for one footprint.

    Attributes:
        pulls: tape pulls and laser shots in all.
        longest_mm: longest pull; walking_mm: what the crew walks between and along pulls.
        ellipses: by corner.
        worst: corner known worst, and the half length of its ellipse, millimetres.
        poor: corners whose two tapes cross under 30 or over 150 degrees.
        triangle: 3-4-5 used at the first squared corner, where one is.
    """

    school: School
    pulls: int
    longest_mm: float
    walking_mm: float
    ellipses: dict[str, Ellipse]
    worst: tuple[str, float]
    poor: tuple[str, ...] = ()
    triangle: Triangle | None = None


@dataclass(frozen=True, slots=True)
class NotFor:
    """A school that cannot do this footprint, and why not."""

    school: School
    why: str


@dataclass(frozen=True, slots=True)
class Comparison:
    """Every school for one footprint, and the one to take."""

    reports: tuple[MethodReport, ...]
    not_for: tuple[NotFor, ...]
    best: School | None

    def report(self, school: School) -> MethodReport | None:
        """The report of a school, if it can do this footprint."""
        return next((one for one in self.reports if one.school is school), None)


NEEDS_TWO = (School.COMPUTED_DIAGONAL, School.TIES, School.EQUAL_DIAGONALS)
"""Schools that want a person at each end of the tape: one alone can hook a tape, not cross two."""


def compare_methods(
    footprint: Footprint, setback_mm: float, tolerance_mm: float, crew: int = 2, tools: Instruments | None = None
) -> Comparison:
    """Compare every school.

    Args:
        footprint: the planned outline.
        setback_mm: how far the baseline's nails stand beyond A and B; ties are pulled from them.
        tolerance_mm: what a corner may be off.
        crew: one or two people.
        tools: instruments; the usual ones when left out.
    """
    site = Baseline(footprint, setback_mm, tools or Instruments())
    reports: list[MethodReport] = []
    not_for: list[NotFor] = []
    for school, work in SCHOOLS.items():
        found = work(site)
        if isinstance(found, str):
            not_for.append(NotFor(school, found))
        else:
            reports.append(_report(school, site, found, crew))
    return Comparison(tuple(reports), tuple(not_for), _best(reports, tolerance_mm, crew, site.tools.has_laser))


def _best(reports: Sequence[MethodReport], tolerance_mm: float, crew: int, has_laser: bool) -> School | None:
    """Within tolerance the fewest pulls, then the better known corner; else the one that comes nearest.

    Where two come to the same within what a hand can set, the one named first is the plainer.
    """
    able = [
        report
        for report in reports
        if (crew > 1 or report.school not in NEEDS_TWO) and (has_laser or report.school is not School.SQUARE_LASER)
    ]
    good = [report for report in able if report.worst[1] <= tolerance_mm]
    if good:
        return min(good, key=lambda report: (report.pulls, round(report.worst[1] / SMALLEST_MOVE_MM))).school
    return min(able, key=lambda report: report.worst[1]).school if able else None


def _report(school: School, site: Baseline, work: Work, crew: int) -> MethodReport:
    turn = math.atan2(site.base.direction.y, site.base.direction.x)
    ellipses = {}
    for name in site.footprint.names:
        flat = work.spreads[name].ellipse
        ellipses[name] = Ellipse(flat.major_mm, flat.minor_mm, flat.angle_rad + turn)
    worst = max(ellipses, key=lambda name: ellipses[name].major_mm)
    return MethodReport(
        school=school,
        pulls=len(work.pulls),
        longest_mm=max(one.distance_to(other) for one, other in work.pulls),
        walking_mm=walking_mm(work.pulls, crew),
        ellipses=ellipses,
        worst=(worst, ellipses[worst].major_mm),
        poor=work.poor,
        triangle=work.triangle,
    )
