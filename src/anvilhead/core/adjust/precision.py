"""How well pulls would know every point, before any is taken: the adjustment's covariance at the planned shape.

Only the entries of the inverse that stand where the normal matrix has its own are worked out (Takahashi, Fagan & Chen,
1973), unknowns with the fewest neighbours eliminated first.  A method ties each corner to a few others, so that the
cost grows linearly with the corners; the whole inverse would grow with their cube.
"""

from heapq import heapify, heappop, heappush

from anvilhead.core.adjust.adjustment import Ellipse, ellipse_in, frame_for
from anvilhead.core.adjust.network import Network
from anvilhead.core.units.tolerances import RANK_PIVOT

Sparse = list[dict[int, float]]
"""A symmetric matrix by row: column and value, both halves."""


def precision_at_plan(network: Network) -> dict[str, Ellipse | None]:
    """The ellipse of every point were everything read as planned; None for a point that could still move."""
    frame = frame_for(network.planned, network.held, network.fixed)
    observations = [*network.observations, *network.constraints]
    normal: Sparse = [{index: 0.0} for index in range(frame.size)]
    for one in observations:
        row, weight = frame.row(network.planned, one), 1 / one.sigma_mm**2
        for i, a in row:
            line = normal[i]
            for j, b in row:
                line[j] = line.get(j, 0.0) + a * weight * b
    inverse = _inverse_where_filled(normal)
    if inverse is None:  # something can move: what, the full adjustment tells
        return network.adjusted().ellipses
    return {name: ellipse_in(axes, inverse) for name, axes in frame.axes.items()}


def _inverse_where_filled(normal: Sparse) -> Sparse | None:
    """Entries of the inverse where elimination leaves any; None when the matrix has none.  Consumes the matrix."""
    scale = [line[index] for index, line in enumerate(normal)]
    waiting = [(len(line), index) for index, line in enumerate(normal)]
    heapify(waiting)
    gone = [False] * len(normal)
    eliminated: list[tuple[int, float, dict[int, float]]] = []
    while waiting:
        neighbours, index = heappop(waiting)
        line = normal[index]
        if gone[index] or neighbours != len(line):
            continue  # an entry from before its neighbours changed
        gone[index] = True
        pivot = line.pop(index)
        if pivot <= RANK_PIVOT * scale[index]:
            return None
        shares = {other: value / pivot for other, value in line.items()}
        for other, share in shares.items():
            row = normal[other]
            del row[index]
            for column, value in line.items():
                row[column] = row.get(column, 0.0) - share * value
            heappush(waiting, (len(row), other))
        eliminated.append((index, pivot, shares))
    inverse: Sparse = [{} for _ in normal]
    for index, pivot, shares in reversed(eliminated):
        own = inverse[index]
        for other in shares:
            own[other] = inverse[other][index] = -sum(v * inverse[k][other] for k, v in shares.items())
        own[index] = 1 / pivot - sum(v * own[k] for k, v in shares.items())
    return inverse
