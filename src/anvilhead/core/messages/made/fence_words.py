"""Fences, in words."""

from collections import Counter
from collections.abc import Mapping, Sequence
from itertools import pairwise

from anvilhead.core.fence.bays import Remainder
from anvilhead.core.fence.fence import Fence, PostKind
from anvilhead.core.fence.hole_fill import HoleFill
from anvilhead.core.messages.made.counting import count_of
from anvilhead.core.units.length_printing import print_difference, print_length, print_volume, print_within
from anvilhead.core.units.tolerances import PRINTS_AS_NOTHING_MM
from anvilhead.core.units.units import INCH_MM, Units

SMALL_PLAY_MM = INCH_MM
"""Less than this round a post is told: it must then be bored true."""

_WAYS = {
    Remainder.CUT_LAST: "whole bays, the last cut",
    Remainder.SHARE: "all bays equal",
    Remainder.EQUAL_ENDS: "equal at both ends",
    Remainder.FROM_GATE: "whole bays from the gates",
}
_KINDS = {PostKind.END: "end", PostKind.CORNER: "corner", PostKind.GATE: "gate", PostKind.LINE: "line"}


def fence_text(fence: Fence, units: Units) -> str:
    """How many posts of each kind, and bays."""
    kinds = Counter(post.kind for post in fence.posts)
    told = ", ".join(f"{kinds[kind]} {name}" for kind, name in _KINDS.items() if kinds[kind])
    gates = sum(bay.is_gate for bay in fence.bays)
    bays = len(fence.bays) - gates
    length = print_length(fence.posts[-1].station_mm, units).text
    return f"{len(fence.posts)} posts ({told}) on {length}: {count_of(bays, 'bay')}{_gates(gates)}."


def _gates(number: int) -> str:
    return f" and {count_of(number, 'gate')}" if number else ""


def counted_posts(fence: Fence, units: Units) -> list[str]:
    """How its posts and bays come about, stretch by stretch between posts that are given."""
    given = [n for n, post in enumerate(fence.posts) if post.kind is not PostKind.LINE]
    told = []
    for start, end in pairwise(given):
        length = print_length(fence.posts[end].station_mm - fence.posts[start].station_mm, units).text
        between = end - start - 1
        if fence.bays[start].is_gate:
            told.append(f"Post {start + 1} to {end + 1}: a gate, no post between")
        else:
            told.append(
                f"Post {start + 1} to {end + 1}: {length} in {count_of(between + 1, 'bay')}, "
                f"{count_of(between, 'post')} between"
            )
    total = len(fence.posts)
    return [*told, f"In all {count_of(total, 'post')}: one more than {count_of(total - 1, 'space')}"]


def choice_text(rule: Remainder, posts: int, widths_mm: Sequence[float], units: Units) -> str:
    """A way of dealing with the remainder, with the widths of its bays."""
    widths = Counter(print_length(mm, units).text for mm in widths_mm)
    told = ", ".join(f"{number} × {text}" for text, number in widths.most_common(MOST_WIDTHS))
    more = "" if len(widths) <= MOST_WIDTHS else " and others"
    return f"{_WAYS[rule][:1].upper()}{_WAYS[rule][1:]}: {posts} posts; {told}{more}."


MOST_WIDTHS = 4
"""Widths of bays that are told one by one."""


def play_trouble(play_mm: float, units: Units) -> str:
    """A hole that leaves a post little room."""
    return f"Only {print_difference(play_mm, units)} of play round each post: bore a wider hole, or very true."


def near_trouble(one: str, other: str, by_mm: float, *, hole: bool, units: Units) -> str:
    """Two posts, or their holes, in one another."""
    what = f"The holes of {one} and {other} run" if hole else f"{one} and {other} stand"
    return f"{what} into one another by {print_difference(by_mm, units)}: move one, or take another bay."


def short_trouble(short: Mapping[str, float], units: Units) -> str:
    """Posts at hand that are too short, with what would cure them."""
    told = _named(list(short))
    worst = print_difference(max(short.values()), units)
    return (
        f"Too short at {told}, by {worst} at the most: longer posts, tops lower by that, or a step of the tops there; "
        "what the code asks for in the ground stays."
    )


def _named(names: Sequence[str]) -> str:
    return ", ".join(names[:MOST_NAMED]) + (f" and {len(names) - MOST_NAMED} more" if len(names) > MOST_NAMED else "")


