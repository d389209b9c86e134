"""What is said about heights to be decided: finishes and runs that fall."""

import math
from collections.abc import Iterator, Sequence

from anvilhead.core.boards.board_height import StringRange
from anvilhead.core.ground.falling_run import FallingRun, FallThere, RunStation
from anvilhead.core.ground.finish_choice import FinishCandidate, FinishRule
from anvilhead.core.ground.post import BrokenPost, TopRange
from anvilhead.core.ground.profile import Profile
from anvilhead.core.ground.stud import BEND_MM, Stud
from anvilhead.core.messages.level_words import slope_text
from anvilhead.core.messages.spoken import says_boards
from anvilhead.core.messages.words import listed
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import Units

RULE_NAMES = {
    FinishRule.MEAN_BASE: "Mean of the base",
    FinishRule.HIGHEST_BASE: "Highest place of the base",
    FinishRule.HIGHEST_GROUND: "Highest ground",
    FinishRule.FORM_TOPS: "Form tops as they lie",
    FinishRule.EDGE: "What is there already",
    FinishRule.TYPED: "A number brought along",
}
STEEPER_THERE = 0.05
"""The ground falls as planned when it does to this share of the fall."""


@says_boards
def first_board_text(name: str, string_mm: float, found: StringRange, of: tuple[int, int], units: Units) -> str:
    """Whether the board that was set first, and that everything goes by, stands at a height that does for the rest.

    Args:
        name: where it stands.
        string_mm: its height, millimetres.
        found: what does for the boards whose ground is known.
        of: how many boards that are, and how many there are.
        units: to print in.
    """
    known, every = of
    boards = f"all {every} boards" if known == every else f"the {known} of {every} boards whose ground is known"
    least = print_length(found.least_mm, units).text
    if found.is_empty:
        short = print_difference(found.least_mm - found.most_mm, units)
        return (
            f"No one height does for {boards}: over the ground at {found.highest} stakes are {short} too short at "
            f"{found.lowest}. Step the lines down, or cut longer stakes."
        )
    between = least + " or higher"
    if math.isfinite(found.most_mm):
        between = f"from {least} to {print_length(found.most_mm, units).text}"
    off = found.off_mm(string_mm)
    if abs(off) <= NOTHING_MM:
        return f"The first board, {name}, does for {boards}: strings work {between}."
    amount = print_difference(abs(off), units)
    if off > 0:
        why = f"the ground at {found.highest} is too high for it"
        return f"The first board, {name}, stands {amount} too low: {why}. For {boards} strings work {between}."
    why = f"at {found.lowest} no stake at hand is long enough"
    return f"The first board, {name}, stands {amount} too high: {why}. For {boards} strings work {between}."


def candidate_text(found: FinishCandidate, least_mm: float, units: Units) -> str:
    """What a height makes of the slab."""
    if found.least_mm is None or found.most_mm is None:
        return "By the planned thickness: the base was not shot."
    if found.is_buried:
        return f"The base stands {print_difference(-found.least_mm, units)} above it at the most: no slab fits there."
    between = f"{print_difference(found.least_mm, units)} to {print_difference(found.most_mm, units)} thick"
    if found.least_mm >= least_mm - NOTHING_MM:
        return f"{between}: nowhere too thin."
    thin = f", too thin at {listed(found.thin)}" if found.thin else ", too thin between the shots"
    return f"{between}{thin}: take the base down {print_difference(least_mm - found.least_mm, units)} there."


def above_strings(by_mm: float, units: Units) -> str:
    """That a finish lies above the strings that are to hang over it."""
    return f"It lies {print_difference(by_mm, units)} above the strings: they must go up first."


def stakes_short(boards: Sequence[str], by_mm: float, units: Units) -> str:
    """That strings at a height ask for longer stakes than there are."""
    return f"Strings that high want stakes {print_difference(by_mm, units)} longer at {listed(boards)}."


def posts_short(points: Sequence[str], by_mm: float, units: Units) -> str:
    """That posts with their tops at a height stand too shallow."""
    return f"Posts that high stand {print_difference(by_mm, units)} too shallow at {listed(points)}."


def adopted_text(drift_mm: float | None, set_again: Sequence[str], tolerance_mm: float, units: Units) -> str:
    """What became of a finish that was taken."""
    again = f" Set again: {listed(set_again)}." if set_again else ""
    if drift_mm is None or abs(drift_mm) <= tolerance_mm + NOTHING_MM:
        return f"Taken; what was shot since agrees.{again}" if drift_mm is not None else f"Taken.{again}"
    way = "higher" if drift_mm > 0 else "lower"
    return (
        f"Taken; by what was shot since, its rule would now give {print_difference(abs(drift_mm), units)} {way}. "
        f"It stays until another is taken.{again}"
    )


