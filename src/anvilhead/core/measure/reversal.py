"""Reversal test of a right angle: thrown or drawn once from either way round, its marks lie apart by twice its error.

Stand a square-throwing laser on a string, throw the right angle and mark it; turn it end for end on the same point,
throw again and mark at the same distance.  A framing square is drawn along, turned over and drawn along again.  What
it errs by lies once on either side of the true square, which is halfway between the marks.
"""

import math
from dataclasses import dataclass

from anvilhead.core.measure.instrument import LASER_RAD, STRING_MM


@dataclass(frozen=True, slots=True)
class Reversal:
    """What two marks say of a laser, or of a square.

    Attributes:
        out_mm: how far out the marks are; apart_mm: from the first to the second, along the string.
        claim_rad: ± that the angle may be off.
    """

    out_mm: float
    apart_mm: float
    claim_rad: float = LASER_RAD

    @property
    def error_mm(self) -> float:
        """What it throws off, at the marks: half of what they are apart."""
        return abs(self.apart_mm) / 2

    @property
    def doubt_mm(self) -> float:
        """± of that, 95 in 100: two marks and the aim twice, halved."""
        return STRING_MM / math.sqrt(2)

    @property
    def allowed_mm(self) -> float:
        """What it may throw off there."""
        return self.claim_rad * self.out_mm

    @property
    def is_true(self) -> bool:
        """Whether it is as good as it should be, as far as these marks can tell."""
        return self.error_mm <= self.allowed_mm + self.doubt_mm

    @property
    def can_tell(self) -> bool:
        """Whether the marks are far enough out for the test to see what it looks for."""
        return self.doubt_mm <= self.allowed_mm
