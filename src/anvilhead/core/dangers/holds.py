"""Hold points: where a crew is stopped until somebody looked, by name, or goes past by name and reason."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum

from anvilhead.core.dangers.facts import Facts


class Hold(StrEnum):
    """The hold points, in the order of the work."""

    LOCATE = "locate"
    BOUNDARY = "boundary"
    SETBACKS = "setbacks"
    SQUARE = "square"
    HEIGHTS = "heights"
    PRE_DIG = "pre-dig"
    TRENCH = "trench"
    INSPECTION = "inspection"
    PRE_POUR = "pre-pour"


class HoldDoing(StrEnum):
    """What somebody did at a hold point."""

    SEEN = "seen"
    PAST = "past"
    BACK = "back"


class HoldState(StrEnum):
    """Where a hold point stands; lapsed: looked at once, and no longer good."""

    OPEN = "open"
    SEEN = "seen"
    PAST = "past"
    LAPSED = "lapsed"


BEFORE_STAKES = (Hold.LOCATE, Hold.BOUNDARY, Hold.SETBACKS)
BEFORE_DIGGING = (Hold.LOCATE, Hold.SQUARE, Hold.HEIGHTS, Hold.PRE_DIG, Hold.TRENCH)
BEFORE_POUR = (Hold.INSPECTION, Hold.PRE_POUR)


SERVE_ALL = frozenset({Hold.LOCATE, Hold.BOUNDARY})
"""A look at these serves every structure of a site: one ticket, one surveyor."""

BY_ACCEPTING = frozenset({Hold.SQUARE, Hold.HEIGHTS})
"""These are answered by accepting what was measured."""


def holds_for(facts: Facts) -> list[Hold]:
    """The hold points a structure has, in the order of the work.

    The cut is a point of its own also where nobody said how deep it is or what the place allows.
    """
    has = {
        Hold.LOCATE: facts.stakes or facts.digs,
        Hold.BOUNDARY: True,
        Hold.SETBACKS: True,
        Hold.SQUARE: True,
        Hold.HEIGHTS: facts.by_heights,
        Hold.PRE_DIG: facts.digs,
        Hold.TRENCH: facts.needs_protection is not False,
        Hold.INSPECTION: facts.inspected or facts.pours,
        Hold.PRE_POUR: facts.pours,
    }
    return [hold for hold in Hold if has[hold]]


@dataclass(frozen=True, slots=True)
class HoldEntry:
    """Something somebody did at a hold point.

    Attributes:
        hold, doing: what, and at which.
        who, at: by whom and when.
        note: the reason of whoever went past.
    """

    hold: Hold
    doing: HoldDoing
    who: str
    at: datetime
    note: str = ""


@dataclass(frozen=True, slots=True)
class Standing:
    """Where a hold point stands; `by`: what counts, None while nothing was done."""

    hold: Hold
    state: HoldState
    by: HoldEntry | None = None


def standing(holds: Sequence[Hold], entries: Iterable[HoldEntry], lapsed: Iterable[Hold] = ()) -> list[Standing]:
    """Where every hold point of a structure stands: the latest that was done at it counts.

    Args:
        holds: that it has.
        entries: what was done, oldest first.
        lapsed: those whose ground has gone since they were looked at: a ticket that has run out.
    """
    latest = {entry.hold: entry for entry in entries}
    gone = set(lapsed)
    found = []
    for hold in holds:
        entry = latest.get(hold)
        if entry is None or entry.doing is HoldDoing.BACK:
            found.append(Standing(hold, HoldState.OPEN))
        elif entry.doing is HoldDoing.PAST:
            found.append(Standing(hold, HoldState.PAST, entry))
        else:
            found.append(Standing(hold, HoldState.LAPSED if hold in gone else HoldState.SEEN, entry))
    return found


def stopping(stands: Iterable[Standing], before: Sequence[Hold]) -> list[Hold]:
    """Hold points that stop what they stand before."""
    return [one.hold for one in stands if one.hold in before and one.state in (HoldState.OPEN, HoldState.LAPSED)]
