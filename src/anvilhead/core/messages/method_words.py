"""What is said about the methods of squaring: names, what each is good for, its catch, its steps."""

import math
from collections.abc import Callable

from anvilhead.core.measure.instrument import STRING_MM
from anvilhead.core.measure.reversal import Reversal
from anvilhead.core.measure.triangle import Triangle
from anvilhead.core.messages.spoken import says_boards
from anvilhead.core.messages.words import listed
from anvilhead.core.methods.comparison import Comparison, MethodReport, NotFor
from anvilhead.core.methods.method import Method, MethodStep, WayToSquare
from anvilhead.core.methods.mixed import Mixed
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.units import Units

METHOD_NAMES = {
    Method.EQUAL_DIAGONALS: "Equal diagonals",
    Method.COMPUTED_DIAGONAL: "Computed diagonal",
    Method.THREE_FOUR_FIVE: "3-4-5",
    Method.EQUAL_LEGS: "Equal legs",
    Method.SHORTEST_DISTANCE: "Shortest distance",
    Method.FRAMING_SQUARE: "Framing square",
    Method.SQUARE_LASER: "Square-throwing laser",
    Method.STATION_OFFSET: "Station and offset",
    Method.TIES: "Ties",
}
METHOD_GOOD_FOR = {
    Method.EQUAL_DIAGONALS: "form frames, and the last check of any rectangle",
    Method.COMPUTED_DIAGONAL: "two tapes and two people; first corners",
    Method.THREE_FOUR_FIVE: "one tape, a first corner, a fence",
    Method.EQUAL_LEGS: "one tape and one number, a right angle with no table",
    Method.SHORTEST_DISTANCE: "setting a parallel line",
    Method.FRAMING_SQUARE: "roughing in",
    Method.SQUARE_LASER: "long walls, stepped ground, one person",
    Method.STATION_OFFSET: "many points, odd shapes",
    Method.TIES: "finding points again, odd shapes",
}
METHOD_CATCH = {
    Method.EQUAL_DIAGONALS: "Equal diagonals alone prove nothing: opposite sides must match as well.",
    Method.COMPUTED_DIAGONAL: "The diagonal is needed to the sixteenth: “about” is not a number.",
    Method.THREE_FOUR_FIVE: "A small triangle on a long wall makes a small error large: use the largest that fits.",
    Method.EQUAL_LEGS: "√2 is no whole number: call it to the sixteenth, and prove it from a mark beyond the corner.",
    Method.SHORTEST_DISTANCE: "The least reading is flat: it fixes the distance, hardly the place along the line.",
    Method.FRAMING_SQUARE: "A 2 ft square cannot see far: 1/32 on its blade is most of an inch on a long wall.",
    Method.SQUARE_LASER: "Mind the device's offset from the string, and shoot again from the other end.",
    Method.STATION_OFFSET: "The square-off must itself be square.",
    Method.TIES: "Poor where the tapes cross under 30 or over 150 degrees, and every pair of ties fits two places.",
}


def method_note(report: MethodReport, units: Units) -> str:
    """What is worth telling about a method for this footprint."""
    notes = []
    if report.triangle:
        notes.append(f"first corner by {triangle_name(report.triangle, units)}")
    if report.poor:
        notes.append(f"tapes cross poorly at {listed(report.poor)}")
    return "; ".join(notes)


def triangle_name(triangle: Triangle, units: Units) -> str:
    """A triangle by its three sides."""
    sides = (triangle.first_mm, triangle.second_mm, triangle.hypotenuse_mm)
    return " – ".join(print_length(mm, units).text for mm in sides)


