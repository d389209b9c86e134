"""Dangers and hold points, in words: what, why, what to do, and who decides."""

from dataclasses import dataclass

from anvilhead.core.dangers.cautions import Danger
from anvilhead.core.dangers.facts import Facts
from anvilhead.core.dangers.holds import Hold
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.units import Units


@dataclass(frozen=True, slots=True)
class Caution:
    """What is said of a danger.

    Attributes:
        what: it is; why: it matters; do: what to do; decides: whose word counts.
    """

    what: str
    why: str
    do: str
    decides: str = ""


CODE = "The local code and the inspector decide."

CAUTIONS = {
    Danger.UTILITIES: Caution(
        "Gas, power and water lie in the ground.",
        "A stake that strikes gas or power kills.",
        "Ask the utility locating service, wait for its marks, dig by hand near them.",
        "The locating service and the owners of the lines decide.",
    ),
    Danger.OVERHEAD: Caution(
        "A rod or a wet tape conducts.",
        "Touching an overhead line kills, and power jumps the last of the gap.",
        "Look up before anything is raised.",
        "The owner of the line says how far to stay.",
    ),
    Danger.EYES: Caution(
        "Driven steel and wood throw splinters.",
        "They go for the eyes of whoever swings, and of whoever holds.",
        "Eye protection and gloves; hold the stake with something longer than a hand.",
    ),
    Danger.STEEL: Caution(
        "Steel stands up: bars, pins, steel stakes.",
        "Whoever trips falls on it.",
        "A cap on every end that stands up.",
        CODE,
    ),
    Danger.STRINGS: Caution(
        "Strings hang at the height of a shin.",
        "Whoever trips falls, and the nail has moved.",
        "Flag them; slacken what is not needed.",
    ),
    Danger.LASER: Caution(
        "The laser turns at the height of an eye.",
        "Its beam hurts eyes, through a telescope more so.",
        "Set it above or below eyes; never look into it; keep to the class on its plate.",
        "The plate and the maker’s leaflet decide.",
    ),
    Danger.TRENCH_UNKNOWN: Caution(
        "Nobody said how deep is dug, or how deep this place allows without protection.",
        "A wall of earth that falls in buries, and weighs more than a car.",
        "Type both under “On site” and “Marks”; until then nobody goes into the cut.",
        "The local code, and a competent person on site every day, decide.",
    ),
    Danger.SPOIL: Caution(
        "Spoil and machines weigh on the edge of the cut.",
        "The edge breaks away.",
        "Spoil well back from the edge; a way out within reach.",
        CODE,
    ),
    Danger.MACHINE: Caution(
        "Whoever drives the machine does not see who stands behind it.",
        "It swings faster than anybody steps aside.",
        "One spotter, signs agreed; nobody within its reach; bars and lines marked before.",
    ),
    Danger.TWO_PEOPLE: Caution(
        "Posts and long form boards are heavy.",
        "A back, or a foot under it.",
        "Two people, one counts.",
    ),
    Danger.CONCRETE: Caution(
        "Wet concrete burns skin, hours later.",
        "It eats through cloth and boots, worst at knees and wrists.",
        "Gloves, boots, eye protection; wash at once. Nobody alone at a pour.",
        "The supplier’s sheet decides.",
    ),
}
"""Dangers whose words are always the same."""


def caution_for(danger: Danger, facts: Facts, units: Units) -> Caution:
    """What is said of a danger of a structure."""
    if danger is Danger.TRENCH:
        deep, limit = (print_length(mm or 0.0, units).text for mm in (facts.deepest_mm, facts.trench_limit_mm))
        return Caution(
            f"The cut is {deep} deep; this place asks for protection from {limit} on.",
            "A wall of earth that falls in buries, and weighs more than a car.",
            "Slope it, bench it or shore it before anybody goes in. Nobody in an unprotected cut.",
            "The local code, and a competent person on site every day, decide.",
        )
    if danger is Danger.OVERHEAD_NEAR:
        away = print_length(facts.overhead_mm or 0.0, units).text
        keep = print_length(facts.overhead_keep_mm, units).text
        told = f" {keep} is to be kept." if facts.overhead_keep_mm else ""
        return Caution(
            f"“{facts.overhead}” hangs {away} from the outline.{told}",
            "A raised rod, a boom or a lifted tape reaches it.",
            "Lower what is carried; a spotter who does nothing else; no boom under it. Ask for it to be switched off.",
            "The owner of the line decides.",
        )
    if danger is Danger.HOLES:
        open_ = "One hole stands" if facts.holes == 1 else f"{facts.holes} holes stand"
        return Caution(
            f"{open_} open.",
            "Somebody walks into them at dusk, a child first.",
            "Cover or fence every one of them the day it is dug.",
            CODE,
        )
    return CAUTIONS[danger]


