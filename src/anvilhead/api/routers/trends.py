"""What a crew's own rounds say of it."""

from typing import Annotated

from fastapi import APIRouter, Query

from anvilhead.api.dependencies import Db
from anvilhead.api.problems import ANSWERS
from anvilhead.core.units.units import Units
from anvilhead.service.trends import trends
from anvilhead.service.views.trend_views import TrendsView

router = APIRouter(tags=["trends"], responses={422: ANSWERS[422]})


@router.get("/trends")
def get_trends(
    database: Db,
    units: Annotated[
        Units | None, Query(description="Units of the tape that lengths are said in; those of the latest job.")
    ] = None,
) -> TrendsView:
    """Rounds, tape, slips and instruments of the latest jobs."""
    return trends(database, units)
