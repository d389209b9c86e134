"""What rounds say of the tape, written down."""

from anvilhead.core.again.learned_tape import Learned, LearnedTape, learned_tape
from anvilhead.core.messages.tape_words import tape_text
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import length_of
from anvilhead.jobfile.results.tape_results import TapeResult
from anvilhead.jobfile.working.judging import Rounds
from anvilhead.jobfile.written.writing import tidy


def solve_tape(rounds: Rounds) -> TapeResult | None:
    """What all rounds say of the crew's tape; None where they say nothing."""
    found = learned_tape([(check, rounds.pulls[number]) for number, check in rounds.checks.items()])
    if found is None:
        return None
    zero, scale = found.zero, found.scale
    return TapeResult(
        rounds=found.rounds,
        pulls=found.pulls,
        zero_mm=zero and tidy(zero.more_mm),
        zero_pm_mm=zero and tidy(zero.doubt_mm),
        scale_mm=scale and tidy(scale.more_mm),
        scale_pm_mm=scale and tidy(scale.doubt_mm),
        told=bool(zero and zero.is_told),
        text=tape_text(found, rounds.units),
        document=_document(found, zero, rounds) if zero and zero.is_told else None,
    )


def _document(found: LearnedTape, zero: Learned, rounds: Rounds) -> dict[str, object]:
    """The zero as a tape can show it, on top of what the plan takes off already."""
    units: Units = rounds.units
    before = rounds.naming.set_out.zero.at(found.burn_mm)
    more = print_length(zero.more_mm + before, Units.MM if units is Units.M else units)
    return {"more": more.text, "burn": length_of(found.burn_mm, units).written}
