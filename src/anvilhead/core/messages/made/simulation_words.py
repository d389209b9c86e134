"""What simulated set-outs came to, in words."""

from anvilhead.core.units.length_printing import print_difference, print_within
from anvilhead.core.units.units import Units
from anvilhead.core.world.coached_crew import MOST_ROUNDS
from anvilhead.core.world.expected import Expected


def expected_text(found: Expected, tolerance_mm: float, units: Units) -> str:
    """What to expect: rounds, time, and how far the worst corner is off when the coach says square."""
    usual = found.below(lambda run: run.rounds)
    within = found.mean(lambda run: run.worst_mm <= tolerance_mm)
    told = [
        f"By {len(found.runs)} set-outs tried out: {found.mean(lambda run: run.rounds):.1f} rounds on average, "
        f"{usual:.0f} or fewer in 95 of 100, about {found.mean(lambda run: run.seconds / 60):.0f} minutes.",
        f"The worst corner then lies within {print_within(found.below(lambda run: run.worst_mm), units)} in 95 of 100; "
        f"all lie within the {print_difference(tolerance_mm, units)} allowed in {100 * within:.0f} of 100.",
    ]
    if found.gave_up:
        told.append(f"{found.gave_up} were not square after {MOST_ROUNDS} rounds.")
    return " ".join(told)
