"""Every round of a structure judged once; what is shown of them is written down elsewhere."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

from anvilhead.core.again.carried import carried_from
from anvilhead.core.again.outcome import Outcome, outcome_of
from anvilhead.core.again.recheck import Occasion, Since, moved_since
from anvilhead.core.check.squaring import SquareCheck, check_square
from anvilhead.core.measure.tape import Pull
from anvilhead.core.plan.line_family import WALL_FACE
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.models import Reading
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.working.naming import Naming


@dataclass(frozen=True)
class Rounds:
    """The rounds of one structure.

    Attributes:
        naming: its plan and everything pulls can name on it; squared: the same in the family of the latest round.
        pulls: readings that count, by round, in order.
        checks: the judgement of each round.
        occasions: why a round was pulled, where it was said.
        accepted: rounds that somebody accepted.
        families: the line family that each round was pulled in, empty for the wall face.
    """

    naming: Naming
    squared: Naming
    units: Units
    pulls: Mapping[int, list[Pull]]
    checks: Mapping[int, SquareCheck]
    occasions: Mapping[int, Occasion] = field(default_factory=dict)
    accepted: Sequence[int] = ()
    families: Mapping[int, str] = field(default_factory=dict)

    @property
    def latest(self) -> int | None:
        """The round that counts; None before the first pull."""
        return max(self.checks, default=None)

    @property
    def before(self) -> int | None:
        """The round before the latest; None where that was pulled on other lines."""
        number = max((number for number in self.checks if number != self.latest), default=None)
        return number if number is not None and self._on_the_same_lines(number) else None

    def _on_the_same_lines(self, number: int) -> bool:
        return self.families.get(number) == self.families.get(self.latest or 0)

    @property
    def simulated(self) -> list[Pull]:
        """Readings that a stand-in made up, of the latest round and of those that it goes on from."""
        of = sorted(self.pulls) if self.squared.set_out.goes_on else [self.latest]
        return [pull for number in of if number is not None for pull in self.pulls[number] if pull.simulated]

    def occasion(self, number: int) -> Occasion:
        """Why a round was pulled."""
        return self.occasions.get(number, Occasion.SQUARE)

    def outcome(self) -> Outcome | None:
        """What became of the moves that the round before told."""
        if self.latest is None or self.before is None or self.before in self.accepted:
            return None
        return outcome_of(self.squared.footprint, self.checks[self.before], self.checks[self.latest])

    @property
    def _accepted(self) -> list[int]:
        """Accepted rounds on the lines of the latest."""
        return [number for number in self.accepted if number in self.checks and self._on_the_same_lines(number)]

    @property
    def last_accepted(self) -> int | None:
        """The last round that was accepted, on the lines of the latest."""
        return max(self._accepted, default=None)

    def moved(self) -> tuple[int, Since] | None:
        """Corners of the latest round against the last accepted one before it."""
        since = max((number for number in self._accepted if number != self.latest), default=None)
        if since is None or self.latest is None:
            return None
        return since, moved_since(self.squared.footprint, self.checks[since], self.checks[self.latest])


def judge(
    naming: Naming,
    pulls: Sequence[Pull],
    units: Units,
    occasions: Mapping[int, Occasion] | None = None,
    accepted: Sequence[int] = (),
) -> Rounds:
    """Judge every round among the pulls; a round is one of one family, that of its first pull."""
    by_round: dict[int, list[Pull]] = {}
    families: dict[int, str] = {}
    for pull in pulls:
        if families.setdefault(pull.round, pull.family) == pull.family:
            by_round.setdefault(pull.round, []).append(naming.in_family(pull.family).own(pull))
    checks: dict[int, SquareCheck] = {}
    before: int | None = None
    for number, of in sorted(by_round.items()):
        goes_on = before is not None and families[before] == families[number]
        checks[number] = _judged(
            naming.in_family(families[number]), of, checks[before] if before and goes_on else None, units
        )
        before = number
    squared = naming.in_family(families[max(checks)]) if checks else naming
    return Rounds(naming, squared, units, by_round, checks, occasions or {}, accepted, families)


MOST_KEPT = 8
"""Rounds of a plan that stay judged: those gone by are not judged again for every reading of the latest."""


def _judged(naming: Naming, pulls: Sequence[Pull], before: SquareCheck | None, units: Units) -> SquareCheck:
    """A round judged, once as long as its pulls and what goes into it stay the same."""
    set_out = naming.set_out
    goes_into = before if set_out.goes_on else None
    key = (tuple(pulls), units, id(goes_into))
    kept = naming.judged.get(key)
    if kept is not None:
        return kept[0]
    if goes_into is not None:
        set_out = replace(set_out, carried=carried_from(set_out, goes_into))
    check = check_square(set_out, pulls, units)
    if len(naming.judged) >= MOST_KEPT:
        naming.judged.pop(list(naming.judged)[0], None)  # noqa: RUF015 - copied at once, whatever other threads do
    naming.judged[key] = (check, goes_into)  # the round that went into it is kept, so that its id stays its own
    return check


def mixed_family(families: Mapping[int, str], entry: Reading, pointer: str = "") -> list[Problem]:
    """Why a reading cannot be of its round: the others of it were pulled on other lines."""
    own = entry.family or WALL_FACE
    theirs = families.get(entry.round)
    if theirs is None or (theirs or WALL_FACE) == own:
        return []
    message = f"Round {entry.round} is pulled on {theirs or WALL_FACE}, this reading on {own}. Begin a round for it."
    return [Problem(pointer=f"{pointer}/family", code="other-family", message=message)]
