"""The numbers to call: of a chosen method, else every side and diagonal, and whatever was pulled besides."""

import math
from collections.abc import Mapping
from dataclasses import replace

from anvilhead.core.adjust.network import planned_mm
from anvilhead.core.check.frame import frame_round
from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.call_sheet import Call, CallKind, calls_for, far_per_mm
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import TAPED, Pull, PullKind
from anvilhead.core.messages import coach_words, words
from anvilhead.core.methods.all_methods import asked_by
from anvilhead.core.methods.calling import in_hand_order
from anvilhead.core.methods.method import Asked
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.tolerances import FLAT_SHARE
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import Length, mm_of
from anvilhead.jobfile.results.square_results import CallResult, ToPull
from anvilhead.jobfile.working.judging import Rounds
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.method_solving import baseline_of, chosen_way
from anvilhead.jobfile.written.writing import text_of, tidy


def key_of(pull: Pull, naming: Naming) -> str:
    """What a pull measures, as one word: the same for a pull taken again, another for other lines."""
    return "|".join(replace(pull, family=naming.family.family.name if naming.family else "").key)


def sheet_naming(found: Planned, rounds: Rounds) -> Naming:
    """The lines that the sheet is for: as the plan says, else those of the latest round."""
    on = found.plan.squared_on
    return rounds.squared if on is None else rounds.naming.in_family(on)


def call_sheet(found: Planned, rounds: Rounds, burn_mm: float) -> list[CallResult]:
    """The rows of the sheet, burn and the laser's own offset in the numbers.

    Args:
        found: what is planned.
        rounds: rounds judged so far; moves of the latest say what the next should read, of the one before what the
            latest should have read.
        burn_mm: where the tape is started.
    """
    sheet = _Sheet(found, rounds, burn_mm)
    rows = sheet.method_rows() or sheet.rows_of_all()
    known = {row.key for row in rows}
    for pull in sheet.pulled:
        key = key_of(pull, sheet.naming)
        if key not in known:
            rows.append(sheet.row(pull))
            known.add(key)
    latest = rounds.checks.get(rounds.latest or 0) if sheet.naming is rounds.squared else None
    if latest and latest.next_pull and key_of(latest.next_pull.pull, sheet.naming) not in known:
        rows.append(sheet.row(latest.next_pull.pull))
    return rows


def to_pull(found: Planned, rounds: Rounds) -> list[ToPull]:
    """What the method, or the plain sheet, still asks for in the latest round, nearest first."""
    sheet = _Sheet(found, rounds, 0.0)
    pulls = rounds.pulls.get(rounds.latest or 0, []) if sheet.naming is rounds.squared else []
    pulled = [replace(pull, family="") for pull in pulls]  # a method asks for its pulls whatever the lines
    left = in_hand_order(
        sheet.asked_for(),
        sheet.naming.footprint,
        sheet.naming.named,
        pulled,
        found.plan.crew,
    )
    return [
        ToPull(
            start=one.start,
            end=one.end,
            key=key_of(one.pull, sheet.naming),
            pull=one.kind,
            name=words.pull_name(one.pull),
        )
        for one in left
    ]


def round_of(found: Planned, rounds: Rounds) -> list[Pull]:
    """What a whole round pulls, by the method or the plain sheet, in the order that it is walked."""
    sheet = _Sheet(found, rounds, 0.0)
    asked = in_hand_order(sheet.asked_for(), sheet.footprint, sheet.naming.named, [], found.plan.crew)
    return [one.pull for one in asked]


