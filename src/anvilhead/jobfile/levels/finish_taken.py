"""A finish that is taken: the plan of heights with it, in everything that goes by it."""

from collections.abc import Sequence
from typing import TypeVar

from anvilhead.core.ground.finish_choice import FinishRule
from anvilhead.core.levels.height_target import ThingKind
from anvilhead.jobfile.lengths import Length
from anvilhead.jobfile.levels.decided import AdoptedFinish, FinishPlan
from anvilhead.jobfile.levels.documents import LevelPlan, TargetPlan
from anvilhead.jobfile.levels.parts import SlabPlan

Part = TypeVar("Part", FinishPlan, TargetPlan, SlabPlan)


def with_taken(
    plan: LevelPlan, finish: FinishPlan, rule: FinishRule, height: Length, corners: Sequence[str]
) -> LevelPlan:
    """The plan with a height taken: it stays, form tops go to it at the corners, and the slab is poured to it.

    A slab of that name that is planned already keeps its fall, its rails and the concrete beside it.

    Args:
        plan: of heights.
        finish: one of its finishes.
        rule: that gave the height.
        height: of the finished top.
        corners: of its structure, as the book calls them.
    """
    target = TargetPlan(name=finish.name, kind=ThingKind.FORM_TOPS, height=height, at=list(corners))
    poured: dict[str, object] = {
        "height": height,
        "thickness": finish.thickness,
        "least": finish.least,
        "waste": finish.waste,
    }
    poured |= {"base": finish.base} if finish.base else {}
    there = next((one for one in plan.slabs if one.name == finish.name), None)
    new = SlabPlan(name=finish.name, structure=finish.structure, family=finish.family, height=height,
                   thickness=finish.thickness)  # fmt: skip
    slab = (there or new).model_copy(update=poured)
    taken = finish.model_copy(update={"adopted": AdoptedFinish(rule=rule, height=height)})
    return plan.model_copy(
        update={
            "finishes": _with(plan.finishes, taken),
            "targets": _with(plan.targets, target),
            "slabs": _with(plan.slabs, slab),
        }
    )


def _with(parts: Sequence[Part], part: Part) -> list[Part]:
    """The parts with one in the place of that of its name, or at their end."""
    found = [part if one.name == part.name else one for one in parts]
    if all(one.name != part.name for one in parts):
        found.append(part)
    return found
