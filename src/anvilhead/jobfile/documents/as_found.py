"""Distances of a plan that were taken as they were found on site, as a document."""

from pydantic import Field

from anvilhead.jobfile.documents.hold_plan import PointName
from anvilhead.jobfile.lengths import PositiveLength, Strict


class AsFound(Strict):
    """A distance that stands in the plan as it was found; it counts only while the plan still says so.

    Attributes:
        start, end: from a corner to a corner, or to a line, as the pull that found it ran.
        found: what was found; planned: what the plan said before.
    """

    start: PointName = Field(alias="from")
    end: PointName = Field(alias="to")
    found: PositiveLength
    planned: PositiveLength
