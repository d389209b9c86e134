"""Readings judged and written down: what the latest round says, and what came before it."""

from collections.abc import Mapping, Sequence
from itertools import combinations
from typing import Any, Literal

from anvilhead.core.adjust.hold import Hold, HoldKind
from anvilhead.core.adjust.network import planned_mm
from anvilhead.core.again.outcome import Happened, Outcome
from anvilhead.core.again.recheck import Since
from anvilhead.core.check.alternatives import Alternative, alternatives
from anvilhead.core.check.one_line import lines_one_at_a_time
from anvilhead.core.check.squaring import SquareCheck
from anvilhead.core.check.two_routes import meetings
from anvilhead.core.geometry.footprint import line_name
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import observed_minus_computed_mm
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.messages import coach_words, frame_words, words
from anvilhead.core.moves.moves import Hands, Move, Order, Push
from anvilhead.core.plan.family_footprint import FamilyFootprint, told_as
from anvilhead.core.plan.line_family import WALL_FACE
from anvilhead.core.units.length_printing import print_difference, print_length, print_within
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results import square_results as r
from anvilhead.jobfile.working.judging import Rounds
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.call_rows import key_of, to_pull
from anvilhead.jobfile.written.writing import ellipse_of, place, text_of, tidy

Toward = Literal["in", "out", "left", "right"]


def solve_square(found: Planned, rounds: Rounds, burn_mm: float = 0.0) -> r.SquareResult | None:
    """The latest round written down, tapes to watch started at the burn; None before the first pull."""
    if rounds.latest is None:
        return None
    number, units, naming = rounds.latest, rounds.units, rounds.squared
    check, set_out, footprint = rounds.checks[number], naming.set_out, naming.footprint
    pulls = rounds.pulls[number]
    outcome, moved = rounds.outcome(), rounds.moved()
    return r.SquareResult(
        round=number,
        verdict=check.verdict,
        headline=frame_words.frame_headline(check, footprint, units) or words.headline(set_out, check, units),
        reason=words.reason(set_out, check, units),
        estimated=_estimated(naming, check),
        moves=[_move(move, naming, units) for move in check.moves if move.board.line not in set_out.standing],
        predicted=[
            r.PredictedPull(start=p.start, end=p.end, length_mm=tidy(p.length_mm), text=text_of(p.length_mm, units))
            for p in check.predicted
        ],
        residuals=_residuals(pulls, check),
        suspects=[
            r.SuspectResult(
                start=s.pull.start,
                end=s.pull.end,
                kind=s.pull.kind,
                round=s.pull.round,
                slip=s.slip,
                correction_mm=tidy(s.correction_mm),
                certain=s.certain,
                agreement=round(s.agreement, 4),
                text=words.suspect_text(s, units),
            )
            for s in check.suspects
        ],
        traps=[r.TrapResult(trap=trap.kind, text=words.trap_text(trap, units)) for trap in check.traps],
        next_pull=check.next_pull
        and r.NextPullResult(
            start=check.next_pull.start,
            end=check.next_pull.end,
            key=key_of(check.next_pull.pull, naming),
            why=words.next_pull_text(check.next_pull),
            reason=check.next_pull.reason,
            gain=round(check.next_pull.gain, 4),
        ),
        helpful=[
            r.HelpfulPull(
                start=one.start,
                end=one.end,
                gain=round(one.share, 4),
                corner=one.corner,
                before_mm=tidy(one.before_mm),
                after_mm=tidy(one.after_mm),
                text=coach_words.gain_text(one, units),
            )
            for one in check.helpful
        ],
        to_pull=to_pull(found, rounds),
        hold=coach_words.hold_text(set_out.hold),
        order=check.order and _order(check.order, check, naming, pulls, burn_mm, units),
        holds=[_hold(one, units) for one in alternatives(set_out, check)],
        outcome=outcome and _outcome(outcome, naming, units),
        moved=moved and _moved(*moved, naming, units),
        meetings=[
            r.MeetingResult(
                corner=one.corner,
                ways=[list(one.first), list(one.second)],
                misclosure_mm=tidy(one.misclosure_mm),
                allowed_mm=tidy(one.allowed_mm),
                agrees=one.agrees,
                text=coach_words.meeting_text(one, units),
            )
            for one in meetings(footprint, check)
        ],
        worst_corner=check.worst[0] if check.worst else None,
        worst_mm=tidy(check.worst[1]) if check.worst else None,
        worst_text=print_within(check.worst[1], units) if check.worst else None,
        certainty=check.certainty
        and r.CertaintyResult(
            share=round(check.certainty.share, 4),
            within_mm=tidy(check.certainty.within_mm),
            may_be_exact=check.certainty.may_be_exact,
            text=words.certainty_text(set_out, check, units),
        ),
        lines=_lines(found, naming, pulls, units),
        **_frame(check, units),
        went_on=coach_words.went_on_text(check.went_on),
        simulated=coach_words.simulated_text(rounds.simulated),
        family=naming.family.family.name if naming.family else WALL_FACE,
        families=_families(found, naming, check, units),
    )


