"""Shortest distance: a tape swung to the baseline sets a parallel line, a diagonal the place along it."""

from anvilhead.core.measure.setting_out import parallels_to
from anvilhead.core.methods.method import Asked, Baseline, Method, MethodStep


class ShortestDistance:
    """Every corner by the least reading of a swung tape and a pull from the far end of the baseline."""

    method = Method.SHORTEST_DISTANCE
    needs_two = False
    crosses_tapes = False

    def why_not(self, base: Baseline) -> str | None:
        """A wall must run parallel to the baseline."""
        return None if parallels_to(base.footprint, base.side) else "no wall runs parallel to the baseline"

    def pulls(self, base: Baseline) -> list[Asked]:
        """The baseline, then each corner's swing and its diagonal; one on the baseline by its mark."""
        found = [base.first()]
        for name in base.others:
            _, far = base.near_and_far(name)
            found += [base.mark(name)] if base.carries(name) else [base.off(name), base.tape(far, name)]
        return found

    def steps(self, base: Baseline) -> list[MethodStep]:
        """Each corner by its swing, then along its line."""
        return [
            base.step(self.method, name, base.tape_off(name), base.tape_end(base.near_and_far(name)[1], name))
            for name in base.others
        ]
