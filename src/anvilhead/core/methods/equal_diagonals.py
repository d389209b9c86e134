"""Equal diagonals: sides all round, then rack the far side until both diagonals read the same."""

from anvilhead.core.methods.method import Asked, Baseline, Method, MethodStep


class EqualDiagonals:
    """A rectangle by its sides and both diagonals."""

    method = Method.EQUAL_DIAGONALS
    needs_two = True
    crosses_tapes = False

    def why_not(self, base: Baseline) -> str | None:
        """Only rectangles have equal diagonals."""
        return None if base.footprint.is_rectangle else "only a rectangle has equal diagonals"

    def pulls(self, base: Baseline) -> list[Asked]:
        """Four sides, two diagonals."""
        a, b, c, d = base.footprint.names
        return [base.tape(*ends) for ends in ((a, b), (b, c), (c, d), (d, a), (a, c), (b, d))]

    def steps(self, base: Baseline) -> list[MethodStep]:
        """Sides all round, then both diagonals."""
        a, b, c, d = base.footprint.names
        sides = [
            MethodStep(self.method, end, start, (base.tape_end(start, end),), on_the_way=True)
            for start, end in ((b, c), (c, d), (d, a))
        ]
        return [*sides, MethodStep(self.method, c, a, (base.tape_end(a, c), base.tape_end(b, d)))]
