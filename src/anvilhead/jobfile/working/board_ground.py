"""The ground under the boards of a plan, as it was said or shot, and what decides the height of their strings."""

from collections.abc import Mapping
from dataclasses import replace

from anvilhead.core.boards.board_height import HeightRule
from anvilhead.core.boards.ground_at import NEAR_CORNER_MM, ground_carried_mm
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.working.planned import Planned


def with_ground(found: Planned, shot_mm: Mapping[str, float]) -> Planned:
    """A plan on the ground that was shot: what was measured counts before what was said."""
    return replace(found, heights_mm=found.heights_mm | dict(shot_mm)) if shot_mm else found


def ground_of(found: Planned) -> dict[str, float] | None:
    """Ground height at every board where it stands; None when none is said.

    Its own, else its corner's, carried on by the fall of the ground where it stands far from there; else level with
    the datum.
    """
    ground = found.heights_mm
    if not ground:
        return None
    places = found.footprint.corners | {board.name: board.nail for board in found.boards}
    known = [(places[name], mm) for name, mm in ground.items() if name in places]
    out = {}
    for board in found.boards:
        if board.name in ground:
            out[board.name] = ground[board.name]
        elif board.corner in ground and board.nail.distance_to(places[board.corner]) <= NEAR_CORNER_MM:
            out[board.name] = ground[board.corner]
        elif board.corner in ground:
            nearest = (places[board.corner], ground[board.corner])
            out[board.name] = ground_carried_mm(board.nail, nearest, known)
        else:
            out[board.name] = 0.0
    return out


def height_rule_of(plan: Plan) -> HeightRule:
    """What decides the string height."""
    boards = plan.boards
    return HeightRule(
        clear_mm=boards.clear.mm,
        embed_mm=boards.embedment.mm,
        stakes_mm=tuple(sorted(stake.mm for stake in boards.stakes)),
        step_mm=mm_of(boards.step),
        string_mm=mm_of(boards.string_height),
    )
