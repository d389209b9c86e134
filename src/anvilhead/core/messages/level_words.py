"""What the level book says, in the words of the trade and the units of the job.

Signs are said, never left to be guessed: up and down, raise and lower, cut and fill.
"""

from collections.abc import Sequence

from anvilhead.core.closing.closing import Closing, LevelSuspect, Trust
from anvilhead.core.closing.disagree import TESTS, Agreement
from anvilhead.core.closing.questioned import LONGEST_ROD_MM, Questioned, QuestionKind
from anvilhead.core.ground.earthwork import Earthwork, Rough
from anvilhead.core.ground.slab import YARD3_MM3
from anvilhead.core.levels.height_target import Standing, Way
from anvilhead.core.levels.instrument_check import CheckKind, Truth
from anvilhead.core.levels.level_instrument import USUAL_SIGHT_MM, LevelInstrument
from anvilhead.core.levels.reach import Reach, ReachKind
from anvilhead.core.levels.rod import RodMarks, print_reading
from anvilhead.core.measure.misreading import Misreading
from anvilhead.core.messages.spoken import says_boards
from anvilhead.core.messages.words import listed, number_word
from anvilhead.core.units.length_printing import print_difference, print_distance, print_length, print_within
from anvilhead.core.units.tolerances import NOTHING_MM, PRINTS_AS_NOTHING_MM
from anvilhead.core.units.units import FOOT_MM, Units

INSTRUMENT_NAMES = {
    LevelInstrument.LASER: "laser",
    LevelInstrument.OPTICAL: "optical level",
    LevelInstrument.WATER: "water level",
    LevelInstrument.LINE: "line level",
    LevelInstrument.SPIRIT: "spirit level",
    LevelInstrument.STRING: "tape from a string",
}
READ_HOW = {
    LevelInstrument.LASER: "Stand the laser clear of traffic, let it settle, slide the receiver until it sounds level "
    "and read the rod there.",
    LevelInstrument.OPTICAL: "Centre the bubble, read the crosshair on the rod, and look at the bubble again.",
    LevelInstrument.WATER: "Both ends open, no bubbles, hose in the shade. Let the water rest until two readings a "
    "minute apart agree, then measure from each point up to the water.",
    LevelInstrument.LINE: "Pull the string tight, hang the level at mid-span, centre it. Measure from the ground up to "
    "the string at both ends; turn the level round and read again. Where the bubble can hardly be centred, read "
    "where it touches either line: the mean counts.",
    LevelInstrument.SPIRIT: "Lay the straightedge on the higher point, bring it level, measure the gap under it; turn "
    "the level round and read again.",
    LevelInstrument.STRING: "Hang the tape from the string without pressing it down, and read it at the point below.",
}
SLIP_WORDS = {
    Misreading.FOOT: "a whole foot misread",
    Misreading.INCH: "a whole inch misread",
    Misreading.SIX_NINE: "a 6 for a 9, or a 9 for a 6",
    Misreading.SWAPPED_DIGITS: "two digits swapped",
    Misreading.HUNDREDTHS: "hundredths read as inches, or the reverse",
}
FIRST_SHOT = "Begin on a benchmark, or on a point whose height was shot before; it gives HI."
NOT_CLOSED = "Nothing closes this run yet: shoot a benchmark again before the instrument moves."
ADRIFT = "No point shot from it has a known height. Shoot a benchmark from it, or take back the strike it hung on."


def standing_words(stands: Standing, units: Units) -> str:
    """What hands do: Raise 3/8", Lower 12 mm, On height."""
    amount = print_difference(abs(stands.high_mm), units)
    if stands.way is Way.ON:
        return "On height" if amount in ('0"', "0 mm") else f"On height ({amount} {_high(stands.high_mm)})"
    return f"{'Raise' if stands.way is Way.RAISE else 'Lower'} {amount}"


def _high(mm: float) -> str:
    return "high" if mm > 0 else "low"


@says_boards
def accepted_words(count: int, over: Sequence[str], changed: Sequence[str]) -> str:
    """What was accepted, over what, and whether it still stands as it was."""
    things = f"{count} height{'' if count == 1 else 's'}"
    said = f"{things} accepted, all within tolerance." if not over else f"{things} accepted, over: {listed(over)}."
    return f"{said} Not as it was since: {listed(changed)}. Accept again, or set again." if changed else said


