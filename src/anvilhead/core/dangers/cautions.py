"""What is said of dangers, chosen by the facts of a structure, at the step where it matters."""

from enum import StrEnum

from anvilhead.core.dangers.facts import Facts
from anvilhead.core.units.units import FOOT_MM


class WorkStep(StrEnum):
    """Steps of the work at which something is said."""

    STAKES = "stakes"
    SQUARE = "square"
    LEVELS = "levels"
    DIG = "dig"
    BUILD = "build"
    POUR = "pour"


class Danger(StrEnum):
    """Dangers that are told, each at its step."""

    UTILITIES = "utilities"
    OVERHEAD = "overhead"
    OVERHEAD_NEAR = "overhead-near"
    EYES = "eyes"
    STEEL = "steel"
    STRINGS = "strings"
    LASER = "laser"
    TRENCH = "trench"
    TRENCH_UNKNOWN = "trench-unknown"
    SPOIL = "spoil"
    MACHINE = "machine"
    HOLES = "holes"
    TWO_PEOPLE = "two-people"
    CONCRETE = "concrete"


AT: dict[Danger, tuple[WorkStep, ...]] = {
    Danger.UTILITIES: (WorkStep.STAKES, WorkStep.DIG),
    Danger.OVERHEAD: (WorkStep.SQUARE, WorkStep.LEVELS),
    Danger.OVERHEAD_NEAR: (WorkStep.STAKES, WorkStep.SQUARE, WorkStep.LEVELS, WorkStep.DIG, WorkStep.POUR),
    Danger.EYES: (WorkStep.STAKES,),
    Danger.STEEL: (WorkStep.STAKES, WorkStep.BUILD),
    Danger.STRINGS: (WorkStep.SQUARE,),
    Danger.LASER: (WorkStep.SQUARE, WorkStep.LEVELS),
    Danger.TRENCH: (WorkStep.DIG,),
    Danger.TRENCH_UNKNOWN: (WorkStep.DIG,),
    Danger.SPOIL: (WorkStep.DIG,),
    Danger.MACHINE: (WorkStep.DIG,),
    Danger.HOLES: (WorkStep.DIG, WorkStep.BUILD),
    Danger.TWO_PEOPLE: (WorkStep.BUILD,),
    Danger.CONCRETE: (WorkStep.POUR,),
}
"""Where each is told."""

REACH_MM = 25 * FOOT_MM
"""As far as a raised rod, a boom or a lifted tape reaches beyond where it stands: 25 feet, the longest rod in use."""


def dangers_for(facts: Facts) -> list[Danger]:
    """The dangers of a structure, in the order they are listed above."""
    near = facts.overhead_mm is not None and facts.overhead_mm < facts.overhead_keep_mm + REACH_MM
    there = {
        Danger.UTILITIES: facts.stakes or facts.digs,
        Danger.OVERHEAD: facts.raised and not near,
        Danger.OVERHEAD_NEAR: near,
        Danger.EYES: facts.stakes,
        Danger.STEEL: facts.steel,
        Danger.STRINGS: facts.strings,
        Danger.LASER: facts.laser,
        Danger.TRENCH: facts.needs_protection is True,
        Danger.TRENCH_UNKNOWN: facts.needs_protection is None,
        Danger.SPOIL: facts.digs,
        Danger.MACHINE: facts.by_machine,
        Danger.HOLES: facts.holes > 0,
        Danger.TWO_PEOPLE: facts.heavy,
        Danger.CONCRETE: facts.pours,
    }
    return [danger for danger in Danger if there[danger]]
