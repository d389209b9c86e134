"""Station and offset: distances along the baseline, and square off it by a 3-4-5 laid at each station."""

from dataclasses import replace

from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import PullKind
from anvilhead.core.measure.triangle import largest_triangle
from anvilhead.core.methods.method import Asked, Baseline, Method, MethodStep


class StationOffset:
    """Every corner by how far along and how far off the baseline it lies."""

    method = Method.STATION_OFFSET
    needs_two = False
    crosses_tapes = False

    def why_not(self, base: Baseline) -> str | None:
        """It does every shape."""
        return None

    def pulls(self, base: Baseline) -> list[Asked]:
        """Each corner's square-off at its station, and its offset; a laser throws it where there is one."""
        by = Instrument.SQUARE_LASER if base.tools.has_laser else Instrument.THREE_FOUR_FIVE
        found = [base.first()]
        for name in base.others:
            if base.carries(name):
                found.append(base.mark(name))
                continue
            at = base.station_mm(name)
            square = base.asked(PullKind.SQUARE, base.side.start, name, line=base.side.name, station_mm=at, by=by)
            found += [square, base.off(name)]
        return found

    def steps(self, base: Baseline) -> list[MethodStep]:
        """Each corner along, then off."""
        steps = [base.step(self.method, name, base.tape_off(name)) for name in base.others]
        if base.tools.has_laser:
            return steps
        unit_mm = base.tools.unit_mm
        return [
            replace(step, triangle=largest_triangle(base.side.length_mm, abs(step.offset_mm), unit_mm))
            for step in steps
        ]