def solve_rounds(rounds: Rounds) -> list[r.RoundResult]:
    """Every round, for the path from the first to the accepted."""
    return [
        r.RoundResult(
            round=number,
            occasion=rounds.occasion(number),
            occasion_text=coach_words.occasion_text(rounds.occasion(number)),
            readings=len(rounds.pulls[number]),
            verdict=check.verdict,
            worst_corner=check.worst[0] if check.worst else None,
            worst_mm=tidy(check.worst[1]) if check.worst else None,
            worst_text=print_within(check.worst[1], rounds.units) if check.worst else None,
            accepted=number in rounds.accepted,
        )
        for number, check in rounds.checks.items()
    ]


def _families(found: Planned, naming: Naming, check: SquareCheck, units: Units) -> list[r.FamilyStandResult]:
    """The other families, as their strings stand beside those that were pulled."""
    if not check.moves or len(found.families) < 2:
        return []
    own = naming.family or FamilyFootprint(found.families[0], naming.footprint, {})
    rows = []
    for outline in found.outlines:
        if outline.family.name == own.family.name or outline.vanished or outline.clash:
            continue
        corners = told_as(own, check.laid.corners, outline.family)
        if corners is None:
            continue
        off = {name: point.distance_to(outline.corners[name]) for name, point in corners.items()}
        worst = max(off, key=off.__getitem__)
        rows.append(
            r.FamilyStandResult(
                family=outline.family.name,
                corners={name: place(point) for name, point in corners.items()},
                worst_corner=worst,
                worst_mm=tidy(off[worst]),
                worst_text=print_within(off[worst], units),
            )
        )
    return rows


def _frame(check: SquareCheck, units: Units) -> dict[str, Any]:
    frame = check.frame
    if frame is None:
        return {"slide": None, "frame": None}
    slide = frame.slide
    return {
        "slide": slide
        and r.SlideResult(
            line=slide.line,
            toward=slide.toward,
            move_mm=tidy(slide.move_mm),
            text=frame_words.slide_text(slide, units),
        ),
        "frame": r.FrameResult(
            wrong=[r.CutResult(line=one.line, off_mm=tidy(one.off_mm), certain=one.certain) for one in frame.wrong],
            unseen_mm=None if frame.unseen_mm is None else tidy(frame.unseen_mm),
            text=frame_words.frame_text(frame, check.verdict, units),
        ),
    }


def _lines(found: Planned, naming: Naming, pulls: Sequence[Pull], units: Units) -> list[r.LineStandResult]:
    held = naming.set_out.hold.frame_line or found.held_line
    return [
        r.LineStandResult(
            line=one.line,
            settled=one.settled,
            ends=[
                r.LineEnd(
                    board=move.board.name,
                    move_mm=tidy(abs(move.inward_mm)),
                    toward=_ways(naming)[move.inward_mm < 0],
                    text=words.move_text(move, units),
                )
                for move in one.moves
            ],
        )
        for one in lines_one_at_a_time(naming.set_out, pulls, held)
    ]


def _ways(naming: Naming) -> tuple[Toward, Toward]:
    return ("in", "out") if naming.footprint.closed else ("left", "right")


def _move(move: Move, naming: Naming, units: Units) -> r.MoveResult:
    return r.MoveResult(
        board=move.board.name,
        move_mm=tidy(abs(move.inward_mm)),
        toward=_ways(naming)[move.inward_mm < 0],
        text=words.move_text(move, units),
    )


def _order(
    order: Order, check: SquareCheck, naming: Naming, pulls: Sequence[Pull], burn_mm: float, units: Units
) -> r.OrderResult:
    footprint, places = naming.footprint, naming.points | order.corners
    return r.OrderResult(
        hands=order.hands,
        title=coach_words.order_title(order, naming.set_out.hold, check.frame is not None),
        steps=[_nail_step(move, order.hands, naming, units) for move in order.moves]
        + [step for push in order.pushes for step in _push_steps(push, naming, burn_mm, units)],
        left=[coach_words.move_step(move, order.hands, footprint, units) for move in order.left],
        then=_then(pulls, places, naming, units),
        worst_mm=tidy(order.worst_mm),
        worst_text=print_within(order.worst_mm, units),
        after=words.after_moves(naming.set_out, check, order.worst_mm, units),
    )


def _nail_step(move: Move, hands: Hands, naming: Naming, units: Units) -> r.MoveStep:
    return r.MoveStep(
        board=move.board.name,
        corner=move.board.built_at,
        move_mm=tidy(abs(move.inward_mm)),
        toward=_ways(naming)[move.inward_mm < 0],
        amount=print_difference(abs(move.inward_mm), units),
        text=coach_words.move_step(move, hands, naming.footprint, units),
    )