@says_boards
def begin_words(first: str) -> str:
    """Where a book begins."""
    return f"The first shot stands on {first}; it gives HI."


@says_boards
def within_words(within_mm: float, least_sure: str, benchmarks: Sequence[str], units: Units) -> str:
    """How sure the heights of a book are: its least sure one."""
    held = benchmarks[0] if len(benchmarks) == 1 else "the benchmarks"
    return (
        f"All shots together: every height is within {print_within(within_mm, units)} of {held}, 95 times in 100; the "
        f"least sure is {least_sure}. A reading that slipped is not in this."
    )


@says_boards
def closing_words(closing: Closing, units: Units) -> str:
    """How a run came back, and what was done with what it was off."""
    check = closing.check
    off, allowed = print_difference(abs(check.misclosure_mm), units), print_difference(check.allowed_mm, units)
    count = len(check.run)
    setups = f"{number_word(count)} setup{'' if count == 1 else 's'}"
    if abs(check.misclosure_mm) < PRINTS_AS_NOTHING_MM:
        return f"Back on {check.spot} without a difference, over {setups}."
    came = f"{check.spot} came out {off} {'too high' if check.misclosure_mm > 0 else 'too low'} over {setups}"
    usual = print_distance(USUAL_SIGHT_MM, units)
    taken = f", sights taken as {usual} where nobody said" if closing.assumed else ""
    if check.fits:
        shared = "distributed over them" if check.shared else "a later check decides"
        return f"{came}; {allowed} is allowable{taken}: {shared}."
    if check.shared:
        return (
            f"{came}; only {allowed} is allowable{taken}. Distributed over them, but level it again before you build "
            "on these heights."
        )
    if not check.decides:
        return f"{came}; only {allowed} is allowable{taken}. A later check decides."
    return f"{came}; only {allowed} is allowable{taken}. A reading slipped, so nothing was distributed."


def trust_words(trust: Sequence[Trust], closing: Closing, units: Units) -> str:
    """After a check that failed: which setups still stand, and which do not; an if where it is one."""
    if not closing.suspects:
        return "No usual slip of one reading explains it: every height of this run is in doubt."
    off = print_difference(abs(closing.check.misclosure_mm), units)
    way = "high" if closing.check.misclosure_mm > 0 else "low"
    says = {
        Trust.SOUND: ("stands: it lies before whatever slipped", "stand: they lie before whatever slipped"),
        Trust.UNCERTAIN: ("is in doubt", "are in doubt"),
        Trust.OFF: (f"is {off} too {way}", f"are {off} too {way}"),
    }
    parts = []
    for kind, (one, many) in says.items():
        setups = [str(i + 1) for i in closing.check.run if trust[i] is kind]
        if setups:
            parts.append(f"setup{'s' if len(setups) > 1 else ''} {listed(setups)} {many if len(setups) > 1 else one}")
    sure = all(one.certain for one in closing.suspects)
    return (
        f"{'What was shot from' if sure else 'If one usual slip explains it, what was shot from'} {'; '.join(parts)}."
    )


def setup_words(setup: int, name: str) -> str:
    """A setup as it is called: its number, counted from 1, and its instrument."""
    return f"setup {setup + 1}, {name}"


@says_boards
def hanging_words(setups: Sequence[int], spare: str | None) -> str:
    """What striking a reading takes with it.

    Args:
        setups: that get their height from it, by number from 0.
        spare: the point that would give the height instead; None when nothing would.
    """
    many = len(setups) > 1
    name = f"Setup{'s' if many else ''} {listed([str(i + 1) for i in setups])}"
    if spare is not None:
        return f"{name} get{'' if many else 's'} the height from this reading; without it, from {spare}."
    return (
        f"{name} get{'' if many else 's'} the height from this reading. Without it everything shot from there has "
        "no height, until a point of known height is shot from there again."
    )


@says_boards
def suspect_words(suspect: LevelSuspect, name: str, should_read: str) -> str:
    """Which reading may have slipped, and what it should have been."""
    why = f": {SLIP_WORDS[suspect.slip]}" if suspect.slip else ""
    sure = "The other shots point at it." if suspect.certain else "This check alone cannot tell it from others."
    return f"{name} should read {should_read}{why}. {sure}"


