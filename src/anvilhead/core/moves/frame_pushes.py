"""Which corners of a joined frame to push: its sides are as cut, so that only its hinges give.

A frame of n sides whose held side lies still has n - 3 ways to rack.  One push takes up one of them: a corner is
swung about the neighbour that is pinned already until it stands on its plan, and is pinned.  The last corner follows
by itself, so the one with the longest way is left to that.
"""

from collections.abc import Mapping, Sequence
from itertools import pairwise

from anvilhead.core.adjust.hold import Hold, laid_corners
from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.moves.moves import Hands, Order, Push, Reads
from anvilhead.core.units.tolerances import CONVERGED_MM, SMALLEST_MOVE_MM, STRAIGHT_RAD

MOST_SETTLINGS = 400
ALIKE_MM = 1.0
"""Ways that differ by less are as long: then the corner that is pushed from outside goes first."""


def hinges_of(footprint: Footprint) -> tuple[str, ...]:
    """Corners at which a frame can turn; one on a straight wall is a splice."""
    return tuple(name for name in footprint.names if abs(footprint.turns_rad[name]) >= STRAIGHT_RAD)


def frame_pushes(footprint: Footprint, corners: Mapping[str, Point], held: tuple[str, str]) -> tuple[Push, ...]:
    """The pushes that bring a frame to its plan, one after the other, each corner to be pinned before the next.

    Args:
        footprint: the planned outline; its sides are as cut.
        corners: where they are.
        held: corners of the side that lies still.
    """
    ring = _from_held(hinges_of(footprint), footprint, held)
    _, at = laid_corners(Hold(names=(ring[0], ring[1])), corners, footprint.corners, ())
    free = ring[2:]
    if len(free) < 2:  # three sides cannot rack
        return ()
    ways = {name: footprint.corners[name] - at[name] for name in free}
    longest = max(way.length() for way in ways.values())
    # both far corners of a rectangle slide alike, whatever their sides are off
    alike_mm = longest if footprint.is_rectangle else ALIKE_MM
    as_long = [i for i, name in enumerate(free) if ways[name].length() >= longest - alike_mm]
    follows = next((i for i in as_long if _is_pulled(footprint, ring, i, ways)), as_long[0])
    chain = [(free[i], ring[i + 1]) for i in range(follows)]
    chain += [(free[i], ring[(i + 3) % len(ring)]) for i in range(len(free) - 1, follows, -1)]
    pinned = [ring[0], ring[1]]
    pushes = []
    for corner, neighbour in chain:
        push = _push(footprint, at, corner, neighbour, pinned)
        pinned.append(corner)
        if abs(push.inward_mm) >= SMALLEST_MOVE_MM:
            pushes.append(push)
            at = _settled(footprint, ring, {**at, corner: footprint.corners[corner]}, pinned)
    return tuple(pushes)


def frame_order(footprint: Footprint, corners: Mapping[str, Point], held: tuple[str, str]) -> Order:
    """The pushes as an order to hands; afterwards everything stands on its plan."""
    return Order(Hands.FORMS, (), frame_pushes(footprint, corners, held), (), dict(footprint.corners), 0.0)


def _from_held(hinges: Sequence[str], footprint: Footprint, held: tuple[str, str]) -> list[str]:
    """Hinges in walking order, from the two ends of the piece that lies still."""
    at = footprint.names.index(held[0])
    if footprint.names[(at + 1) % len(footprint.names)] != held[1]:
        at = footprint.names.index(held[1])
    before = [i for i, name in enumerate(hinges) if footprint.names.index(name) <= at]
    first = before[-1] if before else len(hinges) - 1
    return [*hinges[first:], *hinges[:first]]


def _is_pulled(footprint: Footprint, ring: Sequence[str], place: int, ways: Mapping[str, Point]) -> bool:
    """Whether a hand would have to pull a free corner outward, about the one it would be swung on."""
    corner = ring[place + 2]
    neighbour = ring[place + 1] if place == 0 else ring[(place + 3) % len(ring)]
    return ways[corner].dot(footprint.inward(_piece(footprint, corner, neighbour))) < 0


def _piece(footprint: Footprint, corner: str, neighbour: str) -> Side:
    """The side at a corner that runs toward a neighbouring hinge."""
    toward = footprint.corners[neighbour] - footprint.corners[corner]

    def along(side: Side) -> float:
        return toward.dot(side.direction * (1 if side.start == corner else -1))

    return max(footprint.sides_at(corner), key=along)


def _push(footprint: Footprint, at: Mapping[str, Point], corner: str, neighbour: str, pinned: Sequence[str]) -> Push:
    side = _piece(footprint, corner, neighbour)
    inward = footprint.inward(side)
    way = (footprint.corners[corner] - at[corner]).dot(inward)
    if footprint.is_rectangle:
        a, b, c, d = footprint.names
        watched = [(a, c), (b, d)]
    else:
        others = [name for name in pinned if name != neighbour]
        planned = footprint.corners
        best = max(others, key=lambda name: abs((planned[corner] - planned[name]).unit().dot(inward)))
        watched = [(best, corner)]
    reads = tuple(Reads(*pair, footprint.corners[pair[0]].distance_to(footprint.corners[pair[1]])) for pair in watched)
    return Push(corner, neighbour, 0.0, side.name, way if abs(way) >= SMALLEST_MOVE_MM else 0.0, reads)


def settled(footprint: Footprint, at: Mapping[str, Point], held: tuple[str, str]) -> dict[str, Point]:
    """Where the corners of a frame come to lie that hands left somewhere, its held side lying still.

    Args:
        footprint: the planned outline; its sides are as cut.
        at: where hands left them.
        held: corners of the side that lies still.
    """
    ring = _from_held(hinges_of(footprint), footprint, held)
    return _settled(footprint, ring, at, ring[:2])


def _settled(
    footprint: Footprint, ring: Sequence[str], at: Mapping[str, Point], pinned: Sequence[str]
) -> dict[str, Point]:
    """Where the loose corners come to lie when a pinned one was moved: each piece keeps its length, as near as it goes.

    Piece after piece is brought back to its length by moving its two ends alike, round and round.
    """
    out, fixed = dict(at), set(pinned)
    pieces = [*pairwise(ring), (ring[-1], ring[0])]
    lengths = [footprint.corners[a].distance_to(footprint.corners[b]) for a, b in pieces]
    for _ in range(MOST_SETTLINGS):
        worst = 0.0
        for (a, b), length in zip(pieces, lengths, strict=True):
            free = [name for name in (a, b) if name not in fixed]
            between = out[b] - out[a]
            if not free or not between.length():
                continue
            excess = between * ((between.length() - length) / between.length() / len(free))
            for name in free:
                out[name] = out[name] + (excess if name == a else excess * -1)
            worst = max(worst, excess.length())
        if worst < CONVERGED_MM:
            break
    return out
