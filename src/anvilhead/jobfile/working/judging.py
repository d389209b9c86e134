"""Every round of a structure judged once; what is shown of them is written down elsewhere."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from anvilhead.core.check.outcome import Outcome, outcome_of
from anvilhead.core.check.recheck import Moved, Occasion, moved_since
from anvilhead.core.check.squaring import SquareCheck, check_square
from anvilhead.core.measure.tape import Pull
from anvilhead.core.units.units import Units
from anvilhead.jobfile.working.naming import Naming


@dataclass(frozen=True)
class Rounds:
    """The rounds of one structure.

    Attributes:
        naming: its plan and everything pulls can name on it.
        pulls: readings that count, by round, in order.
        checks: the judgement of each round.
        occasions: why a round was pulled, where it was said.
        accepted: rounds that somebody accepted.
    """

    naming: Naming
    units: Units
    pulls: Mapping[int, list[Pull]]
    checks: Mapping[int, SquareCheck]
    occasions: Mapping[int, Occasion] = field(default_factory=dict)
    accepted: Sequence[int] = ()

    @property
    def latest(self) -> int | None:
        """The round that counts; None before the first pull."""
        return max(self.checks, default=None)

    @property
    def before(self) -> int | None:
        """The round before the latest."""
        return max((number for number in self.checks if number != self.latest), default=None)

    def occasion(self, number: int) -> Occasion:
        """Why a round was pulled."""
        return self.occasions.get(number, Occasion.SQUARE)

    def outcome(self) -> Outcome | None:
        """What became of the moves that the round before told."""
        if self.latest is None or self.before is None or self.before in self.accepted:
            return None
        return outcome_of(self.naming.footprint, self.checks[self.before], self.checks[self.latest])

    def moved(self) -> tuple[int, tuple[Moved, ...]] | None:
        """Corners of the latest round against the last accepted one before it."""
        earlier = [number for number in self.accepted if self.latest and number < self.latest and number in self.checks]
        if not earlier or self.latest is None:
            return None
        since = max(earlier)
        return since, moved_since(self.naming.footprint, self.checks[since], self.checks[self.latest])


def judge(
    naming: Naming,
    pulls: Sequence[Pull],
    units: Units,
    occasions: Mapping[int, Occasion] | None = None,
    accepted: Sequence[int] = (),
) -> Rounds:
    """Judge every round among the pulls."""
    by_round: dict[int, list[Pull]] = {}
    for pull in pulls:
        by_round.setdefault(pull.round, []).append(pull)
    checks = {number: check_square(naming.set_out, of, units) for number, of in sorted(by_round.items())}
    return Rounds(naming, units, by_round, checks, occasions or {}, accepted)
