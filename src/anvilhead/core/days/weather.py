"""What each kind of weather stops, to begin with; a crew stops more or less as it sees the sky."""

from collections.abc import Mapping
from enum import StrEnum

from anvilhead.core.days.rates import Work


class Weather(StrEnum):
    """Kinds of weather that stop work."""

    RAIN = "rain"
    FROST = "frost"
    WIND = "wind"
    HEAT = "heat"
    OTHER = "other"


STOPS: Mapping[Weather, tuple[Work, ...]] = {
    Weather.RAIN: (Work.DIG, Work.HOLES, Work.POUR),
    Weather.FROST: (Work.BASE, Work.POSTS, Work.POUR),
    Weather.WIND: (Work.SQUARE,),
    Weather.HEAT: (Work.POUR,),
    Weather.OTHER: (),
}
"""Rain fills what is dug and spoils a surface, concrete and frozen ground do not set, wind bellies strings and tapes.

Nothing named is all of it: what is none of these stops all work.
"""
