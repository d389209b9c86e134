"""Ties: two distances from the nails on the baseline's boards, which outlive the dig."""

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
        one, other = base.nails
        pairs = [(one, base.side.start), (other, base.side.end)]
        places = base.places
        apart = [base.tape(*pair) for pair in pairs if places[pair[0]].distance_to(places[pair[1]]) > COINCIDENT_MM]
        found = [*apart, base.first()]
        for name in base.others:
            found += [base.mark(name)] if base.carries(name) else [base.tape(nail, name) for nail in base.nails]
        return found

    def steps(self, base: Baseline) -> list[MethodStep]:
        """Each corner where its two ties cross."""
        return [
            base.step(self.method, name, *(base.tape_end(nail, name) for nail in base.nails)) for name in base.others
        ]
