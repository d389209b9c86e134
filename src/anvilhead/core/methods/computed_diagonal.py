"""Computed diagonal: the side from one end of the baseline, the diagonal worked out for the other, where they cross."""

from anvilhead.core.methods.method import Asked, Baseline, Method, MethodStep


class ComputedDiagonal:
    """Every corner by two tapes from the ends of the baseline."""

    method = Method.COMPUTED_DIAGONAL
    needs_two = True
    crosses_tapes = True

    def why_not(self, base: Baseline) -> str | None:
        """It does every shape."""
        return None

    def pulls(self, base: Baseline) -> list[Asked]:
        """The baseline, then each corner from both of its ends; one on the baseline by its mark."""
        found = [base.first()]
        for name in base.others:
            ends = (base.side.start, base.side.end)
            found += [base.mark(name)] if base.carries(name) else [base.tape(end, name) for end in ends]
        return found

    def steps(self, base: Baseline) -> list[MethodStep]:
        """Each corner where its two tapes cross."""
        return [
            base.step(self.method, name, *(base.tape_end(end, name) for end in base.near_and_far(name)))
            for name in base.others
        ]
