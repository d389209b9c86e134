"""Stakes and marks that stay, in words."""

import math
from collections.abc import Mapping, Sequence

from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.made.counting import count_of
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.stakes.hubs import Verdict
from anvilhead.core.stakes.media import FLAG_DAYS, Lasts, Marked, Medium, renewals
from anvilhead.core.stakes.register import Doing
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.units import Units

_MEDIA = {
    Medium.PAINT: "paint",
    Medium.WHISKER: "a whisker on a nail, flush with the ground",
    Medium.NAIL: "a nail with a washer, or a drilled dot",
    Medium.LATH: "a stake with its lath",
}
_MARKED = {Marked.EDGE: "Edges of footings and slabs", Marked.POINT: "Post centres and pads", Marked.STAKE: "Stakes"}
_DOING = {
    Doing.SET: "set",
    Doing.CHECKED: "checked",
    Doing.LOST: "lost",
    Doing.SET_AGAIN: "set again",
    Doing.PULLED: "pulled",
    Doing.MADE: "made",
    Doing.NOT_DONE: "not done",
}


def offset_line_text(along: str, distance_mm: float, outside: str, points: int, units: Units) -> str:
    """A line that stays beside a side."""
    off = print_length(abs(distance_mm), units).text
    return f"{off} {outside} {along}, on stakes of its own: {count_of(points, 'point')} found from it."


def finish_text(element: str, height: str | None, on_line: bool) -> str:
    """What a lath comes to."""
    told = [f"{element} at {height}"] if height is not None else []
    told += ["its line marked on the plan"] if on_line else []
    nothing = "The lath says neither a height nor a line: type its cut or fill, or its ring"
    return (", ".join(told) or nothing) + "."


def hubs_text(element: str, of: str, verdict: Verdict, units: Units) -> str:
    """Marks of one thing held against each other."""
    what = f"{element}, {of}"
    if verdict.undecided:
        names = " and ".join(verdict.undecided)
        return f"{what}: {names} do not agree, and nothing here says which is right. Check one against a monument."
    if not verdict.odd:
        return f"{what}: all agree."
    odd = ", ".join(f"{name} by {print_difference(abs(mm), units)}" for name, mm in verdict.odd)
    return f"{what}: odd is {odd}. Do not build from it until whoever set it has looked."


def board_hit(board: str, obstacle: str, setback_mm: float | None, units: Units) -> str:
    """A board whose stakes fall on something in the ground."""
    told = f"{spoken(board)}: a stake falls on {obstacle}"
    if setback_mm is None:
        return f"{told}, and no setback near its own misses everything: take another style of board there."
    return (
        f"{told}; {print_length(setback_mm, units).text} out misses it. Locate it by hand before any stake is driven."
    )


def mark_hit(name: str, obstacle: str) -> str:
    """A stake or a place that falls on something in the ground."""
    return f"{name} falls on {obstacle}: move it, or drive nothing there."


def dig_hit(what: str, obstacle: str) -> str:
    """A trench or a pad whose ground holds something."""
    return f"{what} comes on {obstacle}: open it by hand there, no machine, as the law and its owner ask."


def tape_hit(start: str, end: str, obstacle: str) -> str:
    """A pull that cannot be straight."""
    return f"{start}–{end} runs into {obstacle}: no straight pull there. Pull another pair, or lines beside it."


def plates_text(
    shift: Point, turn_mm: float, worst_mm: float, deepest_mm: float, over: Sequence[str], units: Units
) -> str:
    """Plates laid over old concrete."""
    along, left = print_difference(abs(shift.x), units), print_difference(abs(shift.y), units)
    told = (
        f"Lay the plates {along} {'on' if shift.x >= 0 else 'back'} along the first side and {left} to its "
        f"{'left' if shift.y >= 0 else 'right'}, turned by {print_difference(turn_mm, units)} over the longest side"
    )
    bare = f"concrete stands out by {print_difference(max(deepest_mm, 0.0), units)} at the most"
    if worst_mm > 0:
        told += f": they hang over by {print_difference(worst_mm, units)} at the worst, {bare}."
    else:
        told += f": none hangs over, {bare}."
    if over:
        told += f" Too far over at {', '.join(over[:6])}: no shift or turn does better. Ask who answers for it."
    return told


def unread_text(sides: Sequence[str]) -> str:
    """Sides that say too little of how the plates lie along them."""
    return f" {', '.join(sides)}: not read at both ends, so nothing is known of the plates there." if sides else ""


def no_plates_text(inset_mm: float, units: Units) -> str:
    """No shift or turn keeps the insets that are allowed."""
    most = print_difference(inset_mm, units)
    return f"The concrete is too wide or too crooked: nowhere do all plates lie within {most} of its edge."


def marking_text(marked: Marked, lasts: Lasts, days: int) -> str:
    """What a mark is made with, and when anew."""
    again = renewals(days, lasts.days)
    told = f"{_MARKED[marked]}: {_MEDIA[lasts.medium]}"
    if marked is Marked.POINT and lasts.medium is Medium.WHISKER:
        told += f", and a flag beside it where a machine must see it (anew after {FLAG_DAYS} days)"
    if again == 0:
        return f"{told}. Lasts the {days} days, unless rain or traffic take it."
    times = count_of(again, "time")
    return f"{told}. Make it anew after every {lasts.days} days, {times} in {days}; sooner after rain."


def doing_text(doing: Doing) -> str:
    """What was done, as it is said."""
    return _DOING[doing]


def recheck_text(what: str, doing: Doing, moved_mm: float, units: Units) -> str:
    """A mark that the plan has left behind."""
    if moved_mm == math.inf:
        return f"{what} was {_DOING[doing]}, and the plan has other pieces for it now: check it again."
    moved = print_difference(moved_mm, units)
    return f"{what} was {_DOING[doing]}, and the plan has moved by {moved} since: check it again."


def gone_text(what: str, doing: Doing) -> str:
    """Something that was done to what the plan does not have any more."""
    return f"{what} was {_DOING[doing]}, and is not in the plan any more: pull it, or put it back into the plan."


def register_text(counts: Mapping[str, int], total: int, rechecks: int) -> str:
    """How the register stands."""
    told = ", ".join(f"{number} {word}" for word, number in counts.items())
    again = f" {rechecks} to be checked again." if rechecks else ""
    return f"{count_of(total, 'mark')}: {told}.{again}" if total else "Nothing is marked here yet."


def legend_refers(line: str | None, corner: str | None, station: str | None, of: str) -> str:
    """What a stake refers to."""
    if corner is not None:
        return f"corner {corner} of {of}"
    return f"{of} {line}" + (f", {station} from its start" if station else "")


def legend_plain(name: str, ring: str | None, refers: str, grade: Sequence[str]) -> str:
    """All of a legend in one line."""
    return "; ".join([name, *([f"offset {ring}"] if ring else []), refers, *grade])
