"""Numbers that nothing forbids and nobody means: told, so that a slip of the keys does not pass as a plan."""

from collections.abc import Iterator, Sequence

from anvilhead.core.measure.tape import Pull
from anvilhead.core.messages.words import pull_name
from anvilhead.core.plan.line_family import LineFamily
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.units import Units

LOOSE_TOLERANCE_MM = 101.6
"""The loosest work there is, tunnels and fences, asks for an inch; four pass anything."""
FAR_OFFSET_MM = 6096.0
"""A line 20 ft beside its wall belongs to something else."""
LONGEST_TAPE_MM = 100_584.0
"""No tape is longer: 330 ft."""


def unlikely(tolerance_mm: float, families: Sequence[LineFamily], pulls: Sequence[Pull], units: Units) -> Iterator[str]:
    """What is hardly meant, in words.

    Args:
        tolerance_mm: of the structure.
        families: lines beside its walls.
        pulls: readings of the latest round.
        units: to say it in.
    """

    def said(mm: float) -> str:
        return print_length(mm, units).text

    if tolerance_mm > LOOSE_TOLERANCE_MM:
        yield f"A tolerance of {said(tolerance_mm)} lets everything pass as square. Is it meant?"
    for family in families:
        worst = max((family.offset_mm, *family.on.values()), key=abs)
        if abs(worst) > FAR_OFFSET_MM:
            yield f"{family.name} lies {said(abs(worst))} beside the wall. Is it meant?"
    for pull in pulls:
        if pull.length_mm > LONGEST_TAPE_MM:
            yield (
                f"{pull_name(pull)} read {said(pull.length_mm)}, longer than any tape. Read it again, or pull it in "
                "two stretches over a stake."
            )
