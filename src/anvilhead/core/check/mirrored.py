"""A corner staked on the wrong side: two tapes cross twice, and somebody took the other crossing.

The least squares start from the plan and would look for a slip.  Where the readings disagree, the corners whose pulls
fit worst are tried at their mirror images over the line between two corners they were pulled from; when everything
then agrees, the corner is mirrored and no reading is wrong.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations, islice

from anvilhead.core.adjust.adjustment import Adjustment
from anvilhead.core.adjust.network import Network
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Distance
from anvilhead.core.units.tolerances import COINCIDENT_MM

MOST_CORNERS = 4
MOST_LINES = 4
FAR_MM = 500.0
"""A mirror image nearer than this to the corner is not a mistake of sides."""


@dataclass(frozen=True, slots=True)
class Mirrored:
    """A corner on the wrong side of the line between two others, and the adjustment that has it there."""

    corner: str
    over: tuple[str, str]
    fit: Adjustment


def find_mirrored(network: Network, fit: Adjustment, corners: Sequence[str]) -> Mirrored | None:
    """Find the one corner whose mirror image explains every reading; None when there is none.

    Tapes cannot tell a shape from the whole of it mirrored; what leaves the corners nearest to their plan is told.
    """
    found: list[Mirrored] = []
    for corner in _worst_first(network, fit, corners):
        for over in _lines(network, corner):
            image = _image(network.planned, corner, over)
            if image is None:
                continue
            tried = network.adjusted(start_from=dict(network.planned) | {corner: image})
            if not tried.disagrees and not tried.loose and tried.corners[corner].distance_to(image) < FAR_MM:
                found.append(Mirrored(corner, over, tried))
    return min(found, key=lambda one: _strangeness(network, one.fit, corners), default=None)


def mirrored_in(network: Network, fit: Adjustment, corners: Sequence[str]) -> Mirrored | None:
    """The corner that an adjustment which agrees has at its mirror image; None when there is none."""
    for corner in corners:
        if fit.corners[corner].distance_to(network.planned[corner]) < FAR_MM:
            continue
        for over in _lines(network, corner):
            image = _image(network.planned, corner, over)
            if image is not None and fit.corners[corner].distance_to(image) < FAR_MM / 2:
                return Mirrored(corner, over, fit)
    return None


def _lines(network: Network, corner: str) -> list[tuple[str, str]]:
    """Lines between two corners that a corner was pulled from, its nearest ones first."""
    distances = [o for o in network.observations if isinstance(o, Distance) and corner in o.points]
    others = dict.fromkeys(o.end if o.start == corner else o.start for o in distances)
    near = sorted(others, key=lambda name: network.planned[name].distance_to(network.planned[corner]))
    return list(islice(combinations(near, 2), MOST_LINES))


def _strangeness(network: Network, fit: Adjustment, corners: Sequence[str]) -> float:
    return sum(fit.corners[name].distance_to(network.planned[name]) for name in corners)


def _worst_first(network: Network, fit: Adjustment, corners: Sequence[str]) -> list[str]:
    misfit = dict.fromkeys((name for name in corners if name not in network.held), 0.0)
    for observation, residual in zip(network.observations, fit.residuals, strict=False):
        for name in observation.points:
            if name in misfit:
                misfit[name] += (residual.residual_mm / observation.sigma_mm) ** 2
    return sorted(misfit, key=lambda name: -misfit[name])[:MOST_CORNERS]


def _image(planned: dict[str, Point], corner: str, over: tuple[str, str]) -> Point | None:
    one, other = planned[over[0]], planned[over[1]]
    if one.distance_to(other) < COINCIDENT_MM:
        return None
    across = (other - one).unit().left()
    off = across.dot(planned[corner] - one)
    return planned[corner] - across * (2 * off) if abs(off) > FAR_MM / 2 else None