class _Sheet:
    """Rows of one structure's sheet."""

    def __init__(self, found: Planned, rounds: Rounds, burn_mm: float) -> None:
        self.found = found
        self.naming = sheet_naming(found, rounds)
        self.units: Units = rounds.units
        self.burn_mm = burn_mm
        own = [n for n, family in rounds.families.items() if rounds.naming.in_family(family) is self.naming]
        self.pulled = [pull for number in own for pull in rounds.pulls[number]]
        self.then = self._after(rounds, rounds.latest) if rounds.latest in own else None
        self.told = self._after(rounds, rounds.before) if rounds.latest in own else None

    @property
    def footprint(self) -> Footprint:
        """Corners between which is pulled."""
        return self.naming.footprint

    def _after(self, rounds: Rounds, number: int | None) -> Mapping[str, Point] | None:
        """Where everything is once the moves of a round are made; None when it told none."""
        check = rounds.checks.get(number or 0)
        if check is None or check.order is None:
            return None
        return self.naming.points | check.order.corners

    def asked(self) -> list[Asked]:
        """What the chosen method asks for; nothing when none is chosen, or a frame is racked in."""
        way = chosen_way(self.found)
        if way is None or self.naming.set_out.cut_within_mm is not None:
            return []
        return asked_by(way, baseline_of(self.found, self.units, self.naming.set_out))

    def method_rows(self) -> list[CallResult]:
        return [self.row(one.pull) for one in self.asked()]

    def calls(self) -> list[Call]:
        corners = self.footprint.corners
        between = [
            (pull.start, pull.end)
            for pull in self.pulled
            if pull.kind is PullKind.POINTS and pull.start in corners and pull.end in corners
        ]
        every = calls_for(self.footprint, self.found.starts_mm(self.burn_mm), self.naming.set_out.held_line, between)
        return (
            [call for call in every if call.kind is CallKind.DIAGONAL] if self.naming.set_out.cut_within_mm else every
        )

    def asked_for(self) -> list[Asked]:
        """What a round is to have: by the method, by the frame, or the plain sheet."""
        set_out, footprint = self.naming.set_out, self.footprint
        if set_out.cut_within_mm is None:
            return self.asked() or [Asked(PullKind.POINTS, c.start, c.end, c.length_mm) for c in self.calls()]
        cut_mm, near_mm = set_out.cut_within_mm, set_out.tolerance_mm
        pairs = self.found.once(
            "frame round", (footprint,), lambda: frame_round(footprint, set_out.tape, cut_mm, near_mm)
        )
        at = footprint.corners
        return [Asked(PullKind.POINTS, one, other, at[one].distance_to(at[other])) for one, other in pairs]

    def rows_of_all(self) -> list[CallResult]:
        return [self._row(Pull(call.start, call.end, call.length_mm), call) for call in self.calls()]

    def row(self, pull: Pull) -> CallResult:
        """A row for a pull of any kind."""
        length = planned_mm(pull, self.naming.points, self.naming.lines)
        sides = {frozenset((side.start, side.end)) for side in self.footprint.sides}
        is_side = pull.kind is PullKind.POINTS and frozenset((pull.start, pull.end)) in sides
        kind = CallKind.SIDE if is_side else CallKind.DIAGONAL
        far = 1.0 if is_side else self._far_per_mm(pull, length)
        return self._row(pull, Call(pull.start, pull.end, kind, length, length + self._burn(pull), far))

    def _far_per_mm(self, pull: Pull, length_mm: float) -> float:
        """How far the far corner moves for each millimetre that a number is wrong."""
        footprint, corners = self.footprint, self.footprint.corners
        if pull.kind is PullKind.POINTS and {pull.start, pull.end} <= corners.keys():
            diagonal = Side(pull.start, pull.end, corners[pull.start], corners[pull.end])
            return far_per_mm(footprint, diagonal)
        if pull.kind is PullKind.TRIANGLE:
            one, other = pull.legs_mm
            # dγ = h·dh / (a·b·sin γ), and cos γ from the marks themselves
            cosine = (one * one + other * other - length_mm * length_mm) / (2 * one * other)
            wall = max(side.length_mm for side in footprint.sides_at(pull.start))
            return length_mm * wall / (one * other * max(FLAT_SHARE, math.sin(math.acos(max(-1.0, min(1.0, cosine))))))
        return 1.0

    def _burn(self, pull: Pull) -> float:
        """What the tape shows on top: the burn, or a laser's own offset less where it stands."""
        if pull.kind is PullKind.SQUARE:
            return (mm_of(self._offset_of(pull)) or 0.0) - pull.station_mm
        taped = pull.kind in TAPED and pull.instrument == Instrument.STEEL_TAPE
        return self.found.starts_mm(self.burn_mm) if taped else self.burn_mm

    def _read_with(self, pull: Pull) -> Instrument | None:
        """What a row is read with: a square line is a laser's where nothing else is said; None for the tape in hand."""
        if pull.instrument != Instrument.STEEL_TAPE:
            return Instrument(pull.instrument)
        return Instrument.SQUARE_LASER if pull.kind is PullKind.SQUARE else None

    def _offset_of(self, pull: Pull) -> Length | None:
        """Offset of the laser that a square line is thrown by; a 3-4-5 stands on the string itself."""
        return self.found.plan.laser_offset if self._read_with(pull) is Instrument.SQUARE_LASER else None

    def _row(self, pull: Pull, call: Call) -> CallResult:
        units, printed = self.units, print_length(call.length_mm, self.units)
        plain = pull.kind is PullKind.POINTS
        told, then = (self._later(pull, places) for places in (self.told, self.then))
        how, offset = coach_words.pull_how(pull, units), self._offset_of(pull)
        return CallResult(
            start=call.start,
            end=call.end,
            key=key_of(pull, self.naming),
            name=words.pull_name(pull),
            kind=call.kind,
            pull=pull.kind,
            line=pull.line or None,
            legs=[text_of(mm, units) for mm in pull.legs_mm] if pull.kind is PullKind.TRIANGLE else [],
            station=text_of(pull.station_mm, units) if pull.station_mm else None,
            instrument=self._read_with(pull),
            offset=offset and offset.text,
            how=how,
            length_mm=tidy(call.length_mm),
            text=printed.text,
            remainder_mm=tidy(printed.remainder_mm),
            remainder_text=words.rounding_text(printed.remainder_mm, units),
            call_mm=tidy(call.call_mm),
            call_text=text_of(call.call_mm, units),
            origin=words.call_origin(call, self.footprint, units, self.burn_mm) if plain else how,
            level=words.level_text(call.length_mm, units) if plain else None,
            far_per_mm=round(call.far_per_mm, 6),
            cost_text=words.cost_text(printed.remainder_mm * call.far_per_mm, units),
            told_mm=told,
            told_text=None if told is None else text_of(told, units),
            then_mm=then,
            then_text=None if then is None else text_of(then, units),
        )

    def _later(self, pull: Pull, places: Mapping[str, Point] | None) -> float | None:
        if places is None:
            return None
        return tidy(planned_mm(pull, places, self.naming.lines) + self._burn(pull))
