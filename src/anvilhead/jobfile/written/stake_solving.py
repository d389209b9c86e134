"""Lines that stay, laths, and what marks are made with, written down."""

import math
from collections import defaultdict

from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.made import stake_words as say
from anvilhead.core.stakes.hubs import Said, hold_together
from anvilhead.core.stakes.lath import Lath
from anvilhead.core.stakes.media import Marked, lasts_on
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.stakes import LathPlan, OffsetLinePlan, StakePlan
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.results import stake_results as r
from anvilhead.jobfile.working.marked import marked_points
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.working.staying import offset_line_of
from anvilhead.jobfile.written.writing import place, text_of, tidy


def solve_offset_lines(found: Planned, units: Units) -> list[r.OffsetLineResult]:
    """Every line that stays."""
    points = marked_points(found.footprint, found.places, found.fence)
    return [_offset_line(found, plan, points, units) for plan in found.plan.offset_lines]


def _offset_line(found: Planned, plan: OffsetLinePlan, points: dict[str, Point], units: Units) -> r.OffsetLineResult:
    side, line = offset_line_of(found.plan, found.footprint, points, plan)
    outside = ("outside" if plan.distance.mm > 0 else "inside") if found.footprint.closed else "beside"
    length = line.start.distance_to(line.end)
    return r.OffsetLineResult(
        name=plan.name,
        along=side.name,
        start=place(line.start),
        end=place(line.end),
        length_mm=tidy(length),
        length_text=text_of(length, units),
        backs=[
            r.BackResult(
                name=back.name,
                station_mm=tidy(back.station_mm),
                station_text=text_of(back.station_mm, units),
                back_mm=tidy(back.back_mm),
                back_text=text_of(back.back_mm, units),
                at=place(back.on_line),
            )
            for back in line.backs
        ],
        text=say.offset_line_text(side.name, plan.distance.mm, outside, len(line.backs), units),
    )


def solve_laths(found: Planned, units: Units) -> tuple[list[r.LathResult], list[r.HubCheckResult]]:
    """What every lath says, and how those of one thing agree."""
    laths = [_lath(found, stake, stake.lath) for stake in found.plan.stakes if stake.lath]
    return [_lath_row(one, units) for one in laths], _hub_checks(found, laths, units)


def _lath(found: Planned, stake: StakePlan, plan: LathPlan) -> Lath:
    hub = Point(stake.at[0].mm, stake.at[1].mm)
    facing = None
    if plan.toward is not None:
        facing = (found.footprint.corners[plan.toward] - hub).unit()
    elif plan.facing is not None:
        ahead, turn = found.footprint.sides[0].direction, math.radians(plan.facing)
        facing = ahead * math.cos(turn) + ahead.left() * math.sin(turn)
    elif plan.element in found.footprint.sides_by_name:
        side = found.footprint.sides_by_name[plan.element]
        left = side.direction.left()
        facing = left if (side.start_point - hub).dot(left) > 0 else left * -1
    fill = mm_of(plan.fill)
    return Lath(
        name=stake.name,
        hub=hub,
        height_mm=mm_of(plan.height),
        offset_mm=mm_of(plan.offset),
        facing=facing,
        cut_mm=mm_of(plan.cut) if fill is None else -fill,
        element=plan.element,
        rank=plan.rank,
    )


def _lath_row(lath: Lath, units: Units) -> r.LathResult:
    finish = lath.finish_mm
    height = None if finish is None else text_of(finish, units)
    return r.LathResult(
        stake=lath.name,
        element=lath.element,
        finish_mm=None if finish is None else tidy(finish),
        finish_text=height,
        on_line=None if lath.on_line is None else place(lath.on_line),
        text=say.finish_text(lath.element, height, lath.on_line is not None),
    )


def _hub_checks(found: Planned, laths: list[Lath], units: Units) -> list[r.HubCheckResult]:
    """Heights of one surface against each other; lines of one side against the plan."""
    allowed = found.plan.tolerance.mm
    told: dict[tuple[str, str], list[Said]] = defaultdict(list)
    for lath in laths:
        if lath.finish_mm is not None:
            told[lath.element, "height"].append(Said(lath.name, lath.rank, lath.finish_mm))
        side = found.footprint.sides_by_name.get(lath.element)
        if side is not None and lath.on_line is not None:
            off = (lath.on_line - side.start_point).dot(side.direction.left())
            told[lath.element, "line"].append(Said(lath.name, lath.rank, off))
    out = []
    for (element, of), said in told.items():
        if len(said) < 2:
            continue
        verdict = hold_together(said, allowed)
        out.append(
            r.HubCheckResult(
                element=element,
                of=of,
                holds_mm=None if verdict.holds_mm is None else tidy(verdict.holds_mm),
                odd=[name for name, _ in verdict.odd],
                undecided=list(verdict.undecided),
                text=say.hubs_text(element, of, verdict, units),
            )
        )
    return out


def solve_marking(found: Planned) -> list[r.MarkingResult]:
    """What each kind of mark is made with where they are; none while nobody said what they are made on."""
    plan = found.plan.marking
    if plan is None:
        return []
    return [
        r.MarkingResult(
            mark=marked,
            use=lasts.medium,
            days=lasts.days,
            text=say.marking_text(marked, lasts, plan.days),
        )
        for marked in Marked
        for lasts in [lasts_on(marked, plan.on)]
    ]
