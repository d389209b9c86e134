"""Cholesky factor of a normal matrix that may lack rank, with its solution, inverse and null space.

Rows of the factor are kept as lists so that inner products run in C (`sum(map(mul, …))`); a
rectangle needs microseconds, 40 corners a few milliseconds per factor.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from math import sqrt
from operator import mul

from anvilhead.core.units.tolerances import RANK_PIVOT

Vector = list[float]
Matrix = list[Vector]


@dataclass(frozen=True, slots=True)
class Factor:
    """Lower Cholesky rows of the kept unknowns of N.

    Attributes:
        rows: row k belongs to unknown kept[k] and has k + 1 entries.
        kept: unknowns that the observations determine, given those before them.
        dropped: unknowns that nothing determines once the kept ones are known.
        size: number of all unknowns.
    """

    rows: Matrix
    kept: list[int]
    dropped: list[int]
    size: int

    def solve(self, right: Sequence[float]) -> Vector:
        """Solve N x = right for the kept unknowns; dropped ones are 0."""
        forward = self._forward([right[index] for index in self.kept])
        solution = [0.0] * self.size
        for index, value in zip(self.kept, self._backward(forward), strict=True):
            solution[index] = value
        return solution

    def inverse(self) -> Matrix:
        """Inverse of N over the kept unknowns, full size, zero in dropped rows and columns.

        Formed as (L⁻¹)ᵀ L⁻¹ from the columns of L⁻¹, each shorter than the last.
        """
        count = len(self.kept)
        columns: Matrix = []  # column j of L⁻¹ from its diagonal entry down
        for j in range(count):
            column = [1.0 / self.rows[j][j]]
            for i in range(j + 1, count):
                row = self.rows[i]
                column.append(-sum(map(mul, row[j:i], column)) / row[i])
            columns.append(column)
        full = [[0.0] * self.size for _ in range(self.size)]
        for i in range(count):
            for j in range(i, count):
                value = sum(map(mul, columns[i][j - i :], columns[j]))
                full[self.kept[i]][self.kept[j]] = full[self.kept[j]][self.kept[i]] = value
        return full

    def whitening(self) -> Matrix:
        """Rows of L⁻¹ over all unknowns, one for each kept: of a covariance they make independent units of it."""
        full = [[0.0] * self.size for _ in self.kept]
        for k, index in enumerate(self.kept):
            unit = [1.0 if i == k else 0.0 for i in range(len(self.kept))]
            for row, value in zip(full, self._forward(unit), strict=True):
                row[index] = value
        return full

    def null_space(self, normal: Matrix) -> Matrix:
        """Orthonormal directions in which the unknowns can move without changing any observation."""
        basis: Matrix = []
        for free in self.dropped:
            vector = self.solve([-normal[i][free] for i in range(self.size)])
            vector[free] = 1.0
            for other in basis:
                along = sum(map(mul, vector, other))
                vector = [v - along * o for v, o in zip(vector, other, strict=True)]
            size = sqrt(sum(map(mul, vector, vector)))
            basis.append([v / size for v in vector])
        return basis

    def _forward(self, right: Vector) -> Vector:
        out: Vector = []
        for k, row in enumerate(self.rows):
            out.append((right[k] - sum(map(mul, row, out))) / row[k])
        return out

    def _backward(self, right: Vector) -> Vector:
        out = list(right)
        for k in range(len(self.rows) - 1, -1, -1):
            row = self.rows[k]
            out[k] /= row[k]
            value = out[k]
            for j in range(k):
                out[j] -= row[j] * value
        return out


def factorise(normal: Matrix) -> Factor:
    """Factor a symmetric, positive semi-definite matrix, dropping unknowns without a pivot.

    The best determined unknown is eliminated first (diagonal pivoting): in walking order a weak pivot
    early on would drown the zero pivot of a loose corner in rounding.  A pivot counts as none when
    elimination has eaten all but `RANK_PIVOT` of the diagonal it started from, whatever the unit.
    """
    left = list(range(len(normal)))
    partial: Matrix = [[] for _ in normal]
    pivots = [line[index] for index, line in enumerate(normal)]
    rows: Matrix = []
    kept: list[int] = []
    while left:
        best = max(left, key=pivots.__getitem__)
        if pivots[best] <= RANK_PIVOT * normal[best][best]:
            break
        left.remove(best)
        root = sqrt(pivots[best])
        line, row = normal[best], partial[best]
        for index in left:
            entry = (line[index] - sum(map(mul, partial[index], row))) / root
            partial[index].append(entry)
            pivots[index] -= entry * entry
        row.append(root)
        rows.append(row)
        kept.append(best)
    return Factor(rows, kept, sorted(left), len(normal))
