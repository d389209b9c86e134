"""Readings judged: what the latest round of a structure says, and the numbers to call."""

from collections.abc import Sequence
from typing import Literal

from anvilhead.core import words
from anvilhead.core.call_sheet import calls_for
from anvilhead.core.length_printing import print_length
from anvilhead.core.squaring import SetOut, SquareCheck, check_square
from anvilhead.core.tape import Pull
from anvilhead.core.units import Units
from anvilhead.jobfile import results as r
from anvilhead.jobfile.planned import Planned
from anvilhead.jobfile.writing import ellipse_of, tidy

Toward = Literal["in", "out", "left", "right"]


def solve_square(set_out: SetOut, pulls: Sequence[Pull], units: Units) -> r.SquareResult:
    """Judge the latest round among the pulls."""
    latest = max(pull.round for pull in pulls)
    current = [pull for pull in pulls if pull.round == latest]
    check = check_square(set_out, current, units)
    ways: tuple[Toward, Toward] = ("in", "out") if set_out.footprint.closed else ("left", "right")
    return r.SquareResult(
        round=latest,
        verdict=check.verdict,
        headline=words.headline(set_out, check, units),
        reason=words.reason(set_out, check, units),
        estimated=_estimated(set_out, check),
        moves=[
            r.MoveResult(
                board=move.board.name,
                move_mm=tidy(abs(move.inward_mm)),
                toward=ways[move.inward_mm < 0],
                text=words.move_text(move, units),
            )
            for move in check.moves
        ],
        predicted=[
            r.PredictedPull(
                start=p.start,
                end=p.end,
                length_mm=tidy(p.length_mm),
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
                correction_mm=tidy(s.correction_mm),
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
        worst_mm=tidy(check.worst[1]) if check.worst else None,
    )


def call_sheet(
    found: Planned,
    burn_mm: float,
    units: Units,
    square: r.SquareResult | None = None,
    before: r.SquareResult | None = None,
    also: Sequence[tuple[str, str]] = (),
) -> list[r.CallResult]:
    """The numbers to call for every side and diagonal, burn included.

    Args:
        found: what is planned.
        burn_mm: where the tape is started.
        units: what the tape shows.
        square: judgement of the latest round; its moves say what the next round should read.
        before: judgement of the round before; its moves said what the latest round should read.
        also: pairs of corners to list although the sheet would leave them out.
    """
    then, told = _predicted_mm(square), _predicted_mm(before)
    rows: list[r.CallResult] = []
    footprint = found.footprint
    for call in calls_for(footprint, burn_mm, found.set_out.held, also):
        printed = print_length(call.length_mm, units)
        pair = frozenset((call.start, call.end))
        told_mm, told_text = _call_for(told.get(pair), burn_mm, units)
        then_mm, then_text = _call_for(then.get(pair), burn_mm, units)
        rows.append(
            r.CallResult(
                start=call.start,
                end=call.end,
                kind=call.kind,
                length_mm=tidy(call.length_mm),
                text=printed.text,
                remainder_mm=tidy(printed.remainder_mm),
                call_mm=tidy(call.call_mm),
                call_text=print_length(call.call_mm, units).text,
                origin=words.call_origin(call, footprint, units),
                far_per_mm=round(call.far_per_mm, 6),
                cost_text=words.cost_text(printed.remainder_mm * call.far_per_mm, units),
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
    return tidy(length_mm + burn_mm), print_length(length_mm + burn_mm, units).text


def _estimated(set_out: SetOut, check: SquareCheck) -> dict[str, r.EstimatedCorner]:
    out: dict[str, r.EstimatedCorner] = {}
    for name, planned in set_out.footprint.corners.items():
        point, ellipse = check.fit.corners[name], check.fit.ellipses[name]
        out[name] = r.EstimatedCorner(
            x_mm=tidy(point.x),
            y_mm=tidy(point.y),
            ellipse=ellipse and ellipse_of(ellipse),
            off_mm=tidy(point.distance_to(planned)),
        )
    return out


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
                length_mm=tidy(pull.length_mm),
                residual_mm=tidy(residual),
                redundancy=round(fit.redundancy, 4) if fit else 1.0,
                standardized=None if fit is None or fit.standardized is None else round(fit.standardized, 3),
                used=fit is not None,
            )
        )
    return rows
