"""Results of what is dangerous, and of the points a crew is stopped at."""

from datetime import datetime

from anvilhead.core.dangers.cautions import Danger, WorkStep
from anvilhead.core.dangers.holds import Hold, HoldState
from anvilhead.jobfile.results.result_parts import Result


class CautionResult(Result):
    """A danger that the facts of a structure bring: at which steps, what, why, what to do, and who decides."""

    danger: Danger
    steps: list[WorkStep]
    what: str
    why: str
    do: str
    decides: str


class HoldPointResult(Result):
    """A hold point of a structure.

    Attributes:
        look: what to look at; defers: whose rules it goes by.
        stops: what waits for it: stakes, digging, the pour.
        who, at, note: of what was done at it last; null while nothing was.
        told: what else is known of it: a ticket's days, an acceptance.
        whole_job: whether that was said for every structure; serves_all: whether one look may serve them all.
        by_accepting: it is answered by accepting, at its own stage.
    """

    hold: Hold
    title: str
    state: HoldState
    look: list[str]
    defers: str
    stops: list[str]
    who: str | None
    at: datetime | None
    note: str
    told: list[str]
    whole_job: bool
    serves_all: bool
    by_accepting: bool


class DangersResult(Result):
    """What is dangerous about a structure, and where its crew is stopped."""

    cautions: list[CautionResult]
    holds: list[HoldPointResult]