NOTHING_TO_CHOOSE = "Shoot the base, or the ground, at a grid; or type a number."


def run_troubles(
    run: FallingRun, stations: Sequence[RunStation], there: FallThere, stakes_mm: float | None, units: Units
) -> list[str]:
    """What does not work on a run, one sentence each; `stakes_mm`: the longest stake at hand."""
    found = []
    if there.most is not None and there.most < run.fall - NOTHING_MM / max(run.length_mm, 1.0):
        most = f"{slope_text(there.most, units)} at the most" if there.most > 0 else "none at all"
        found.append(f"The outlet allows {most}; {slope_text(run.fall, units)} is wanted.")
    short = [one for one in stations if one.short_mm]
    if short:
        worst = max(short, key=lambda one: one.short_mm or 0.0)
        first, last = short[0].along_mm, short[-1].along_mm
        where = f"at {print_length(first, units).text}"
        if last > first:
            where = f"from {print_length(first, units).text} to {print_length(last, units).text}"
        amount = print_difference(worst.short_mm or 0.0, units)
        found.append(f"The cover is {amount} short at the worst, {where} along.")
    if any(one.cut_mm is not None and one.cut_mm < -NOTHING_MM for one in stations):
        found.append("It comes out of the ground.")
    return [*found, *_stake_troubles(run, stations, stakes_mm, units)]


def _stake_troubles(
    run: FallingRun, stations: Sequence[RunStation], stakes_mm: float | None, units: Units
) -> Iterator[str]:
    """Where the string of a run lies in the ground, and where the stakes at hand do not carry it."""
    known = [one for one in stations if one.stake_mm is not None]
    low = [one for one in known if (one.stake_mm or 0.0) < run.embed_mm - NOTHING_MM]
    if low:
        yield f"The ground stands through its string at {_alongs(low, units)} along: hang the string higher."
    short = [one for one in known if stakes_mm is not None and (one.stake_mm or 0.0) > stakes_mm + NOTHING_MM]
    if short and stakes_mm is not None:
        longest = max(one.stake_mm or 0.0 for one in short)
        yield (
            f"Stakes of {print_length(stakes_mm, units).text} do not carry its string at {_alongs(short, units)} "
            f"along: {print_length(longest, units).text} is needed at the most, or a string "
            f"{print_difference(longest - stakes_mm, units)} lower."
        )


def _alongs(stations: Sequence[RunStation], units: Units) -> str:
    return ", ".join(print_length(one.along_mm, units).text for one in stations)


def run_text(run: FallingRun, stations: Sequence[RunStation], there: FallThere, units: Units) -> str:
    """A run in a sentence: how deep it goes, and how the ground falls beside it."""
    cuts = [(one.cut_mm, one.along_mm) for one in stations if one.cut_mm is not None]
    if not cuts:
        return "The ground was not shot along it: shoot it at both ends and between."
    deepest, at = max(cuts)
    said = f"Deepest at {print_length(at, units).text} along: {print_difference(deepest, units)}."
    if there.ground is None:
        return said
    if abs(there.ground - run.fall) <= STEEPER_THERE * abs(run.fall):
        return f"{said} The ground falls as it does."
    if there.ground <= 0:
        return f"{said} The ground does not fall that way."
    more = "more" if there.ground > run.fall else "less"
    return f"{said} The ground falls {slope_text(there.ground, units)}, {more} than the run."


def string_text(through: Sequence[tuple[str, float]], least_mm: float | None, units: Units) -> str:
    """Whether the ground leaves a string free.

    Args:
        through: where it stands through the string, and by how much.
        least_mm: the least reveal; None where the ground was not shot.
        units: to print in.
    """
    if least_mm is None:
        return "The ground under it was not shot."
    if not through:
        return f"It clears the ground by {print_difference(least_mm, units)} at the least."
    where, most = max(through, key=lambda one: one[1])
    return f"The ground stands {print_difference(most, units)} through it at {where}: dig it down there, or raise it."


