"""A corner staked on the wrong side: two tapes cross twice, and somebody took the other crossing.

The least squares start from the plan and would look for a slip.  Where the readings disagree, the corners whose pulls
fit worst are tried at their mirror images over the lines between corners they were pulled from; how likely that is
beside slips of the tape, `explanations.py` weighs.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations

from anvilhead.core.adjust.adjustment import Adjustment
from anvilhead.core.adjust.network import Network
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Distance, Observation, observed_minus_computed_mm
from anvilhead.core.units.tolerances import COINCIDENT_MM

MOST_LINES, MOST_IMAGES = 10, 6
LEAST_TO_SPARE = 2
"""Pulls to spare without which readings that agree do not say that a corner stands on the wrong side: slips can look
like it."""
FAR_MM = 500.0
"""A mirror image nearer than this to the corner is not a mistake of sides."""
CLOSE_SHARE = 0.05
"""A corner mirrored back may be off its plan by this share of the way: strings were rough before it was set."""
MISFIT_SIGMAS = 5.0
"""A pull that fits this badly speaks against where its corner is thought to be."""
ROUGHLY_MM = 400.0
"""A pull that fits an image worse than this speaks against that one: strings are rough."""


@dataclass(frozen=True, slots=True)
class Image:
    """Where a corner would stand on the wrong side of the line between two others.

    Attributes:
        corner: which; over: the line; place: its image.
        among: of how many such images of all corners it is one.
    """

    corner: str
    over: tuple[str, str]
    place: Point
    among: int


@dataclass(frozen=True, slots=True)
class Mirrored:
    """A corner on the wrong side of the line between two others, and the adjustment that has it there.

    `or_else` is another corner that may be it instead: tapes cannot tell a shape from the whole of it mirrored.
    """

    corner: str
    over: tuple[str, str]
    fit: Adjustment
    or_else: str | None = None


def images_of(network: Network, shape: Mapping[str, Point], corners: Sequence[str]) -> list[Image]:
    """Images worth trying: those that more pulls fit roughly than fit the corner where most pulls have it.

    Args:
        network: of the round.
        shape: where most pulls have every point.
        corners: that can stand on the wrong side.
    """
    lines = {corner: _lines(network, corner)[:MOST_LINES] for corner in corners if corner not in network.held}
    among = sum(len(found) for found in lines.values())
    own = {name: [one for one in network.observations if name in one.points] for name in lines}
    found = []
    for name, places in lines.items():
        now = _misfits(own[name], shape, 0.0)
        for over, place in places:
            roughly = max(ROUGHLY_MM, CLOSE_SHARE * place.distance_to(network.planned[name]))
            then = _misfits(own[name], dict(shape) | {name: place}, roughly)
            if then < now:
                found.append((then - now, Image(name, over, place, among)))
    return [image for _, image in sorted(found, key=lambda one: one[0])[:MOST_IMAGES]]


def _misfits(pulls: Sequence[Observation], at: Mapping[str, Point], within_mm: float) -> int:
    """How many pulls fit worse than this, and worse than they may err."""
    return sum(abs(observed_minus_computed_mm(one, at)) > max(within_mm, MISFIT_SIGMAS * one.sigma_mm) for one in pulls)


def mirrored_in(network: Network, fit: Adjustment, corners: Sequence[str]) -> Mirrored | None:
    """The one corner that an adjustment which agrees has at its mirror image; None when there is none."""
    if not _far(network, fit.corners, corners):
        return None
    start, end = (network.planned[name] for name in network.held)
    shapes = [fit.corners]
    if not network.fixed:
        shapes.append({name: _over(place, start, end) for name, place in fit.corners.items()})
    found = [one for shape in shapes if (one := _only_wrong(network, shape, corners))]
    if not found:
        return None
    (corner, over), *others = found
    return Mirrored(corner, over, fit, next((name for name, _ in others if name != corner), None))


def _far(network: Network, shape: Mapping[str, Point], corners: Sequence[str]) -> list[str]:
    return [name for name in corners if shape[name].distance_to(network.planned[name]) >= FAR_MM]


def _only_wrong(
    network: Network, shape: Mapping[str, Point], corners: Sequence[str]
) -> tuple[str, tuple[str, str]] | None:
    """The only corner far from its plan, when it is near it once mirrored over a line it was pulled from."""
    far = _far(network, shape, corners)
    if len(far) != 1:
        return None
    corner, planned = far[0], network.planned[far[0]]
    near = [
        (_over(shape[corner], shape[one], shape[other]).distance_to(planned), (one, other))
        for (one, other), _ in _lines(network, corner)
    ]
    close = max(FAR_MM / 2, CLOSE_SHARE * shape[corner].distance_to(planned))
    return (corner, min(near)[1]) if near and min(near)[0] < close else None


def _lines(network: Network, corner: str) -> list[tuple[tuple[str, str], Point]]:
    """Lines between two corners that a corner was pulled from, its nearest ones first, and its image over each."""
    distances = [o for o in network.observations if isinstance(o, Distance) and corner in o.points]
    others = dict.fromkeys(o.end if o.start == corner else o.start for o in distances)
    near = sorted(others, key=lambda name: network.planned[name].distance_to(network.planned[corner]))
    found = [(over, image) for over in combinations(near, 2) if (image := _image(network.planned, corner, over))]
    return found


def _image(planned: Mapping[str, Point], corner: str, over: tuple[str, str]) -> Point | None:
    one, other = planned[over[0]], planned[over[1]]
    if one.distance_to(other) < COINCIDENT_MM:
        return None
    image = _over(planned[corner], one, other)
    return image if image.distance_to(planned[corner]) > FAR_MM else None


def _over(point: Point, one: Point, other: Point) -> Point:
    """The mirror image of a point over the line through two others."""
    across = (other - one).unit().left()
    return point - across * (2 * across.dot(point - one))
