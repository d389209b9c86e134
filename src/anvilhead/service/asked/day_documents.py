"""Changes of a job's days, as they are asked for."""

from anvilhead.jobfile.documents.days import DaysPlan
from anvilhead.jobfile.lengths import Strict
from anvilhead.service.asked.documents import Revision


class DaysTried(Strict):
    """Days to try, kept nowhere."""

    days: DaysPlan


class DaysChange(DaysTried):
    """Whole days to replace revision `base_revision`; 0 when there were none."""

    base_revision: Revision