def top_range_text(found: TopRange, units: Units) -> str:
    """Where one top can lie for all posts, or that none does."""
    low, high = (print_length(mm, units).text for mm in (found.lowest_mm, found.highest_mm))
    if found.fits:
        return f"One top does for all from {low} ({found.lowest_at} asks for it) to {high} ({found.highest_at})."
    apart = print_difference(found.lowest_mm - found.highest_mm, units)
    return (
        f"No one top does for all: {found.lowest_at} wants {low} or more, {found.highest_at} {high} or less; they are "
        f"{apart} apart. Take longer posts, bring the ground nearer, or let the tops follow it."
    )


def cut_post_text(cut_mm: float, trim_mm: float, units: Units) -> str:
    """A post from its seat to the string."""
    cut = print_length(cut_mm, units).text
    if trim_mm <= 0:
        return f"Cut {cut}"
    saw = print_length(cut_mm + trim_mm, units).text
    return f"Saw {saw}; mark {cut} up from its foot, and trim to the string once it stands"


def post_cuts_text(posts: int, lengths: int, waiting: int, factory_end: bool) -> str:
    """Posts cut from stock."""
    if not posts:
        return f"{waiting} wait for their seats to be shot."
    told = f"{posts} posts from {lengths} lengths"
    if factory_end:
        told += ": the factory end goes down on the seat, so no length gives more than two"
    return told + (f". {waiting} more wait for their seats to be shot." if waiting else ".")


def broken_post_text(one: BrokenPost, units: Units) -> str:
    """What is wrong with a post, and its cures."""
    if one.deep_mm:
        short, longer = print_difference(one.deep_mm, units), print_length(one.longer_mm, units).text
        return (
            f"{short} too shallow: take a post of {longer} or more, or fill round it as far as the local rule lets you."
        )
    return f"{print_difference(one.low_mm, units)} short of its clearance: take the ground down there, or all tops up."


def bank_text(line: str, begin: str, found: Profile, units: Units) -> str:
    """Where a bank stands above the edge of a pad, and how high."""
    highest = max(found.humps, key=lambda hump: hump.most_mm)
    start, end = (print_length(mm, units).text for mm in (found.humps[0].start_mm, found.humps[-1].end_mm))
    return f"{line} up to {print_difference(highest.most_mm, units)}, {start} to {end} from {begin}"


def profile_text(found: Profile, begin: str, wanted_mm: float, units: Units) -> str:
    """What comes nearest to a string, or to the tops of forms, and where it stands through."""
    at = print_length(found.least_at_mm, units).text
    if found.humps:
        most = max(found.humps, key=lambda hump: hump.most_mm)
        start, end = (print_length(mm, units).text for mm in (most.start_mm, most.end_mm))
        return (
            f"The ground stands {print_difference(most.most_mm, units)} through it, {start} to {end} from {begin}: "
            "take it down there, or all of it up."
        )
    least = print_difference(found.least_mm, units)
    if found.least_mm < wanted_mm - NOTHING_MM:
        return f"Only {least} clear at {at} from {begin}, where {print_difference(wanted_mm, units)} is wanted."
    return f"{least} clear at the least, {at} from {begin}."


def clearance_text(least_mm: float, seen: float, wanted_mm: float, units: Units) -> str:
    """How far something stands clear of the ground everywhere under it; `seen`: share of that ground that was shot."""
    if least_mm < -NOTHING_MM:
        told = f"The ground inside the outline stands {print_difference(-least_mm, units)} over it"
    else:
        told = f"{print_difference(least_mm, units)} over the highest ground inside the outline"
    if least_mm < wanted_mm - NOTHING_MM:
        lacking = print_difference(wanted_mm - least_mm, units)
        told += f", where {print_difference(wanted_mm, units)} is wanted: take {lacking} off there, or go up by it"
    unseen = "" if seen > MOSTLY_SEEN else f" Only {seen:.0%} of that ground lies between shots."
    return f"{told}.{unseen}"


MOSTLY_SEEN = 0.995
"""Less of the ground between shots is told."""


def studs_text(each: Sequence[Stud], too_long_mm: Sequence[float], begin: str, units: Units) -> str:
    """What is odd about studs that were read one by one."""
    if not each:
        return ""
    found = [f"{len(each)} studs, counted from {begin}."]
    none = [str(stud.number) for stud in each if stud.length_mm <= 0]
    if none:
        found.append(f"No room for {listed(none)}: the plates fill it.")
    bent = [str(stud.number) for stud in each if stud.bends]
    if bent:
        limit = print_difference(BEND_MM, units)
        found.append(f"{listed(bent)} differ over {limit} from a neighbour: the plate would bend. Read them again.")
    if too_long_mm:
        found.append(f"No stock is long enough for {print_length(max(too_long_mm), units).text}.")
    return " ".join(found)