def method_why(comparison: Comparison, tolerance_mm: float, crew: int, units: Units) -> str:
    """Why one method is recommended."""
    best = comparison.best and comparison.report(comparison.best)
    if not best:
        return "No method here does this shape alone."
    name, corner, worst = METHOD_NAMES[best.method], *best.worst
    expected, asked = print_difference(worst, units), print_difference(tolerance_mm, units)
    alone = "" if crew > 1 else ", for one person"
    if worst <= tolerance_mm:
        return (
            f"{name}{alone}: {best.pulls} pulls put {corner} within {expected} 95 times in 100; "
            "none of the others that come so near takes fewer."
        )
    over = "just over " if expected == asked else ""
    return (
        f"{name}{alone} comes nearest: {corner} within {over}{expected} 95 times in 100, and {asked} is asked for. "
        "Pull spare diagonals, and move the nails by what all pulls say together."
    )


def way_words(way: WayToSquare) -> dict[str, str]:
    """What a sheet says of its method: its name, what it is good for, its catch; by the keys of the sheet."""
    if isinstance(way, Mixed):
        own = listed([f"{corner} by {METHOD_NAMES[method].lower()}" for corner, method in way.on.items()])
        return {
            "name": "Corner by corner",
            "good_for": f"{own}, the others by {METHOD_NAMES[way.method].lower()}",
            "catch": "Each corner is as good as its own method: see its ± before you trust it.",
        }
    method = way.method
    return {"name": METHOD_NAMES[method], "good_for": METHOD_GOOD_FOR[method], "catch": METHOD_CATCH[method]}


def reversal_text(reversal: Reversal, units: Units, does: str = "throw") -> str:
    """What the reversal test of a right angle says, and what to do; `does`: what the instrument does with it."""
    error, allowed, doubt = (
        print_difference(mm, units) for mm in (reversal.error_mm, reversal.allowed_mm, reversal.doubt_mm)
    )
    out = print_length(reversal.out_mm, units).text
    if not reversal.is_true:
        return (
            f"Not true: it {does}s {error} off in {out}, half of what the marks are apart; {allowed} is what it may. "
            f"{does.capitalize()} it both ways round and take the middle of the two marks, or have it set."
        )
    if not reversal.can_tell:
        far = print_length(STRING_MM / math.sqrt(2) / reversal.claim_rad, units).text
        return f"These marks cannot tell: they are good to ±{doubt}, and it may {does} {allowed} off. Mark {far} out."
    return f"True: {error} off in {out}, where it may be {allowed}, as far as two marks can tell (±{doubt})."


def not_for_text(one: NotFor) -> str:
    """Why a method cannot do this footprint."""
    return f"{one.why[0].upper()}{one.why[1:]}."


