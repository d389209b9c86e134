"""Linear programs of a few unknowns: the least of a weighted sum under limits, by Seidel's incremental method (1991).

Limits are taken in one after the other; one that the best so far breaks must hold just so at the new best, which is a
program of one unknown less.
"""

from collections.abc import Sequence

from anvilhead.core.units.tolerances import FLOAT_SLACK

Row = tuple[tuple[float, ...], float]
"""Weights of the unknowns, and what their sum must not exceed."""


def least(weights: Sequence[float], limits: Sequence[Row], within: float) -> list[float] | None:
    """Unknowns that make a weighted sum least.

    Args:
        weights: of the unknowns in the sum.
        limits: each a sum of the unknowns that must not exceed a number.
        within: no unknown goes beyond this, either way.

    Returns:
        The unknowns; None where the limits cannot all be kept.
    """
    count = len(weights)
    box: list[Row] = []
    for at in range(count):
        for sign in (1.0, -1.0):
            box.append((tuple(sign if i == at else 0.0 for i in range(count)), within))
    return _least(list(weights), [*box, *limits])


def _least(weights: list[float], rows: Sequence[Row]) -> list[float] | None:
    if len(weights) == 1:
        return _on_a_line(weights[0], rows)
    # the first rows are the box: its best corner
    corner = 2 * len(weights)
    best = [rows[2 * at][1] / rows[2 * at][0][at] if weight < 0 else rows[2 * at + 1][1] / rows[2 * at + 1][0][at]
            for at, weight in enumerate(weights)]  # fmt: skip
    for number in range(corner, len(rows)):
        row, most = rows[number]
        if sum(a * x for a, x in zip(row, best, strict=True)) <= most + FLOAT_SLACK * (abs(most) + 1):
            continue
        at = max(range(len(row)), key=lambda i: abs(row[i]))
        if abs(row[at]) < FLOAT_SLACK:
            return None
        found = _less(weights, rows[:number], row, most, at)
        if found is None:
            return None
        best = found
    return best


def _less(
    weights: list[float], rows: Sequence[Row], row: tuple[float, ...], most: float, at: int
) -> list[float] | None:
    """The program with one unknown said by the others: a limit holds just so."""
    others = [i for i in range(len(row)) if i != at]
    share = [row[i] / row[at] for i in others]
    level = most / row[at]

    def without(one: Row) -> Row:
        told, limit = one
        return tuple(told[i] - told[at] * s for i, s in zip(others, share, strict=True)), limit - told[at] * level

    kept = [weights[i] - weights[at] * s for i, s in zip(others, share, strict=True)]
    # the box of the unknowns that are left comes first; that of the one that went is a limit like others
    ordered = [rows[2 * i + way] for i in others for way in (0, 1)]
    rest = [rows[2 * at], rows[2 * at + 1], *rows[2 * len(row) :]]
    found = _least(kept, [without(one) for one in [*ordered, *rest]])
    if found is None:
        return None
    gone = level - sum(s * x for s, x in zip(share, found, strict=True))
    return [*found[:at], gone, *found[at:]]


def _on_a_line(weight: float, rows: Sequence[Row]) -> list[float] | None:
    low, high = float("-inf"), float("inf")
    for (a,), most in rows:
        if abs(a) < FLOAT_SLACK:
            if most < -FLOAT_SLACK * (abs(most) + 1):
                return None
        elif a > 0:
            high = min(high, most / a)
        else:
            low = max(low, most / a)
    if low > high + FLOAT_SLACK * (abs(high) + 1):
        return None
    return [low if weight >= 0 else high]
