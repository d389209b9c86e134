"""The order of pulls that two people, or one, can walk with the least ground covered."""

from collections.abc import Callable, Sequence
from itertools import pairwise
from typing import TypeVar

from anvilhead.core.geometry.point import Point

Ends = tuple[Point, Point]
T = TypeVar("T")


def step_mm(standing: Ends, pull: Ends) -> tuple[float, Ends]:
    """Ground that two people cover to the next pull, and where they then stand; each goes to the nearer end."""
    (one, other), (start, end) = standing, pull
    straight = one.distance_to(start) + other.distance_to(end)
    swapped = one.distance_to(end) + other.distance_to(start)
    return (straight, (start, end)) if straight <= swapped else (swapped, (end, start))


def step_alone_mm(standing: Ends, pull: Ends) -> tuple[float, Ends]:
    """The same for one person, who stands where the last pull was read: hook the nearer end, walk out to the other."""
    here, (start, end) = standing[1], pull
    near, far = (start, end) if here.distance_to(start) <= here.distance_to(end) else (end, start)
    return here.distance_to(near), (near, far)


def walking_mm(pulls: Sequence[Ends], crew: int) -> float:
    """Ground covered by all: two people each go to their next end, one alone goes to both ends of every pull."""
    if crew == 1:
        stops = [point for pull in pulls for point in pull]
        return sum(one.distance_to(other) for one, other in pairwise(stops))
    total, standing = 0.0, pulls[0]
    for pull in pulls[1:]:
        further, standing = step_mm(standing, pull)
        total += further
    return total


def in_walking_order(
    items: Sequence[T], ends_of: Callable[[T], Ends], standing: Ends | None = None, crew: int = 2
) -> list[T]:
    """Put pulls in an order that can be walked: always the nearest next; the first stays first unless they stand.

    Args:
        items: pulls in any order.
        ends_of: where each runs.
        standing: where the two ends of the tape are now.
        crew: one or two people.
    """
    step = step_alone_mm if crew == 1 else step_mm
    left, ordered = list(items), []
    if left and standing is None:
        ordered.append(left.pop(0))
        standing = ends_of(ordered[0])
    while left and standing is not None:
        here = standing
        nearest = min(left, key=lambda item: step(here, ends_of(item))[0])
        standing = step(here, ends_of(nearest))[1]
        left.remove(nearest)
        ordered.append(nearest)
    return ordered
