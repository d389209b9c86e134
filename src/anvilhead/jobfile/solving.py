"""From a job to its results: runs the core and writes down what it found in the open format."""

import math
from collections.abc import Sequence

from anvilhead.core import words
from anvilhead.core.adjustment import Ellipse
from anvilhead.core.batter_board import STAKES_PER_CORNER, boards_for, string_length_mm
from anvilhead.core.call_sheet import calls_for
from anvilhead.core.footprint import Side
from anvilhead.core.length_printing import print_area, print_length
from anvilhead.core.point import Point
from anvilhead.core.squaring import SetOut, SquareCheck, check_square
from anvilhead.core.tape import Pull
from anvilhead.core.units import Units
from anvilhead.jobfile import results as r
from anvilhead.jobfile.models import JobFile, Plan
from anvilhead.jobfile.reading import pull_of, set_out_of


def solve_job(job: JobFile) -> r.Results:
    """Solve every structure of a job; units not given are printed as millimetres."""
    units = job.units or Units.MM
    return r.Results(
        structures={
            structure.id: solve_structure(
                structure, [pull_of(pull) for pull in job.pulls if pull.structure == structure.id], units
            )
            for structure in job.structures
        }
    )


def solve_structure(plan: Plan, pulls: Sequence[Pull], units: Units) -> r.StructureResult:
    """Everything planned for a structure, and what the latest of its rounds of pulls says."""
    set_out = set_out_of(plan)
    footprint = set_out.footprint
    return r.StructureResult(
        kind=plan.kind,
        corners={name: _place(point) for name, point in footprint.corners.items()},
        sides=[
            r.SideResult(line=side.name, **_distance(side, units).model_dump(by_alias=False))
            for side in footprint.sides
        ],
        diagonals=[_distance(diagonal, units) for diagonal in footprint.diagonals],
        area_mm2=_tidy(footprint.area_mm2),
        area_text=print_area(footprint.area_mm2, units),
        perimeter_mm=_tidy(footprint.perimeter_mm),
        boards=[
            r.BoardResult(
                board=board.name,
                line=board.line,
                corner=board.corner,
                nail=_place(board.nail),
                inward=r.Direction(x=_tidy(board.inward.x), y=_tidy(board.inward.y)),
            )
            for board in boards_for(footprint, set_out.setback_mm)
        ],
        stakes=STAKES_PER_CORNER * len(footprint.points),
        strings=[_string(side, set_out.setback_mm, units) for side in footprint.sides],
        square=solve_square(set_out, pulls, units) if pulls else None,
    )


def solve_square(set_out: SetOut, pulls: Sequence[Pull], units: Units) -> r.SquareResult:
    """Judge the latest round among the pulls."""
    latest = max(pull.round for pull in pulls)
    current = [pull for pull in pulls if pull.round == latest]
    check = check_square(set_out, current, units)
    return r.SquareResult(
        round=latest,
        verdict=check.verdict,
        headline=words.headline(set_out, check, units),
        reason=words.reason(set_out, check, units),
        estimated=_estimated(set_out, check),
        moves=[
            r.MoveResult(
                board=move.board.name,
                move_mm=_tidy(abs(move.inward_mm)),
                toward="out" if move.inward_mm < 0 else "in",
                text=words.move_text(move, units),
            )
            for move in check.moves
        ],
        predicted=[
            r.PredictedPull(
                start=p.start,
                end=p.end,
                length_mm=_tidy(p.length_mm),
                text=print_length(p.length_mm, units).text,
            )
            for p in check.predicted
        ],
        residuals=_residuals(current, check),
        suspects=[
            r.SuspectResult(
                start=s.pull.start,
                end=s.pull.end,
                round=s.pull.round,
                slip=s.slip,
                correction_mm=_tidy(s.correction_mm),
                certain=s.certain,
                text=words.suspect_text(s, units),
            )
            for s in check.suspects
        ],
        traps=[r.TrapResult(trap=trap.kind, text=words.trap_text(trap, units)) for trap in check.traps],
        next_pull=check.next_pull
        and r.NextPullResult(
            start=check.next_pull.start,
            end=check.next_pull.end,
            why=words.next_pull_text(check.next_pull),
            reason=check.next_pull.reason,
            gain=round(check.next_pull.gain, 4),
        ),
        worst_corner=check.worst[0] if check.worst else None,
        worst_mm=_tidy(check.worst[1]) if check.worst else None,
    )


