"""What is read where lines really lie: a tape, a reel, a laser, a thrown right angle, a triangle, with their errors.

Each errs as `measure/instrument.py` says it does, no more and no less, so that a crew that trusts the claim is right
to.  The limit that 95 of 100 careful readings keep is two standard deviations of holding and tension; reading to the
next mark comes on top of it.
"""

import math
from dataclasses import dataclass, field, replace
from random import Random

from anvilhead.core.adjust.network import lines_of, triangle_sigma
from anvilhead.core.adjust.thrown import LAID_ANEW, rule_sigma, throws_from, turn_sigma, walked_sigma
from anvilhead.core.measure.instrument import CLASSES, Instrument
from anvilhead.core.measure.misreading import invited
from anvilhead.core.measure.tape import Pull, PullKind, TapeClass
from anvilhead.core.units.units import Units
from anvilhead.core.world.real_lines import RealLines


def held_mm(length_mm: float, of: TapeClass, noise: Random) -> float:
    """A length as hands hold it, with the errors that its class claims."""
    return length_mm + noise.gauss(0, of.limit_mm(abs(length_mm)) / 2)


def to_mark(mm: float, of: TapeClass) -> float:
    """A length as it is read: to the nearest mark."""
    return of.marks_mm * round(mm / of.marks_mm) if of.marks_mm else mm


@dataclass
class LengthStandIn:
    """Everything a crew reads lengths with, simulated.

    Attributes:
        lines: what it is held to.
        noise: where its errors come from; the same seed gives the same readings.
        misreads: share of readings that go wrong between the tape and the pencil.
        units: of its marks.
        hook_mm: what play of its hook makes a steel tape read too much where it is not burned.
        scale: what heat, pull and sag make it read too much for each millimetre (`core/shelf/steel.py`).
    """

    lines: RealLines
    noise: Random
    misreads: float = 0.0
    units: Units = Units.FT_IN
    hook_mm: float = 0.0
    scale: float = 0.0
    _turned: dict[tuple[object, ...], float] = field(default_factory=dict)

    def begin_round(self) -> None:
        """Instruments are taken down and set up again: a right angle is thrown anew."""
        self._turned.clear()

    def read(self, pull: Pull) -> Pull:
        """A pull with its reading.

        Args:
            pull: what is pulled between what, with what; its slope, burn and offset are in the reading as in a crew's.
        """
        tape = self.lines.set_out.tape
        length = self.lines.length_mm(pull)
        if pull.kind is PullKind.SQUARE:
            length += self._thrown_mm(pull, tape)
        elif pull.kind is PullKind.TRIANGLE:
            length += self.noise.gauss(0, triangle_sigma(pull, tape))
        else:
            along = math.hypot(length, pull.fall_mm) if pull.fall_mm else length
            length = self._taped_mm(pull, along, tape)
        reading = length + pull.burn_mm + pull.offset_mm
        if self.misreads and self.noise.random() < self.misreads:
            reading = self.noise.choice([taken for _, taken in invited(reading, "", self.units)] or [reading])
        return replace(pull, reading_mm=reading)

    def _taped_mm(self, pull: Pull, length_mm: float, tape: TapeClass) -> float:
        instrument = Instrument(pull.instrument)
        of = tape if instrument is Instrument.STEEL_TAPE else CLASSES[instrument]
        held = held_mm(length_mm, of, self.noise)
        if instrument is Instrument.STEEL_TAPE:
            held += self.scale * length_mm + (0.0 if pull.burn_mm else self.hook_mm)
        return to_mark(held + pull.burn_mm, of) - pull.burn_mm

    def _thrown_mm(self, pull: Pull, tape: TapeClass) -> float:
        """What a thrown right angle errs by: its turn, which marks of one setup share, and the rule at the mark."""
        at = self.lines.at
        line = throws_from(pull, lines_of(self.lines.set_out.footprint, self.lines.set_out.named))
        off = (at[line[1]] - at[line[0]]).unit().cross(at[pull.end] - at[line[0]])
        setup = (pull.start, pull.line, round(pull.station_mm, 2), pull.instrument)
        if pull.instrument in LAID_ANEW or setup not in self._turned:
            self._turned[setup] = self.noise.gauss(0, turn_sigma(pull, at, line, abs(off), tape))
        by_turn = self._turned[setup] * off
        return by_turn + self.noise.gauss(0, rule_sigma()) + self.noise.gauss(0, walked_sigma(pull, tape))
