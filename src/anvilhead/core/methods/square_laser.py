"""Square-throwing laser: a right angle thrown at an end of the baseline, read at the corners."""

from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import PullKind
from anvilhead.core.methods.method import Asked, Baseline, Method, MethodStep


class SquareLaser:
    """Every corner by the thrown line and its distance off the baseline; the farthest is shot from both ends."""

    method = Method.SQUARE_LASER
    needs_two = False
    crosses_tapes = False

    def why_not(self, base: Baseline) -> str | None:
        """It does every shape."""
        return None

    def pulls(self, base: Baseline) -> list[Asked]:
        """A right angle thrown at the nearer end, and for the farthest corner from the other end as well."""
        found = [base.first()]
        farthest = max(base.others, key=lambda name: abs(base.offset_mm(name)), default="")
        for name in base.others:
            if base.carries(name):
                found.append(base.mark(name))
                continue
            near, far = base.near_and_far(name)
            found += [self._thrown(base, near, name), base.off(name)]
            if name == farthest:
                found += [self._thrown(base, far, name), base.tape(far, name)]
        return found

    def steps(self, base: Baseline) -> list[MethodStep]:
        """Each corner from its station on the baseline."""
        return [base.step(self.method, name, base.tape_off(name)) for name in base.others]

    def _thrown(self, base: Baseline, start: str, name: str) -> Asked:
        return base.asked(PullKind.SQUARE, start, name, line=base.side.name, by=Instrument.SQUARE_LASER)