MOST_NAMED = 6
"""Posts that are named one by one."""


def given_on_obstacle(post: str, kind: PostKind, obstacle: str) -> str:
    """A hole of an end, a corner or a gate on something in the ground: only what gives it its place moves it."""
    what = "the gate" if kind is PostKind.GATE else "the run"
    return f"{post} falls on {obstacle}: move {what}. Locate it by hand before any hole is bored."


def obstacle_trouble(post: str, obstacle: str, shift_mm: float | None, units: Units) -> str:
    """A hole that falls on something in the ground, and the least shift that frees it; above zero on along the run."""
    if shift_mm is None:
        return f"{post} falls on {obstacle}, and no shift within a bay frees it: take another bay, or another line."
    way = "on along the run" if shift_mm > 0 else "back along the run"
    amount = print_within(shift_mm, units)
    return f"{post} falls on {obstacle}: {amount} {way} frees it. Locate it by hand before any hole is bored."


def low_trouble(posts: Sequence[str]) -> str:
    """Posts whose tops lie in the ground."""
    return f"The ground stands over the top at {_named(posts)}: raise the tops, or take the ground down."


def heights_text(tops: Sequence[float | None], grounds: Sequence[float], posts: int, units: Units) -> str:
    """How a fence goes with the ground; `grounds`: at the posts where it is known."""
    fall = print_difference(max(grounds) - min(grounds), units)
    seen = f"The ground is known at {len(grounds)} of {count_of(posts, 'post')}" if len(grounds) < posts else ""
    known = [top for top in tops if top is not None]
    lie = f"The ground falls {fall} along it"
    if known:
        apart = max(known) - min(known)
        level = apart < PRINTS_AS_NOTHING_MM
        lie += ", the tops lie level" if level else f", the tops {print_difference(apart, units)}"
    return ". ".join(one for one in (seen, lie) if one) + "."


def fill_text(fill: HoleFill, holes: int, bags: int | None, *, concrete: bool, units: Units) -> str:
    """What goes into the holes, all of them."""
    round_post = print_volume(fill.round_post_mm3, units)
    told = [f"{count_of(holes, 'hole')}: {print_volume(fill.spoil_mm3, units)} come out"]
    if fill.gravel_mm3 > PRINTS_AS_NOTHING_MM:
        told.append(f"{print_volume(fill.gravel_mm3, units)} of gravel")
    if concrete:
        told.append(f"{round_post} of concrete" + (f", {count_of(bags, 'bag')}" if bags else ""))
    else:
        told.append(f"{round_post} of earth tamped back")
    return "; ".join(told) + "."


def pads_text(count: int, thick_mm: float | None, units: Units) -> list[str]:
    """Pads under posts, as they go on a truck list."""
    return [] if thick_mm is None else [f"{count} × base pad {print_length(thick_mm, units).text} thick"]


def cross_text(arm_mm: float, units: Units) -> str:
    """How aim crosses are laid, and how the centre is found after the auger."""
    arm = print_length(arm_mm, units).text
    return (
        f"Aim cross over every centre: four pegs {arm} from it, two along the run and two square to it. "
        "After the auger, strings from peg to peg cross over the centre again."
    )


def rails_text(stepped: bool, steps_mm: Sequence[float], clear_mm: float | None, units: Units) -> str:
    """How rails follow the tops."""
    worst = max((abs(mm) for mm in steps_mm), default=0.0)
    if worst < PRINTS_AS_NOTHING_MM:
        told = "Rails lie level: the same down from every top"
    elif stepped:
        told = f"Rails lie level in each bay, and step by up to {print_difference(worst, units)} at a post"
    else:
        told = f"Rails run with the tops, up to {print_difference(worst, units)} of fall in a bay"
    if clear_mm is not None:
        told += f"; the lowest is {print_difference(clear_mm, units)} over the ground where it comes nearest"
        if clear_mm < 0:
            told += ": it runs into the ground, so lift it or dig"
    return told + "."


def posts_text(lengths: Sequence[float], units: Units) -> list[str]:
    """Posts by their lengths, as they go on a truck list."""
    printed = Counter(print_length(mm, units).text for mm in sorted(lengths, reverse=True))
    return [f"{number} × post {text}" for text, number in printed.items()]