class StepWords:
    """Steps in words, for one burn and one tape.

    Attributes:
        burn_mm: in every number that a tape is called at.
        laser_mm: offset of a square-throwing laser from the string; None when the device's own is meant.
        crew: one or two people.
    """

    def __init__(self, burn_mm: float, units: Units, laser_mm: float | None, crew: int) -> None:
        self.burn_mm = burn_mm
        self.units = units
        self.laser_mm = laser_mm
        self.crew = crew
        self._by_method: dict[Method, Callable[[MethodStep], str]] = {
            Method.EQUAL_DIAGONALS: self._equal_diagonals,
            Method.COMPUTED_DIAGONAL: self._two_tapes,
            Method.TIES: self._tied,
            Method.SHORTEST_DISTANCE: self._swing,
            Method.THREE_FOUR_FIVE: self._squared_off,
            Method.EQUAL_LEGS: self._swung_back,
            Method.FRAMING_SQUARE: self._squared_off,
            Method.SQUARE_LASER: self._laser,
            Method.STATION_OFFSET: self._station,
        }

    @says_boards
    def text(self, step: MethodStep, number: int) -> str:
        """What to do; the first step of every method is the baseline."""
        if number == 1:
            call = self._called(step.tapes[0].length_mm)
            return f"Pull the baseline: {step.corner} where the tape from {step.from_corner} reads {call}."
        return self._by_method[step.method](step)

    @says_boards
    def who(self, step: MethodStep) -> str:
        """Who stands where."""
        if step.method is Method.SQUARE_LASER and step.offset_mm:
            return (
                f"One at the laser, the lead with target and tape at {step.corner}."
                if self.crew > 1
                else (f"Set the laser up, then take target and tape to {step.corner}.")
            )
        starts = listed(list(dict.fromkeys(tape.start for tape in step.tapes)))
        if self.crew == 1:
            return f"Hook the tape at {starts}; stand at {step.corner}."
        return f"Dumb end at {starts}; the lead reads at {step.corner}."

    def _called(self, mm: float) -> str:
        return print_length(mm + self.burn_mm, self.units).text

    def _plain(self, mm: float) -> str:
        return print_length(mm, self.units).text

    def _equal_diagonals(self, step: MethodStep) -> str:
        one, *more = step.tapes
        if not more:
            return f"Side {one.start}–{one.end}: {self._called(one.length_mm)}."
        return (
            f"Pull {one.start}–{one.end} and {more[0].start}–{more[0].end}: rack the far side until both read "
            f"{self._called(one.length_mm)}. Then pull the sides once more."
        )

    def _two_tapes(self, step: MethodStep) -> str:
        one, other = step.tapes
        return (
            f"Cross two tapes at {step.corner}, {_side(step)} of the baseline: {self._called(one.length_mm)} from "
            f"{one.start} and {self._called(other.length_mm)} from {other.start}."
        )

    def _tied(self, step: MethodStep) -> str:
        if len(step.tapes) > 1:
            return self._two_tapes(step)
        out = self._called(step.tapes[0].length_mm)
        return f"Set the nail {step.corner} on its string, {out} out from {step.from_corner}."

    def _swing(self, step: MethodStep) -> str:
        square, diagonal = step.tapes
        least, along = self._called(square.length_mm), self._called(diagonal.length_mm)
        return (
            f"Swing the tape from {step.corner} to the baseline: its least reading is {least}. "
            f"Then {along} from {diagonal.start} places it along its line."
        )

    def _squared_off(self, step: MethodStep) -> str:
        go = f"{step.corner} where the tape from {step.from_corner} reads {self._called(step.tapes[0].length_mm)}."
        if step.triangle is None:
            return f"Lay a framing square in the corner at {step.from_corner}; bring the new string along it. Then {go}"
        one, other, across = (
            self._plain(mm) for mm in (step.triangle.first_mm, step.triangle.second_mm, step.triangle.hypotenuse_mm)
        )
        return (
            f"From {step.from_corner} mark {one} on the string you have and {other} on the new one; swing the new one "
            f"until the marks are {across} apart. Then {go}"
        )

    def _swung_back(self, step: MethodStep) -> str:
        if step.triangle is None:
            return self._squared_off(step)
        leg, across = (self._plain(mm) for mm in (step.triangle.first_mm, step.triangle.hypotenuse_mm))
        return (
            f"From {step.from_corner} mark {leg} on the string you have, both ways where it runs on, and {leg} on the "
            f"new one; swing the new one until its mark is {across} from the first, and as far from the one beyond. "
            f"Then {step.corner} where the tape from {step.from_corner} reads {self._called(step.tapes[0].length_mm)}."
        )

    def _laser(self, step: MethodStep) -> str:
        beside = f"{self._plain(self.laser_mm)} off the string" if self.laser_mm else "off the string by its own offset"
        return (
            f"Stand the laser at {self._plain(step.station_mm)} along the baseline, {beside}, and aim along it. "
            f"{step.corner} is {self._called(step.tapes[0].length_mm)} to the {_side(step)}, the same offset off the "
            "beam. Shoot again from the other end of the baseline: both must agree."
        )

    def _station(self, step: MethodStep) -> str:
        return (
            f"{step.corner}: {self._called(step.station_mm)} along the baseline from its first corner, then "
            f"{self._called(step.tapes[0].length_mm)} square off to the {_side(step)}."
        )


def _side(step: MethodStep) -> str:
    return "left" if step.offset_mm >= 0 else "right"