def _push_steps(push: Push, naming: Naming, burn_mm: float, units: Units) -> list[r.MoveStep]:
    amount = max(abs(push.along_mm), abs(push.inward_mm))
    return [
        r.MoveStep(
            board=None,
            corner=push.corner,
            move_mm=tidy(amount),
            toward=_ways(naming)[push.inward_mm < 0] if push.until else push.toward,
            amount=print_difference(amount, units),
            text=frame_words.frame_step(push, naming.footprint, burn_mm, units)
            if push.until
            else coach_words.push_step(push, naming.footprint, units),
        )
    ]


def _then(pulls: Sequence[Pull], places: Mapping[str, Point], naming: Naming, units: Units) -> list[r.PredictedPull]:
    """What every pull of the round reads with everything at these places, then every pair of corners."""
    pairs = {frozenset((p.start, p.end)) for p in pulls if p.kind is PullKind.POINTS}
    rest = [Pull(a, b, 1.0) for a, b in combinations(naming.footprint.names, 2) if frozenset((a, b)) not in pairs]
    once = {pull.key: pull for pull in [*pulls, *rest]}
    lengths = [(pull, planned_mm(pull, places, naming.lines)) for pull in once.values()]
    return [
        r.PredictedPull(start=pull.start, end=pull.end, length_mm=tidy(mm), text=print_length(mm, units).text)
        for pull, mm in lengths
    ]


def hold_document(hold: Hold) -> dict[str, Any]:
    """What a plan says to hold this."""
    if hold.kind is HoldKind.LINE:
        return {"by": hold.kind.value, "line": line_name(*hold.names)}
    return {"by": hold.kind.value}


def _hold(one: Alternative, units: Units) -> r.HoldResult:
    return r.HoldResult(
        name=coach_words.hold_text(one.hold),
        document=hold_document(one.hold),
        moves=len(one.order.moves) + len(one.order.pushes),
        largest_mm=tidy(one.largest_mm),
        verdict=one.verdict,
        text=coach_words.alternative_text(one, units),
    )


def _outcome(outcome: Outcome, naming: Naming, units: Units) -> r.OutcomeResult:
    return r.OutcomeResult(
        title=coach_words.outcome_title(outcome, units),
        as_told=not outcome.odd,
        held_moved_mm=None if outcome.held_moved_mm is None else tidy(outcome.held_moved_mm),
        nails=[
            r.NailMovedResult(
                board=nail.board.name,
                told_mm=tidy(nail.told_mm),
                moved_mm=tidy(nail.moved_mm),
                happened=nail.happened,
                text=coach_words.nail_text(nail, naming.footprint, units),
            )
            for nail in outcome.odd
            if nail.happened is not Happened.AS_TOLD and outcome.held_moved_mm is None
        ],
    )


def _moved(number: int, since: Since, naming: Naming, units: Units) -> r.MovedResult:
    return r.MovedResult(
        since_round=number,
        title=coach_words.moved_title(number, since),
        clear=since.is_clear,
        corners=[
            r.MovedCorner(
                corner=one.corner,
                amount_mm=tidy(one.amount_mm),
                allowed_mm=tidy(one.allowed_mm),
                sure=one.is_sure,
                text=coach_words.moved_text(one, naming.footprint, units),
            )
            for one in since.corners
        ],
    )


def _estimated(naming: Naming, check: SquareCheck) -> dict[str, r.EstimatedCorner]:
    out: dict[str, r.EstimatedCorner] = {}
    for name, planned in naming.footprint.corners.items():
        point, ellipse = check.laid.corners[name], check.laid.ellipses[name]
        out[name] = r.EstimatedCorner(
            x_mm=tidy(point.x),
            y_mm=tidy(point.y),
            ellipse=ellipse and ellipse_of(ellipse),
            off_mm=tidy(point.distance_to(planned)),
        )
    if naming.family:  # both letters of a wall that has vanished
        out |= {name: out[other] for name, other in naming.family.alias.items()}
    return out


def _residuals(pulls: Sequence[Pull], check: SquareCheck) -> list[r.ResidualResult]:
    # what lies on strings because it is a nail or a mark comes after the pulls, and is not one
    fits = dict(zip(check.believed, check.fit.residuals, strict=False))
    rows: list[r.ResidualResult] = []
    for index, pull in enumerate(pulls):
        fit = fits.get(index)
        residual = (
            fit.residual_mm
            if fit
            else -observed_minus_computed_mm(check.network.observations[index], check.fit.corners)
        )
        rows.append(
            r.ResidualResult(
                start=pull.start,
                end=pull.end,
                kind=pull.kind,
                round=pull.round,
                length_mm=tidy(pull.length_mm),
                residual_mm=tidy(residual),
                redundancy=round(fit.redundancy, 4) if fit else 1.0,
                standardized=None if fit is None or fit.standardized is None else round(fit.standardized, 3),
                used=fit is not None,
            )
        )
    return rows
