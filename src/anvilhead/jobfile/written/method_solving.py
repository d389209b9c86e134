"""The methods of squaring compared, and the sheet of one of them, written down."""

import math

from anvilhead.core.adjust.network import Named
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.reversal import Reversal
from anvilhead.core.measure.setting_out import parallels_to, point_numbers, running_marks
from anvilhead.core.measure.triangle import Triangle, fitting_triangles, swing_flatness_mm
from anvilhead.core.messages import method_words as words
from anvilhead.core.methods.all_methods import WAYS, steps_for
from anvilhead.core.methods.comparison import Comparison, MethodReport, NotFor, compare_methods
from anvilhead.core.methods.framing_square import right_corners
from anvilhead.core.methods.method import Baseline, Instruments, Method, MethodStep, WayToSquare
from anvilhead.core.methods.mixed import Mixed
from anvilhead.core.plan.inner_line import points_of
from anvilhead.core.units.length_printing import print_difference, print_distance, print_small, print_within
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM
from anvilhead.core.units.units import FOOT_MM, Units
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.results import method_results as r
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import ellipse_of, text_of, tidy

MOST_TRIANGLES = 4
WRONG_MM = 2 * SMALLEST_MOVE_MM
"""What a tape is taken to be wrong by when the cost of that is told: 1/16 inch."""


def compare(found: Planned, units: Units) -> Comparison:
    """Every method for a plan, its crew and instruments."""
    way = chosen_way(found)
    mixed = way if isinstance(way, Mixed) else None
    return compare_methods(baseline_of(found, units), found.plan.tolerance.mm, found.plan.crew, mixed)


def chosen_way(found: Planned) -> WayToSquare | None:
    """How a plan says that its corners are squared: by one method, or mixed; None where it leaves that open."""
    plan = found.plan
    if plan.methods_on:
        return Mixed(plan.method or Method.COMPUTED_DIAGONAL, plan.methods_on)
    return WAYS[plan.method] if plan.method else None


def baseline_of(found: Planned, units: Units, set_out: SetOut | None = None) -> Baseline:
    """A plan as the methods see it: its outline, the nails of its baseline's boards, what the crew has.

    Args:
        found: the plan.
        units: of the job.
        set_out: of the line family that is squared, where it is not the wall face.
    """
    set_out = set_out or found.set_out
    side = set_out.footprint.sides[0]
    nails = {board.name: board.nail for board in set_out.boards if board.line == side.name}
    named = Named(nails, dict.fromkeys(nails, side.name))
    unit_mm = FOOT_MM if units is Units.FT_IN else 100.0
    return Baseline(set_out.footprint, named, Instruments(set_out.tape, found.plan.laser, unit_mm))


def solve_methods(found: Planned, comparison: Comparison, units: Units) -> r.MethodsResult:
    """The table of methods."""
    tolerance, mixed = found.plan.tolerance.mm, comparison.mixed
    return r.MethodsResult(
        best=comparison.best,
        why=words.method_why(comparison, tolerance, found.plan.crew, units),
        crew=found.plan.crew,
        table=[_method(report, tolerance, units) for report in comparison.reports],
        not_for=[
            r.NotForResult(method=one.method, name=words.METHOD_NAMES[one.method], why=words.not_for_text(one))
            for one in comparison.not_for
        ],
        mixed=_method(mixed, tolerance, units) if isinstance(mixed, MethodReport) else None,
        mixed_not=words.not_for_text(mixed) if isinstance(mixed, NotFor) else None,
        laser=_laser(found, units),
    )


def _laser(found: Planned, units: Units) -> r.LaserResult | None:
    check = found.plan.laser_check
    if check is None:
        return None
    reversal = Reversal(check.out.mm, check.apart.mm)
    return r.LaserResult(
        error_mm=tidy(reversal.error_mm),
        allowed_mm=tidy(reversal.allowed_mm),
        true=reversal.is_true,
        text=words.reversal_text(reversal, units),
    )


