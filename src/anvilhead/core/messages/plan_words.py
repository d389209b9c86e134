"""What is said about a plan: lines, boards, heights and room, one sentence each."""

from anvilhead.core.boards.board_height import BoardHeights, HeightRule
from anvilhead.core.boards.dig import SetbackNeed
from anvilhead.core.measure.nail_side import Runs
from anvilhead.core.messages.spoken import says_boards
from anvilhead.core.messages.words import listed
from anvilhead.core.plan.line_family import FamilyOutline
from anvilhead.core.plan.site import Clearance
from anvilhead.core.units.length_printing import print_difference, print_length, print_small
from anvilhead.core.units.units import Units


def family_notes(outline: FamilyOutline, units: Units) -> list[str]:
    """What is odd about a family, each in a sentence."""
    notes = []
    for line in outline.vanished:
        notes.append(f"Wall {line} has no {outline.family.name}: it is shorter than the offset asks for.")
    for corner, away in outline.far:
        notes.append(
            f"At {corner} its lines cross {print_length(away, units).text} from the wall corner: "
            "cut it off square where that is too far."
        )
    if outline.clash:
        one, other = outline.clash
        notes.append(f"Beside {one} and {other} it runs into itself: there is not room for both.")
    return notes


def setback_reason(need: SetbackNeed, setback_mm: float, units: Units) -> str:
    """Why a board stands as far out as it does."""
    parts = [(need.edge_mm, "to the outer edge"), (need.run_mm, "slope of the cut"), (need.working_mm, "to work")]
    said = " + ".join(f"{print_length(mm, units).text} {what}" for mm, what in parts if mm > 0)
    needed = print_length(need.needed_mm, units).text
    if setback_mm < need.needed_mm - 0.5:
        return f"{said} = {needed}: this board stands {print_length(need.needed_mm - setback_mm, units).text} too near."
    if setback_mm > need.needed_mm + 0.5:
        return f"{said} = {needed} would be enough."
    return f"{said} = {needed}."


@says_boards
def heights_advice(heights: BoardHeights, rule: HeightRule, units: Units) -> str:
    """What the ground and the stakes say about the string height."""
    short = [row for row in heights.boards if row.short_mm > 0]
    if heights.buried:
        return (
            f"At {listed(heights.buried)} the string does not clear the ground by "
            f"{print_length(rule.clear_mm, units).text}. Raise it."
        )
    if short:
        worst = max(short, key=lambda row: row.short_mm)
        amount = print_length(worst.short_mm, units).text
        return (
            f"At {worst.board} a stake of {print_length(worst.stake_mm, units).text} is needed, {amount} more than the "
            f"longest at hand. Take longer stakes, or step the boards down by {amount} or more."
        )
    longest = max(heights.boards, key=lambda row: row.stake_mm)
    steps = sorted({row.steps for row in heights.boards if row.steps})
    if steps:
        return (
            f"Boards step down by {print_length(rule.step_mm or 0.0, units).text}; write the steps on them. "
            f"Longest stake {print_length(longest.stake_mm, units).text}, at {longest.board}."
        )
    return (
        f"One height for all: the ground at {heights.highest} governs. The longest stake is "
        f"{print_length(longest.stake_mm, units).text}, at {longest.board}."
    )


@says_boards
def clash_text(board: str, meets: str, own: str, reflex: bool) -> str:
    """What a board stands on or in."""
    if meets == own:
        where = "inside the footprint, where the dig takes it" if reflex else "on this footprint's own walls"
        return f"{board} stands {where}: move it out, or carry the line on to the far side."
    if "@" in meets:
        return f"{board} and {meets} would cross: move one of them."
    return f"{board} meets {meets}: move it, or use plain stakes there."


@says_boards
def in_dig_text(board: str, line: str) -> str:
    """That a board stands in what is dug along a side."""
    return f"{board} stands in what is dug along {line}: move it out, or carry the line on to the far side."


def clearance_words(clearance: Clearance, units: Units) -> str:
    """The room to a neighbour in a sentence."""
    least = print_length(clearance.least_mm, units).text
    if clearance.allowed:
        return "overlaps on purpose" if clearance.overlaps else f"{least} at {clearance.nearest}, on purpose"
    if clearance.overlaps:
        return f"{clearance.nearest} runs into it or lies on the wrong side"
    if not clearance.is_clear:
        needed, short = (print_length(mm, units).text for mm in (clearance.needed_mm, clearance.short_mm))
        return f"{clearance.nearest} comes to {least}: {short} less than the {needed} asked for"
    asked = f", {print_length(clearance.needed_mm, units).text} asked for" if clearance.needed_mm else ""
    return f"{least} at {clearance.nearest}{asked}"


def sag_words(line: str, sag_mm: float, units: Units) -> str:
    """What a string hangs by where a height would be taken from it."""
    return (
        f"String {line} hangs about {print_length(sag_mm, units).text} at mid-span even when pulled hard: take heights "
        "at its nails, or prop it, and pull it up again after every knock."
    )


def string_text(runs: Runs, beyond_mm: float, units: Units) -> str | None:
    """Where strings run on their nails, and what that means for hammer and tape; nothing over the middle."""
    if runs is Runs.CENTRE:
        return None
    side, other = ("inner", "outside") if runs is Runs.INSIDE else ("outer", "inside")
    apart = print_small(beyond_mm, units) or print_difference(abs(beyond_mm), units)
    return (
        f"Strings run on the {side} side of every nail: drive each nail with its middle {apart} {other} its mark, "
        "so that the string lies on it. Pulls to nails are taken to their middles, and this is taken off; ties are "
        "measured from the string where it passes the nail."
    )


def found_text(start: str, end: str, found_mm: float, planned_mm: float, units: Units) -> str:
    """A distance that stands in the plan as it was found on site."""
    found, planned = (print_length(mm, units).text for mm in (found_mm, planned_mm))
    return f"{start} to {end} is {found}, as found on site; the plan said {planned}."


def as_plan_text(found_mm: float, planned_mm: float, units: Units) -> str:
    """What taking a distance as the plan would change."""
    found, planned = (print_length(mm, units).text for mm in (found_mm, planned_mm))
    return f"{found} in place of {planned}"
