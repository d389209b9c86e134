"""What clients get that is worked out and not kept: lengths, walks, outlines, previews."""

from anvilhead.jobfile.documents.footprints import Step
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.results.plan_results import ClosingResult, SiteResult
from anvilhead.jobfile.results.result_parts import Place, Result
from anvilhead.jobfile.results.results import StructureResult
from anvilhead.jobfile.results.square_results import CallResult
from anvilhead.service.views.structure_views import PlanView


class LengthEcho(Result):
    """What a typed text means, or why it means nothing; one of the two."""

    read: "LengthRead | None" = None
    trouble: Problem | None = None


class LengthRead(Result):
    """A typed length as understood.

    Attributes:
        explicit: the text with its units spelled out; of a sum what it comes to, so as it would be typed.
        is_sum: whether it was one.
        difference_mm, difference_text: typed minus what it should be; null without a comparison.
        cost_text: what that difference moves the far corner; null when it is nothing, or not asked.
    """

    mm: float
    text: str
    remainder_mm: float
    explicit: str
    is_sum: bool
    difference_mm: float | None
    difference_text: str | None
    cost_text: str | None


class WalkView(Result):
    """A walk as far as it is typed: its corners, and how it closes."""

    corners: dict[str, Place]
    end: Place
    closing: ClosingResult
    closed: bool


class ShapeView(Result):
    """An outline to start a footprint from; `corners` draw it small."""

    name: str
    title: str
    steps: list[Step]
    corners: list[Place]


class OutlineRead(Result):
    """An outline of another file, in its own units."""

    layer: str
    closed: bool
    points: list[list[float]]


class OutlinesRead(Result):
    """Outlines to choose from; `unit` is what the file says (null: nothing), `skipped` what could not be read."""

    unit: str | None
    outlines: list[OutlineRead]
    skipped: list[str]


class SitePreview(Result):
    """Where a structure would stand as its plan is typed, and every placed structure of the job by its id.

    `site` is null, and `not_placed` says why, when it cannot be placed so.
    """

    site: SiteResult | None
    not_placed: str | None
    on_site: dict[str, dict[str, Place]]


class PreviewView(Result):
    """A plan worked out without keeping anything."""

    plan: PlanView
    result: StructureResult
    calls: list[CallResult]
