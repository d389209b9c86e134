"""A corner from both ends: two independent ways round to one point must agree.

From the held line a crew can come to a corner the one way round or the other.  Pulls on either side are adjusted by
themselves, both from the same held line; the difference between the two places is the misclosure.  Within what
the tapes allow the least squares share it out by weight; beyond, the corner is refused until it is pulled again.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.adjustment import Adjustment, adjust
from anvilhead.core.footprint import Footprint
from anvilhead.core.observation import Distance
from anvilhead.core.point import Point
from anvilhead.core.squaring import SquareCheck


@dataclass(frozen=True, slots=True)
class Meeting:
    """Two ways to a corner.

    Attributes:
        first, second: corners that each way goes over, from the held line.
        apart: second place minus first, plan frame, millimetres; misclosure_mm: how far that is.
        allowed_mm: how far the two may honestly be apart, 95 in 100.
    """

    corner: str
    first: tuple[str, ...]
    second: tuple[str, ...]
    apart: Point
    misclosure_mm: float
    allowed_mm: float

    @property
    def agrees(self) -> bool:
        """Whether the misclosure is shared out rather than refused."""
        return self.misclosure_mm <= self.allowed_mm


def meetings(footprint: Footprint, check: SquareCheck) -> tuple[Meeting, ...]:
    """Every corner that both ways round know by themselves; none of an open line, which has one way only."""
    held = check.network.held
    if not footprint.closed or set(held) not in [{s.start, s.end} for s in footprint.sides]:
        return ()
    names = footprint.names
    first_end = names.index(held[1])
    ahead = 1 if names[(first_end + 1) % len(names)] != held[0] else -1
    round_names = [names[(first_end + ahead * i) % len(names)] for i in range(1, len(names) - 1)]
    planned = {name: check.network.planned[name] for name in names}
    # both ways stand on the held line as the whole round sees it
    planned[held[1]] = check.fit.corners[held[1]]
    distances = [o for o in check.network.observations if isinstance(o, Distance)]
    found = []
    for place, corner in enumerate(round_names):
        ways = (round_names[: place + 1], round_names[place:])
        one, other = _both_ways(planned, held, ways, distances)
        if one is None or other is None or corner in one.loose or corner in other.loose:
            continue
        apart = other.corners[corner] - one.corners[corner]
        reach = [way.ellipses[corner] for way in (one, other)]
        allowed = math.hypot(*(ellipse.major_mm for ellipse in reach if ellipse))
        found.append(
            Meeting(corner, (*held, *ways[0]), (*reversed(held), *reversed(ways[1])), apart, apart.length(), allowed)
        )
    return tuple(found)


def _both_ways(
    planned: dict[str, Point],
    held: tuple[str, str],
    ways: tuple[Sequence[str], Sequence[str]],
    distances: Sequence[Distance],
) -> tuple[Adjustment | None, Adjustment | None]:
    """Each way adjusted by its own pulls; what both could use belongs to the shorter."""
    shorter = 0 if len(ways[0]) <= len(ways[1]) else 1
    taken = _within(ways[shorter], held, distances)
    left = [o for o in _within(ways[1 - shorter], held, distances) if o not in taken]
    fits = [_adjusted(planned, held, ways[shorter], taken), _adjusted(planned, held, ways[1 - shorter], left)]
    return (fits[0], fits[1]) if shorter == 0 else (fits[1], fits[0])


def _within(way: Sequence[str], held: tuple[str, str], distances: Sequence[Distance]) -> list[Distance]:
    """Pulls that stay on one way round, without the held line's own."""
    over = {*way, *held}
    return [o for o in distances if {o.start, o.end} <= over and {o.start, o.end} != set(held)]


def _adjusted(
    planned: dict[str, Point], held: tuple[str, str], way: Sequence[str], own: Sequence[Distance]
) -> Adjustment | None:
    if not own:
        return None
    return adjust({name: planned[name] for name in (*held, *way)}, held, own, fixed=held)
