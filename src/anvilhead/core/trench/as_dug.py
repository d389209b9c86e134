"""A trench or a pad as it was found, against what was asked for."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Dug:
    """Sizes of a hole, millimetres: length, width, depth."""

    length_mm: float
    width_mm: float
    deep_mm: float


@dataclass(frozen=True, slots=True)
class AsDug:
    """What a hole lacks of each size, and the concrete it takes beyond the plan, cubic millimetres (below zero: less).

    What lacks is dug out before anything is poured, so that concrete is counted for no size under the plan's.
    """

    short_length_mm: float
    short_width_mm: float
    short_deep_mm: float
    more_mm3: float

    @property
    def is_short(self) -> bool:
        """Whether anything must still come out."""
        return max(self.short_length_mm, self.short_width_mm, self.short_deep_mm) > 0


def as_dug(asked: Dug, found: Dug, *, allowed_mm: float) -> AsDug:
    """Hold a hole against its plan.

    Args:
        asked: sizes of the plan.
        found: sizes of the hole.
        allowed_mm: shortage that nobody digs again for.
    """

    def short(asked_mm: float, found_mm: float) -> float:
        lacking = asked_mm - found_mm
        return lacking if lacking > allowed_mm else 0.0

    def volume(one: Dug) -> float:
        return one.length_mm * one.width_mm * one.deep_mm

    poured = Dug(
        max(asked.length_mm, found.length_mm),
        max(asked.width_mm, found.width_mm),
        max(asked.deep_mm, found.deep_mm),
    )
    return AsDug(
        short(asked.length_mm, found.length_mm),
        short(asked.width_mm, found.width_mm),
        short(asked.deep_mm, found.deep_mm),
        volume(poured) - volume(asked),
    )
