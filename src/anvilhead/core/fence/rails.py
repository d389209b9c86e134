"""Rails of a fence: where each is fastened at both posts of a bay, racked with the tops or level with a step.

A racked rail keeps its distance below both tops.  A stepped one is level: it hangs from the lower of the two tops, so
that nothing stands over a post; at the higher post it is fastened lower by the step.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum


class Panel(StrEnum):
    """How panels follow tops that are not level."""

    RACKED = "racked"
    STEPPED = "stepped"


@dataclass(frozen=True, slots=True)
class RailBay:
    """The rails of a bay, millimetres.

    Attributes:
        start_down_mm, end_down_mm: of each rail, measured down from the top of the post at its start and its end.
        step_mm: how much lower the end's top lies; above zero downhill.
        least_clear_mm: from the ground to the lowest rail, the lesser of both ends; None where the ground is not known.
    """

    start_down_mm: tuple[float, ...]
    end_down_mm: tuple[float, ...]
    step_mm: float
    least_clear_mm: float | None


def rails_of(
    down_mm: Sequence[float],
    tops_mm: tuple[float, float],
    grounds_mm: tuple[float | None, float | None],
    panel: Panel,
) -> RailBay:
    """The rails between two posts.

    Args:
        down_mm: from the top of a level bay down to each rail.
        tops_mm: of the two posts.
        grounds_mm: at the two posts.
        panel: how the bay follows tops that differ.
    """
    start, end = tops_mm
    hangs = min(start, end)
    starts = tuple(down if panel is Panel.RACKED else down + start - hangs for down in down_mm)
    ends = tuple(down if panel is Panel.RACKED else down + end - hangs for down in down_mm)
    clears = [
        top - max(downs) - ground
        for top, downs, ground in ((start, starts, grounds_mm[0]), (end, ends, grounds_mm[1]))
        if ground is not None
    ]
    return RailBay(starts, ends, start - end, min(clears) if clears else None)