@dataclass(frozen=True, slots=True)
class HoldWords:
    """What is asked at a hold point.

    Attributes:
        title: its name; look: what to look at, one by one; defers: whose rules it goes by.
    """

    title: str
    look: tuple[str, ...]
    defers: str


HOLDS = {
    Hold.LOCATE: HoldWords(
        "Utilities are marked",
        (
            "The ticket is open today, and covers every stake and hole.",
            "Every utility on the ticket has answered: marked, or nothing there.",
            "The marks are still to be seen, and are on the plan.",
        ),
        "The locating service’s law of this place, and the owners of the lines.",
    ),
    Hold.BOUNDARY: HoldWords(
        "The boundary is confirmed",
        (
            "The monuments were found, or set by a licensed surveyor.",
            "Nothing was measured from a fence.",
        ),
        "The licensed surveyor.",
    ),
    Hold.SETBACKS: HoldWords(
        "Permit and setbacks",
        (
            "The permit is on site, and its drawing is the plan here.",
            "The setbacks are those of the permit, to the part that stands out farthest.",
        ),
        "The building office and the permit.",
    ),
    Hold.SQUARE: HoldWords(
        "Square is accepted",
        ("The last round was pulled after the last move.", "Its worst corner is within what the job allows."),
        "The drawings, and whoever accepts by name.",
    ),
    Hold.HEIGHTS: HoldWords(
        "Heights are accepted",
        ("The book closed on its benchmark.", "Everything to be set stands within what the job allows."),
        "The drawings, and whoever accepts by name.",
    ),
    Hold.PRE_DIG: HoldWords(
        "Before the bucket goes in",
        (
            "Corners can be found again: from boards, offset stakes or ties outside the dig.",
            "The operator has the page, and knows the paint.",
            "A spotter is named, and hand digging near every mark is agreed.",
        ),
        "The locating service’s rules for digging near marks.",
    ),
    Hold.TRENCH: HoldWords(
        "The cut is safe",
        (
            "Sloped, benched or shored as the code asks for this ground and depth.",
            "Spoil is back from the edge, and there is a way out.",
            "A competent person looked at it today, and after the rain.",
        ),
        "The local code, and the competent person on site.",
    ),
    Hold.INSPECTION: HoldWords(
        "The inspector has passed it",
        ("The inspector came, and said so in writing.", "What the inspector asked for was done."),
        "The inspector.",
    ),
    Hold.PRE_POUR: HoldWords(
        "Before the pour",
        (
            "Square and heights were checked again after the forms were set.",
            "Forms are braced; ground, base and steel are as drawn, with their cover.",
            "Anchors, sleeves and pipes are in, and their places written down.",
            "The weather of the pour and of the night after is known.",
        ),
        "The engineer’s drawings, the code and the inspector.",
    ),
}
"""What is asked at every hold point."""


def seen_text(hold: Hold, seen: int) -> str:
    """That somebody looked, for the record."""
    return f"Looked at the hold point “{HOLDS[hold].title}”: {seen} of {len(HOLDS[hold].look)} ticked."


def past_text(hold: Hold, reason: str) -> str:
    """That somebody went past, for the record."""
    return f"Went past the hold point “{HOLDS[hold].title}” without it: {reason}"


def back_text(hold: Hold) -> str:
    """That a hold point stands again, for the record."""
    return f"Took back what was said at the hold point “{HOLDS[hold].title}”: it stands again."