def solve_setting_out(
    found: Planned, comparison: Comparison, burn_mm: float, units: Units
) -> r.SettingOutResult | None:
    """The sheet of the chosen method, else of the recommended one; None when no method does the shape."""
    way, report = chosen_way(found), comparison.mixed
    if not (isinstance(way, Mixed) and isinstance(report, MethodReport)):
        able = found.plan.method and comparison.report(found.plan.method)
        method = found.plan.method if able else comparison.best
        if method is None:
            return None
        way, report = WAYS[method], comparison.report(method)
    base = baseline_of(found, units)
    ends = (base.places[base.nails[0]], base.places[base.nails[1]])
    errors = {name: ellipse.major_mm for name, ellipse in report.ellipses.items()} if report else {}
    steps = steps_for(way, base, errors)
    say = words.StepWords(burn_mm, units, mm_of(found.plan.laser_offset), found.plan.crew)
    return r.SettingOutResult(
        method=way.method,
        **words.way_words(way),
        base=list(base.nails),
        steps=[_step(step, number, say) for number, step in enumerate(steps, 1)],
        triangles=_triangles(found, units),
        swings=[
            r.SwingResult(
                start=side.start,
                end=base.side.name,
                length_mm=tidy(apart),
                text=text_of(apart + burn_mm, units),
                flat_mm=tidy(swing_flatness_mm(apart, WRONG_MM)),
                flat_text=text_of(swing_flatness_mm(apart, WRONG_MM), units),
            )
            for side, apart in parallels_to(found.footprint, base.side)
        ],
        points=_points(found, ends, units),
        marks=[
            r.MarksResult(
                line=side.name,
                start=side.start,
                marks=[
                    r.RunningMark(
                        at=at,
                        mm=tidy(mm),
                        text=text_of(mm, units),
                        call_mm=tidy(mm + burn_mm),
                        call_text=text_of(mm + burn_mm, units),
                    )
                    for at, mm in running_marks(side, found.inner)
                ],
            )
            for side in found.footprint.sides
        ],
    )


def _method(report: MethodReport, tolerance_mm: float, units: Units) -> r.MethodResult:
    corner, worst = report.worst
    return r.MethodResult(
        method=report.method,
        name=words.METHOD_NAMES[report.method],
        pulls=report.pulls,
        longest_mm=tidy(report.longest_mm),
        longest_text=text_of(report.longest_mm, units),
        walking_mm=tidy(report.walking_mm),
        walking_text=print_distance(report.walking_mm, units),
        worst_corner=corner,
        worst_mm=tidy(worst),
        worst_text=print_within(worst, units),
        within=worst <= tolerance_mm,
        poor=list(report.poor),
        ellipses={name: ellipse_of(ellipse) for name, ellipse in report.ellipses.items()},
        note=words.method_note(report, units),
    )


def _step(step: MethodStep, number: int, say: words.StepWords) -> r.StepResult:
    return r.StepResult(
        text=say.text(step, number),
        who=say.who(step),
        call_text=text_of(step.tapes[-1].length_mm + say.burn_mm, say.units),
        error_text=None if step.error_mm is None else print_difference(step.error_mm, say.units),
    )


def _triangles(found: Planned, units: Units) -> list[r.CornerTriangles]:
    rows, unit_mm = [], baseline_of(found, units).tools.unit_mm
    for before, after in right_corners(found.footprint):
        fitting = fitting_triangles(before.length_mm, after.length_mm, unit_mm)[:MOST_TRIANGLES]
        longest = max(before.length_mm, after.length_mm)
        rows.append(
            r.CornerTriangles(corner=after.start, triangles=[_triangle(one, longest, units) for one in fitting])
        )
    return rows


def _triangle(triangle: Triangle, wall_mm: float, units: Units) -> r.TriangleResult:
    sides = (triangle.first_mm, triangle.second_mm, triangle.hypotenuse_mm)
    far = triangle.turn_rad(WRONG_MM) * wall_mm
    return r.TriangleResult(
        parts=[text_of(mm, units) for mm in sides],
        name="-".join(str(part * triangle.k) for part in triangle.triple),
        wrong_text=print_small(WRONG_MM, units) or "",
        cost_text=print_difference(far, units),
    )


def _points(found: Planned, nails: tuple[Point, Point], units: Units) -> list[r.TiedPoint]:
    from_inner = {point.name: point.point for point in points_of(found.inner)}
    numbers = point_numbers(found.footprint.corners | from_inner, found.footprint.sides[0], nails)
    return [
        r.TiedPoint(
            point=one.name,
            station_mm=tidy(one.station_mm),
            station_text=text_of(one.station_mm, units),
            offset_mm=tidy(one.offset_mm),
            offset_text=text_of(one.offset_mm, units),
            first_mm=tidy(one.first_mm),
            first_text=text_of(one.first_mm, units),
            second_mm=tidy(one.second_mm),
            second_text=text_of(one.second_mm, units),
            crossing_deg=round(math.degrees(one.crossing_rad), 1),
            poor=one.is_poor,
        )
        for one in numbers
    ]
