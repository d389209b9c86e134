"""From what is known of a structure to its dangers and hold points."""

from collections.abc import Mapping, Sequence

from anvilhead.core.dangers.cautions import AT, dangers_for
from anvilhead.core.dangers.facts import Facts
from anvilhead.core.dangers.holds import (
    BEFORE_DIGGING,
    BEFORE_POUR,
    BEFORE_STAKES,
    BY_ACCEPTING,
    SERVE_ALL,
    Hold,
    HoldEntry,
    holds_for,
    standing,
)
from anvilhead.core.messages.made.danger_words import HOLDS, caution_for
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.control import ControlKind
from anvilhead.jobfile.documents.holds import HoldNote
from anvilhead.jobfile.results.danger_results import CautionResult, DangersResult, HoldPointResult
from anvilhead.jobfile.results.results import StructureResult
from anvilhead.jobfile.times import in_utc
from anvilhead.jobfile.working.placed import Site
from anvilhead.jobfile.working.planned import Planned

STOPS = {"stakes": BEFORE_STAKES, "digging": BEFORE_DIGGING, "the pour": BEFORE_POUR}
"""What waits for which hold points."""


def facts_of(found: Planned, result: StructureResult, site: Site, name: str, *, by_heights: bool) -> Facts:
    """What decides the dangers of a structure."""
    plan, fence = found.plan, result.fence
    depths = [post.hole_deep_mm for post in fence.posts if post.hole_deep_mm is not None] if fence else []
    dug = [*([plan.boards.dig.depth.mm] if plan.boards.dig else []), *depths]
    if plan.digging and plan.digging.deep:
        dug.append(plan.digging.deep.mm)
    overhead = _nearest_overhead(site, name)
    return Facts(
        steel=bool(plan.pour and (plan.pour.bars or plan.pour.dowels)),
        digs=bool(plan.digging or plan.boards.dig or fence),
        by_machine=bool(plan.digging or plan.boards.dig),
        deepest_mm=max(dug, default=None),
        trench_limit_mm=site.control.trench_limit.mm if site.control.trench_limit else None,
        holes=len(fence.posts if fence else []) + len(result.digging.pads if result.digging else []),
        heavy=bool(fence or plan.forms),
        pours=bool(plan.pour or plan.forms or fence),
        laser=plan.laser or by_heights,
        overhead=overhead[0] if overhead else None,
        overhead_mm=overhead[1] if overhead else None,
        overhead_keep_mm=overhead[2] if overhead else 0.0,
        by_heights=by_heights,
    )


def _nearest_overhead(site: Site, name: str) -> tuple[str, float, float] | None:
    """The overhead line nearest to a structure, how far it hangs from its outline, and how far to keep."""
    hanging = {line.name: line.keep_clear.mm for line in site.control.lines if line.kind is ControlKind.OVERHEAD}
    if not hanging:
        return None
    found = [(one.to, one.least_mm, hanging[one.to]) for one in site.clearances(name) if one.to in hanging]
    return min(found, key=lambda one: one[1] - one[2], default=None)


def solve_dangers(
    facts: Facts,
    notes: Sequence[HoldNote],
    accepted: Mapping[Hold, HoldEntry],
    units: Units,
    *,
    told: Mapping[Hold, Sequence[str]] | None = None,
    lapsed: Sequence[Hold] = (),
) -> DangersResult:
    """What is dangerous about a structure, and where its hold points stand.

    Args:
        facts: of it.
        notes: what was done at its hold points or for the whole job, oldest first.
        accepted: hold points that an acceptance by name answers: square and heights.
        units: to print in.
        told: what else is known of a hold point.
        lapsed: hold points whose ground has gone.
    """
    holds = holds_for(facts)
    entries = sorted([*map(_entry, notes), *accepted.values()], key=lambda entry: entry.at)
    for_all = {note.hold for note in notes if note.structure is None}
    told = told or {}
    return DangersResult(
        cautions=[
            CautionResult(
                danger=danger,
                steps=list(AT[danger]),
                what=said.what,
                why=said.why,
                do=said.do,
                decides=said.decides,
            )
            for danger in dangers_for(facts)
            for said in (caution_for(danger, facts, units),)
        ],
        holds=[
            HoldPointResult(
                hold=one.hold,
                title=HOLDS[one.hold].title,
                state=one.state,
                look=list(HOLDS[one.hold].look),
                defers=HOLDS[one.hold].defers,
                stops=[what for what, before in STOPS.items() if one.hold in before],
                who=one.by.who if one.by else None,
                at=one.by.at if one.by else None,
                note=one.by.note if one.by else "",
                told=list(told.get(one.hold, ())),
                whole_job=one.by is not None and one.hold in for_all,
                serves_all=one.hold in SERVE_ALL,
                by_accepting=one.hold in BY_ACCEPTING,
            )
            for one in standing(holds, entries, lapsed)
        ],
    )


def _entry(note: HoldNote) -> HoldEntry:
    return HoldEntry(note.hold, note.doing, note.who or "", in_utc(note.at), note.note)
