"""What is left to pull of what a method asks for, in an order that can be walked.

What was pulled already is not asked for again; what is left starts where the tape is.
"""

from collections.abc import Mapping, Sequence

from anvilhead.core.adjust.network import Named
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.measure.walking import Ends, in_walking_order
from anvilhead.core.methods.method import Asked


def in_hand_order(
    asked: Sequence[Asked], footprint: Footprint, named: Named, pulls: Sequence[Pull], crew: int = 2
) -> list[Asked]:
    """What is left to pull, nearest first from where the tape is.

    Args:
        asked: the method's pulls.
        footprint: the planned outline.
        named: what else they name.
        pulls: taken in this round, the last one last.
        crew: one or two people.
    """
    places = dict(named.points) | footprint.corners
    done = {pull.key for pull in pulls}
    left = [one for one in asked if one.pull.key not in done]
    standing = stands(pulls[-1], footprint, places) if pulls else None
    return in_walking_order(left, lambda one: stands(one.pull, footprint, places), standing, crew)


def stands(pull: Pull, footprint: Footprint, places: Mapping[str, Point]) -> Ends:
    """Where the two people of a pull stand: on a line, at its foot."""
    start = places[pull.start]
    if pull.kind in (PullKind.POINTS, PullKind.ALONG, PullKind.SQUARE):
        return start, places[pull.end]
    if pull.kind is PullKind.TRIANGLE:
        return start, start
    side = footprint.sides_by_name.get(pull.end)
    if side is None:
        return start, start
    return start, side.start_point + side.direction * (start - side.start_point).dot(side.direction)
