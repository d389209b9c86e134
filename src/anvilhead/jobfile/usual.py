"""What stands where nothing was typed, in the job's units: as the document has it, and as crews usually start."""

from dataclasses import fields
from functools import cache
from typing import Literal

from anvilhead.core.fence.post_depth import USUAL_SHARE
from anvilhead.core.measure.tape import STEEL_TAPE
from anvilhead.core.pour.control_joints import USUAL_ASPECT, USUAL_TIMES
from anvilhead.core.pour.lifts import USUAL_PASSES, USUAL_SETTLING
from anvilhead.core.units.length_printing import print_small
from anvilhead.core.units.standards import CUT_SLOPES, STANDARDS, SWELL, TOP_PLATES
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.board_plans import BoardPlan, DigPlan
from anvilhead.jobfile.documents.hold_plan import FramePlan
from anvilhead.jobfile.levels.parts import SlabPlan
from anvilhead.jobfile.results.result_parts import Result


class CutSlope(Result):
    """Run of the side of a cut for each unit of depth, and how that is said."""

    run: float
    text: str


class Usual(Result):
    """What a field starts from, or means when it is left empty; lengths as they would be typed.

    Attributes:
        tolerance, board_setback, restake_over, burns: a new job starts from these; `burns` ends with the hook.
        clear, embedment, working_space, tape_error, sides_within: taken where a plan says nothing.
        setbacks: how far boards stand out, by how one digs.
        fall_rise, fall_over: of a top that sheds water; grid_beyond: how far past the walls ground is shot;
            run_every: from station to station of a drain; course: of block with its joint.
        bay, post, hole: of a fence; depth_percent: of a post in the ground.
        form_board, form_lap, cleat, joint_clear: of forms.
        lift, settling_percent, passes: of a base; dowel_clear: from the end of an edge; panel_times, panel_aspect: of
            panels between control joints; offset_beyond: of the stakes of a line that stays, beyond its ends;
            bucket: of a digger; label_wide, label_high: of labels for stakes; truck: a volume as typed.
        swell_percent: what dug ground gains; waste_percent: concrete ordered on top; plates: on a stepped wall.
    """

    tolerance: str
    board_setback: str
    restake_over: str
    burns: tuple[str, ...]
    clear: str
    embedment: str
    working_space: str
    tape_error: str
    sides_within: str
    fall_rise: str
    fall_over: str
    grid_beyond: str
    run_every: str
    course: str
    bay: str
    post: str
    hole: str
    form_board: str
    form_lap: str
    cleat: str
    joint_clear: str
    lift: str
    dowel_clear: str
    offset_beyond: str
    bucket: str
    label_wide: str
    label_high: str
    truck: str
    settling_percent: float
    passes: int
    panel_times: float
    panel_aspect: float
    depth_percent: float
    setbacks: str
    swell_percent: float
    waste_percent: float
    plates: int
    cut_slopes: tuple[CutSlope, ...]
    paper: Literal["a4", "letter"]


@cache
def usual_in(units: Units) -> Usual:
    """What is usual, in these units."""
    standard = STANDARDS[units]

    def printed(mm: float) -> str:
        return print_small(mm, units) or ""

    return Usual(
        **{field.name: getattr(standard, field.name) for field in fields(standard)},
        clear=printed(BoardPlan().clear.mm),
        embedment=printed(BoardPlan().embedment.mm),
        working_space=printed(DigPlan.model_fields["working_space"].default.mm),
        tape_error=printed(STEEL_TAPE.constant_mm),
        sides_within=printed(FramePlan().sides_within.mm),
        settling_percent=round(100 * USUAL_SETTLING, 1),
        passes=USUAL_PASSES,
        panel_times=USUAL_TIMES,
        panel_aspect=USUAL_ASPECT,
        depth_percent=round(100 * USUAL_SHARE, 1),
        swell_percent=100 * SWELL,
        waste_percent=100 * SlabPlan.model_fields["waste"].default,
        plates=TOP_PLATES,
        cut_slopes=tuple(CutSlope(run=run, text=text) for run, text in CUT_SLOPES),
        paper="letter" if units is Units.FT_IN else "a4",
    )
