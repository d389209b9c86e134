"""Methods mixed: each corner squared by a way of its own, the rest by one."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.adjust.network import lines_of
from anvilhead.core.measure.tape import PullKind
from anvilhead.core.methods.all_methods import WAYS
from anvilhead.core.methods.method import Asked, Baseline, Method, MethodStep


@dataclass(frozen=True)
class Mixed:
    """The baseline, and for every other corner the pulls that its own method makes at it.

    Attributes:
        method: of corners without one of their own.
        on: methods by corner.
    """

    method: Method
    on: Mapping[str, Method]

    @property
    def needs_two(self) -> bool:
        """Whether one of them does."""
        return any(WAYS[method].needs_two for method in self._methods)

    @property
    def crosses_tapes(self) -> bool:
        """Whether one of them does."""
        return any(WAYS[method].crosses_tapes for method in self._methods)

    @property
    def _methods(self) -> set[Method]:
        return {self.method, *self.on.values()}

    def of(self, corner: str) -> Method:
        """The method of a corner."""
        return self.on.get(corner, self.method)

    def why_not(self, base: Baseline) -> str | None:
        """What the first of them that cannot do the shape says."""
        used = dict.fromkeys(self.of(corner) for corner in base.others)
        return next((why for method in used if (why := WAYS[method].why_not(base))), None)

    def pulls(self, base: Baseline) -> list[Asked]:
        """The baseline as each method needs it, then every corner by its own; what two ask for is pulled once."""
        lines, others = lines_of(base.footprint, base.named), set(base.others)
        asked = {method: WAYS[method].pulls(base) for method in dict.fromkeys(map(self.of, base.others))}
        found = [base.first()]
        for pulls in asked.values():
            found += [one for one in pulls if not _touches(one, lines) & others]
        for corner in base.others:
            found += [one for one in asked[self.of(corner)] if corner in _touches(one, lines)]
        return list({one.pull.key: one for one in found}.values())

    def steps(self, base: Baseline) -> Sequence[MethodStep]:
        """What each method sets before the corners, such as nails for ties, then each corner by its own."""
        steps = {method: WAYS[method].steps(base) for method in dict.fromkeys(map(self.of, base.others))}
        before = [step for own in steps.values() for step in own if step.corner not in base.others]
        return before + [step for corner in base.others for step in steps[self.of(corner)] if step.corner == corner]


def _touches(one: Asked, lines: Mapping[str, tuple[str, str]]) -> set[str]:
    """Corners that a pull says something of: a triangle turns both its strings."""
    if one.kind is PullKind.TRIANGLE:
        return {*lines[one.line], *lines[one.end]}
    return {one.start, one.end}
