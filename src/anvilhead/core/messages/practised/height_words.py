"""What is said of heights in the practice yard: how a run ended, what each reading was worth, what to do next."""

from collections.abc import Mapping

from anvilhead.core.messages.made.trend_words import SHOWN_OVER_MM
from anvilhead.core.messages.practised.danger_words import UNSAFE_TEXT
from anvilhead.core.messages.words import SLIP_TEXT, listed
from anvilhead.core.practice.conditions import OwnLevel
from anvilhead.core.practice.debrief import Outcome
from anvilhead.core.practice.level_debrief import STILL_MM, LevelDebrief, LevelGain
from anvilhead.core.practice.level_tasks import BENCHMARK, OVER_MM, Stand, Tool
from anvilhead.core.practice.level_yard import LevelYard, Shot
from anvilhead.core.shelf.practised import TAPE
from anvilhead.core.units.length_printing import print_distance, print_small, print_within
from anvilhead.core.units.units import Units

_TOPS_OUTCOME = {
    Outcome.RIGHT: "At their height, and you proved it.",
    Outcome.LUCKY: "At their height, but nothing you wrote down proves it: the next time they may not be.",
    Outcome.WRONG: "Not at their height: everything that goes by these boards is off with them.",
    Outcome.UNSAFE: UNSAFE_TEXT,
}
_LEVEL_OUTCOME = {
    Outcome.RIGHT: "Right, and both stands of the test show it.",
    Outcome.LUCKY: "Right, but only both stands, midway and near a peg, show it: this was a guess.",
    Outcome.WRONG: "Not so: whoever shoots with this level now is led astray.",
    Outcome.UNSAFE: UNSAFE_TEXT,
}


def tops_text(found: LevelDebrief, units: Units) -> str:
    """How setting tops ended, or judging a level."""
    if found.error_mm is None:
        worst = print_within(found.worst_mm, units)
        return f"{_TOPS_OUTCOME[found.outcome]} The worst top really is {worst} from its height."
    over = SHOWN_OVER_MM[units] / OVER_MM
    really, said = (_too_much(mm * over, units) for mm in (found.error_mm, found.said_mm or 0.0))
    where = print_distance(SHOWN_OVER_MM[units], units)
    return f"{_LEVEL_OUTCOME[found.outcome]} On {where} it really reads {really}; you said {said}."


def _too_much(mm: float, units: Units) -> str:
    by = print_small(mm, units)
    return f"{by} too {'much' if mm > 0 else 'little'}" if by else "what is so"


def level_hint_text(yard: LevelYard) -> str:
    """What somebody who comes over says of heights."""
    written = {(one.setup, one.at) for one in yard.shots if one.written_mm is not None}
    if not yard.task.targets:
        return (
            "Read both pegs from midway, then both from near A. What the two differences differ by is the level's, "
            "over how much longer the far sight is than the near one."
        )
    if not yard.setups:
        return "Set something up: the laser for many tops, the hose round corners, the line level for short ways."
    if (len(yard.setups) - 1, BENCHMARK) not in written:
        return "Read the benchmark first: it gives the level line its height."
    missing = [top for top in yard.task.tops if top not in yard.believed()]
    if missing:
        return f"Read {listed(missing)}. A top stands as high as the benchmark's reading less its own."
    return "Set what is off, read it again, and look at the benchmark once more."


def shot_text(shot: Shot, units: Units) -> str:
    """What a reading was worth, against the truth."""
    if shot.slip is not None:
        return f"{shot.at}: called wrong, {SLIP_TEXT[shot.slip]}."
    off = shot.shows_mm - shot.true_mm
    moving = print_small(shot.moving_mm, units) if shot.moving_mm > STILL_MM else None
    what = "hair swam" if shot.tool is Tool.OPTICAL else "water still swung"
    swung = f" The {what} by {moving} either way." if moving else ""
    told = _too_much(off, units)
    return f"{shot.at}: {'it read right' if told == 'what is so' else f'it read {told}'}.{swung}"


_GAINED = {
    LevelGain.GIVES_HEIGHT: "It gives the setup its height.",
    LevelGain.CLOSES: "It shows whether anything sank since.",
    LevelGain.SHOWS_AIR: "It shows whether there is air in the hose.",
    LevelGain.NOTHING_YET: "Alone it says nothing: its setup had no height yet.",
    LevelGain.FIRST_LOOK: "It tells how high that top stands.",
    LevelGain.TURNED: "Turned, it takes the level's own error out of the mean.",
    LevelGain.LOOK_AGAIN: "It looks once more at what was known.",
    LevelGain.OF_THE_TEST: "It is one of the four readings of the test.",
}


def level_gain_text(gain: LevelGain) -> str:
    """What a reading brought."""
    return _GAINED[gain]


def tops_believed_text(found: LevelDebrief, targets: Mapping[str, float], units: Units) -> str:
    """What the written numbers say of the tops."""
    if not found.believed:
        return "By what you wrote down nothing is known of any top."
    parts = [f"{name} {_high(height - targets[name], units)}" for name, height in sorted(found.believed.items())]
    return f"By what you wrote down: {', '.join(parts)}."


def _high(off_mm: float, units: Units) -> str:
    by = print_small(off_mm, units)
    return f"{by} {'high' if off_mm > 0 else 'low'}" if by else "right"


def own_level_text(level: OwnLevel, units: Units) -> str:
    """What is said of an instrument of the shelf that is used."""
    claim = f"“{level.name}” claims {print_within(level.grade.reading_mm, units)} on one reading."
    if level.per_mm is None:
        return claim
    over = SHOWN_OVER_MM[units]
    return f"{claim} Its last test: on {print_distance(over, units)} it reads {_too_much(level.per_mm * over, units)}."


TOOL_NAMES = {
    Tool.LASER: "rotating laser",
    Tool.HOSE: "hose",
    Tool.LINE: "line level",
    Tool.OPTICAL: "optical level",
}
PRACTISED_NAMES = {TAPE: "tape", **{tool.value: name for tool, name in TOOL_NAMES.items()}}
STAND_NAMES = {Stand.MIDDLE: "midway", Stand.NEAR_A: "near A"}
