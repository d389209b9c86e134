"""Ties: two distances from the nails on the baseline's boards, which outlive the dig."""

from dataclasses import replace

from anvilhead.core.methods.method import Asked, Baseline, Method, MethodStep
from anvilhead.core.units.tolerances import COINCIDENT_MM


class Ties:
    """Every corner by two tapes from the baseline's nails."""

    method = Method.TIES
    needs_two = True
    crosses_tapes = True

    def why_not(self, base: Baseline) -> str | None:
        """It does every shape."""
        return None

    def pulls(self, base: Baseline) -> list[Asked]:
        """From each nail to its own end and to every corner; one on the baseline by its mark."""
        apart = [base.tape(nail, corner) for corner, nail in self._setbacks(base)]
        found = [*apart, base.first()]
        for name in base.others:
            found += [base.mark(name)] if base.carries(name) else [base.tape(nail, name) for nail in base.nails]
        return found

    def steps(self, base: Baseline) -> list[MethodStep]:
        """Both nails at their setback on the string, then each corner where its two ties cross."""
        apart = [base.tape_end(*pair) for pair in self._setbacks(base)]
        set_back = [replace(base.step(self.method, one.end, one), from_corner=one.start) for one in apart]
        tied = [
            base.step(self.method, name, *(base.tape_end(nail, name) for nail in base.nails)) for name in base.others
        ]
        return [*set_back, *tied]

    @staticmethod
    def _setbacks(base: Baseline) -> list[tuple[str, str]]:
        """From each end of the baseline to its nail, where they are not one point."""
        pairs = [(base.side.start, base.nails[0]), (base.side.end, base.nails[1])]
        return [pair for pair in pairs if base.places[pair[0]].distance_to(base.places[pair[1]]) > COINCIDENT_MM]