@says_boards
def questioned_words(one: Questioned, name: str, marks: RodMarks, units: Units) -> str:
    """Why a reading is questioned, and what it may have been."""
    amount, higher = print_difference(abs(one.off_mm), units), "higher" if one.off_mm > 0 else "lower"
    said = {
        QuestionKind.OFF_ROD: f"{name} reads {amount} more than the rod is long",
        QuestionKind.NO_ROD: f"{name} reads more than any rod is long",
        QuestionKind.UPSIDE_DOWN: f"{name} reads below zero: the level line would run {amount} under the ground",
        QuestionKind.BELOW_GROUND: f"{name} lies {amount} under the ground there",
        QuestionKind.STANDS_OUT: f"{name} is {amount} {higher} than the ground around",
        QuestionKind.NOT_AGAIN: f"{name} came out {amount} {higher} than the first time",
        QuestionKind.DISAGREES: f"{name} came out {amount} {higher} than from the other setup",
    }[one.kind]
    if one.slip and one.should_read_mm is not None:
        return f"{said}. Was it {print_reading(one.should_read_mm, marks)} ({SLIP_WORDS[one.slip]})? Read it again."
    return f"{said}. Read it again."


TEST_NAMES = {
    CheckKind.TWO_PEG: "two-peg test",
    CheckKind.FOUR_WAYS: "test four ways round",
    CheckKind.TURN_ROUND: "test turned round",
    CheckKind.ENDS_TOGETHER: "test with both ends together",
}


def agreement_words(found: Agreement, names: tuple[str, str], weaker: LevelInstrument, units: Units) -> str:
    """Two heights of one thing held against each other, and what decides between them.

    Args:
        found: them.
        names: of the setups, the earlier one first.
        weaker: instrument of the setup that is known less well.
        units: of the job.
    """
    amount, allowed = (print_difference(mm, units) for mm in (abs(found.differs_mm), found.allowed_mm))
    second = f"{names[1][0].upper()}{names[1][1:]}"
    if found.agrees:
        return f"{second} agrees with {names[0]}: {amount} apart, {allowed} is honest."
    weak = names[found.weaker == found.one.second[0]]
    test = f"its {TEST_NAMES[TESTS[weaker]]} decides" if weaker in TESTS else "look at its string"
    way = "higher" if found.differs_mm > 0 else "lower"
    return (
        f"{second} finds it {amount} {way} than {names[0]}; {allowed} is honest. Both are in question and the "
        f"earlier height stays. The weaker is {weak}: {test}."
    )


def off_rod_words(reading_mm: float, rod_mm: float | None, marks: RodMarks) -> str:
    """That no rod shows a reading, and what was probably meant."""
    longest = LONGEST_ROD_MM if rod_mm is None else rod_mm
    whose = "No rod" if rod_mm is None else "This rod"
    said = f"{whose} shows {print_reading(reading_mm, marks)}: the longest reading is {print_reading(longest, marks)}."
    if rod_mm is not None:
        said = said.replace("shows", "does not show", 1)
    if marks is RodMarks.M and abs(reading_mm) / 1000 <= longest:
        meant = print_reading(reading_mm / 1000, marks)
        return f"{said} If the rod shows millimetres, that is {meant}."
    return f"{said} Look at the rod again, and at its units."


def truth_words(truth: Truth, units: Units) -> str:
    """What a test of an instrument found, and what to do."""
    amount = print_difference(abs(truth.error_mm), units)
    allowed = print_difference(truth.allowed_mm, units)
    over = f" over {print_distance(truth.over_mm, units)}" if truth.over_mm else ""
    if truth.is_true:
        return f"True: {amount}{over} is within the {allowed} of careful reading."
    way = "too much" if truth.error_mm > 0 else "too little"
    remedy = {
        CheckKind.TWO_PEG: "Keep sights ahead and behind equally long, or take the correction, until it is adjusted.",
        CheckKind.FOUR_WAYS: "Have it adjusted; until then turn it the same way at every setup and keep sights equal.",
        CheckKind.TURN_ROUND: "Turn it round at every reading: the mean of both is right.",
        CheckKind.ENDS_TOGETHER: "There is air in the hose, or an end is shut: let it out and try again.",
    }[truth.kind]
    return f"It reads {amount} {way}{over}; {allowed} would be allowable. {remedy}"


