"""What of a structure, its place and its crew decides which dangers there are."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Facts:
    """Facts of one structure.

    Attributes:
        stakes: whether stakes are driven; steel: bars, pins or spikes that stand up.
        digs: whether it is dug at all; by_machine: by one; deepest_mm: how deep, None where nobody said.
        trench_limit_mm: depth from which this place asks for protection; None where nobody said.
        holes: that stand open; heavy: posts or form boards that take two; pours: concrete is placed.
        laser: whether a laser is at work; raised: whether rods and long tapes are.
        overhead_mm: from the nearest overhead line recorded, with what it is called; None without one.
        overhead_keep_mm: how far to keep from that line.
        strings: whether strings hang at the height of a shin.
        inspected: whether somebody looks at it before the pour.
        by_heights: whether it is set to heights.
    """

    stakes: bool = True
    steel: bool = False
    digs: bool = False
    by_machine: bool = False
    deepest_mm: float | None = None
    trench_limit_mm: float | None = None
    holes: int = 0
    heavy: bool = False
    pours: bool = False
    laser: bool = False
    raised: bool = True
    overhead_mm: float | None = None
    overhead: str | None = None
    overhead_keep_mm: float = 0.0
    strings: bool = True
    inspected: bool = False
    by_heights: bool = False

    @property
    def needs_protection(self) -> bool | None:
        """Whether the cut is deeper than the place allows without protection; None where one of the two is unknown."""
        if not self.digs:
            return False
        if self.deepest_mm is None or self.trench_limit_mm is None:
            return None
        return self.deepest_mm >= self.trench_limit_mm
