"""What a look round a practice yard shows, as clients get it: nothing before somebody looked, or it is over."""

from typing import Literal

from anvilhead.core.messages.practised import danger_words as say
from anvilhead.core.practice.dangers_there import KEEP_MM, ZONE_MM, Buried, Course
from anvilhead.core.practice.level_yard import LevelYard
from anvilhead.core.practice.practice_yard import PracticeYard
from anvilhead.core.units.units import Units
from anvilhead.jobfile.written.writing import place
from anvilhead.service.views.practice_views import DangerSeen, LookRound


def look_round(yard: PracticeYard | LevelYard, units: Units) -> LookRound | None:
    """What a look round shows; None in a yard without anything to look for."""
    there = yard.there
    if there is None:
        return None
    if not (yard.looked or yard.accepted):
        return LookRound(looked=False, dangers=[], text="")
    places = yard.task.places if isinstance(yard, LevelYard) else yard.nails
    seen = []
    if there.overhead:
        seen.append(_seen("overhead", there.overhead, KEEP_MM, say.overhead_text(there, places, units)))
    if there.paint:
        seen.append(_seen("paint", there.paint, ZONE_MM, say.paint_text(there, places, units), there.buried))
    return LookRound(looked=yard.looked, dangers=seen, text="" if seen else say.NOTHING_TEXT)


def _seen(
    kind: Literal["overhead", "paint"], course: Course, keep_mm: float, text: str, buried: Buried | None = None
) -> DangerSeen:
    start, end = place(course.start), place(course.end)
    return DangerSeen(kind=kind, buried=buried, start=start, end=end, keep_mm=keep_mm, text=text)