def correction_words(truth: Truth, units: Units) -> str | None:
    """What to add to a reading, as long as the instrument is not adjusted; None when it is true or has no such rule."""
    if truth.is_true or truth.kind in (CheckKind.ENDS_TOGETHER, CheckKind.FOUR_WAYS):
        return None
    over = 100 * FOOT_MM if units is Units.FT_IN else 30_000.0
    by = truth.correction_mm(over)
    amount, far = print_difference(abs(by), units), print_distance(over, units)
    verb, to = ("Add", "to") if by > 0 else ("Take", "off")
    return f"{verb} {amount} {to} a reading at {far}, less in proportion nearer by."


def reach_words(reach: Reach, units: Units) -> str:
    """What goes beyond an instrument's reach, and what to do instead."""
    if reach.kind is ReachKind.SAG:
        sag, tolerance = print_difference(reach.amount_mm, units), print_difference(reach.limit_mm, units)
        return (
            f"The string hangs {sag} through at mid-span, more than the {tolerance} the work allows. Take heights off "
            "it near its ends only, or prop it in the middle."
        )
    if reach.kind is ReachKind.LEAN:
        off, out = print_difference(reach.limit_mm, units), print_difference(reach.amount_mm, units)
        return (
            f"The level hangs {off} off mid-span, where the string is not level with its ends: centred there, the far "
            f"end stands {out} off. Readings are corrected by that; mid-span needs no correction."
        )
    if reach.kind is ReachKind.TEMPERATURE:
        return (
            f"Water warmer in one leg stands {print_difference(reach.amount_mm, units)} too high there. Keep the hose "
            "in the shade and let it rest."
        )
    far, limit = print_distance(reach.amount_mm, units), print_distance(reach.limit_mm, units)
    if reach.kind is ReachKind.SPAN:
        return f"A span of {far} is more than the {limit} this level is good for. Halve it, or use a better instrument."
    return f"A sight of {far} is more than the {limit} it reaches. Set up nearer."


def rough_words(rough: Rough, work: Earthwork, units: Units) -> str:
    """Whether a rake does or a machine goes first."""
    most = print_difference(max(work.most_cut_mm, work.most_fill_mm), units)
    if rough is Rough.BY_HAND:
        return f"Nowhere more than {most} off the pad: strings can go up, and a rake does the rest."
    return f"Up to {most} off the pad: rough-level it by machine before strings go up."


def balance_words(work: Earthwork, units: Units) -> str:
    """Whether ground is left over or short, before it swells."""
    amount = volume_text(abs(work.balance_mm3), units)
    if amount.startswith("0.0 "):
        return "Cut and fill are even."
    return f"{amount} of it goes away." if work.balance_mm3 > 0 else f"{amount} must be brought."


def volume_text(mm3: float, units: Units) -> str:
    """A volume: cubic yards to a tenth, or cubic metres to a tenth."""
    return f"{mm3 / YARD3_MM3:.1f} cu yd" if units is Units.FT_IN else f"{mm3 / 1e9:.1f} m³"


def slope_text(share: float, units: Units) -> str:
    """A fall: inches in a foot to a sixteenth, or per cent."""
    if units is Units.FT_IN:
        return f"{print_length(share * FOOT_MM, units).text} in a foot"
    return f"{share * 100:.1f} %"


def thin_words(thin: Sequence[str], least_mm: float, wanted_mm: float, units: Units) -> str:
    """Where a slab is too thin, and by how much at the worst."""
    least, wanted = print_difference(least_mm, units), print_difference(wanted_mm, units)
    if not thin and least_mm < wanted_mm - NOTHING_MM:
        return f"Too thin between the spots: {least} at the least, {wanted} is needed. Take the base down there."
    if not thin:
        return f"Thick enough wherever the base was shot, and between: {least} at the least."
    return f"Too thin at {listed(thin)}: {least} at the least, {wanted} is needed. Take the base down there."


def simulated_words(setups: Sequence[int]) -> str | None:
    """That some setups, from 0, were read by stand-ins; None when none were."""
    if not setups:
        return None
    which = f"Setup {setups[0] + 1} is" if len(setups) == 1 else f"Setups {listed([str(s + 1) for s in setups])} are"
    return f"{which} simulated: a stand-in made the readings up, and no height of this book may be built to."