def call_sheet(
    plan: Plan,
    burn_mm: float,
    units: Units,
    square: r.SquareResult | None = None,
    before: r.SquareResult | None = None,
) -> list[r.CallResult]:
    """The numbers to call for every side and diagonal, burn included.

    Args:
        plan: what is planned.
        burn_mm: where the tape is started.
        units: what the tape shows.
        square: judgement of the latest round; its moves say what the next round should read.
        before: judgement of the round before; its moves said what the latest round should read.
    """
    then, told = _predicted_mm(square), _predicted_mm(before)
    rows: list[r.CallResult] = []
    footprint = set_out_of(plan).footprint
    for call in calls_for(footprint, burn_mm):
        printed = print_length(call.length_mm, units)
        pair = frozenset((call.start, call.end))
        told_mm, told_text = _call_for(told.get(pair), burn_mm, units)
        then_mm, then_text = _call_for(then.get(pair), burn_mm, units)
        rows.append(
            r.CallResult(
                start=call.start,
                end=call.end,
                kind=call.kind,
                length_mm=_tidy(call.length_mm),
                text=printed.text,
                remainder_mm=_tidy(printed.remainder_mm),
                call_mm=_tidy(call.call_mm),
                call_text=print_length(call.call_mm, units).text,
                origin=words.call_origin(call, footprint, units),
                told_mm=told_mm,
                told_text=told_text,
                then_mm=then_mm,
                then_text=then_text,
            )
        )
    return rows


def _predicted_mm(square: r.SquareResult | None) -> dict[frozenset[str], float]:
    """Lengths after the moves a judgement told, by pair; empty when it told none."""
    if square is None or not square.moves:
        return {}
    return {frozenset((p.start, p.end)): p.length_mm for p in square.predicted}


def _call_for(length_mm: float | None, burn_mm: float, units: Units) -> tuple[float | None, str | None]:
    if length_mm is None:
        return None, None
    return _tidy(length_mm + burn_mm), print_length(length_mm + burn_mm, units).text


def _estimated(set_out: SetOut, check: SquareCheck) -> dict[str, r.EstimatedCorner]:
    out: dict[str, r.EstimatedCorner] = {}
    for name, planned in set_out.footprint.corners.items():
        point = check.fit.corners[name]
        out[name] = r.EstimatedCorner(
            x_mm=_tidy(point.x),
            y_mm=_tidy(point.y),
            ellipse=_ellipse(check.fit.ellipses[name]),
            off_mm=_tidy(point.distance_to(planned)),
        )
    return out


def _ellipse(ellipse: Ellipse | None) -> r.EllipseResult | None:
    if ellipse is None:
        return None
    return r.EllipseResult(
        major_mm=_tidy(ellipse.major_mm),
        minor_mm=_tidy(ellipse.minor_mm),
        angle_deg=_tidy(math.degrees(ellipse.angle_rad)),
    )


def _residuals(pulls: Sequence[Pull], check: SquareCheck) -> list[r.ResidualResult]:
    fits = dict(zip(check.believed, check.fit.residuals, strict=True))
    rows: list[r.ResidualResult] = []
    for index, pull in enumerate(pulls):
        fit = fits.get(index)
        residual = fit.residual_mm if fit else check.fit.distance_mm(pull.start, pull.end) - pull.length_mm
        rows.append(
            r.ResidualResult(
                start=pull.start,
                end=pull.end,
                round=pull.round,
                length_mm=_tidy(pull.length_mm),
                residual_mm=_tidy(residual),
                redundancy=round(fit.redundancy, 4) if fit else 1.0,
                standardized=None if fit is None or fit.standardized is None else round(fit.standardized, 3),
                used=fit is not None,
            )
        )
    return rows


def _distance(side: Side, units: Units) -> r.Distance:
    printed = print_length(side.length_mm, units)
    return r.Distance(
        start=side.start,
        end=side.end,
        length_mm=_tidy(side.length_mm),
        text=printed.text,
        remainder_mm=_tidy(printed.remainder_mm),
    )


def _string(side: Side, setback_mm: float, units: Units) -> r.StringResult:
    length = string_length_mm(side, setback_mm)
    return r.StringResult(line=side.name, length_mm=_tidy(length), text=print_length(length, units).text)


def _place(point: Point) -> r.Place:
    return r.Place(x_mm=_tidy(point.x), y_mm=_tidy(point.y))


def _tidy(value: float) -> float:
    """Six decimals of a millimetre, and no minus in front of nothing."""
    return round(value, 6) + 0.0
