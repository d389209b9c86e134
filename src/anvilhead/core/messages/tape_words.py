"""What is said about the crew's tape itself."""

from anvilhead.core.again.learned_tape import Learned, LearnedTape
from anvilhead.core.units.length_printing import print_difference, print_within
from anvilhead.core.units.units import Units

HARDLY_K = 3.0
"""A tape this little warmer or colder than it was made for is not worth a word."""


def tape_text(found: LearnedTape, units: Units) -> str:
    """What rounds say of the tape, in words."""
    rounds = f"{found.pulls} pulls of {found.rounds} {'round' if found.rounds == 1 else 'rounds'}"
    return " ".join([f"By {rounds}:", *_zero(found.zero, units), *_scale(found, units)])


def _zero(zero: Learned | None, units: Units) -> list[str]:
    if zero is None:
        return []
    doubt = print_within(zero.doubt_mm, units)
    if zero.is_told:
        more, way = print_difference(abs(zero.more_mm), units), "more" if zero.more_mm > 0 else "less"
        return [f"the tape reads {more} {way} than it should on every pull, give or take {doubt}. Look at its hook."]
    return [f"nothing is wrong with the tape's zero that they could show; they know it to ±{doubt}."]


def _scale(found: LearnedTape, units: Units) -> list[str]:
    scale, kelvin = found.scale, found.kelvin
    if scale is None or kelvin is None:
        return []
    length = "33 ft" if units is Units.FT_IN else "10 m"
    doubt = print_within(scale.doubt_mm, units)
    if not scale.is_told:
        return [f"Its length is right to ±{doubt} in {length}."]
    more, way = print_difference(abs(scale.more_mm), units), "more" if scale.more_mm > 0 else "less"
    told = f"It reads {more} {way} in {length}, give or take {doubt}"
    if abs(kelvin) < HARDLY_K:
        return [f"{told}."]
    degrees = f"{abs(kelvin) * 9 / 5:.0f} °F" if units is Units.FT_IN else f"{abs(kelvin):.0f} °C"
    return [f"{told}: as steel does {degrees} {'colder' if kelvin > 0 else 'warmer'} than it was made for."]
