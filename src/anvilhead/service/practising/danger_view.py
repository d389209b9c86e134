"""What a look round a practice yard shows, as clients get it: nothing before somebody looked, or it is over."""

from anvilhead.core.messages.practised import danger_words as say
from anvilhead.core.practice.dangers_there import KEEP_MM, ZONE_MM
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
        text = say.overhead_text(there, places, units)
        start, end = place(there.overhead.start), place(there.overhead.end)
        seen.append(DangerSeen(kind="overhead", start=start, end=end, keep_mm=KEEP_MM, text=text))
    if there.paint:
        text = say.paint_text(there, places, units)
        start, end = place(there.paint.start), place(there.paint.end)
        seen.append(DangerSeen(kind="paint", start=start, end=end, keep_mm=ZONE_MM, text=text))
    return LookRound(looked=yard.looked, dangers=seen, text="" if seen else say.NOTHING_TEXT)
