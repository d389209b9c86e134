"""Strings on real nails, stakes and form frames as they really lie, which only the simulation knows."""

import math
from collections.abc import Mapping
from dataclasses import replace
from random import Random

from anvilhead.core.adjust.hold import HoldKind, laid_corners
from anvilhead.core.adjust.network import lines_of, planned_mm
from anvilhead.core.boards.batter_board import Board
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull
from anvilhead.core.moves.frame_pushes import settled
from anvilhead.core.moves.moves import Hands, Order, Strings
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM
from anvilhead.core.units.units import INCH_MM

BY_EYE_MM = INCH_MM
"""Standard deviation, along and across, of corners staked by eye before anything is squared."""
MARK_MM = 2 * SMALLEST_MOVE_MM
"""A nail or a stake is set to a mark of the tape: anywhere within half of one."""


class RealLines:
    """The lines of one structure as they lie.

    Attributes:
        set_out: what they are to become.
        at: every point that pulls can name, where it really is.
    """

    def __init__(self, set_out: SetOut, at: Mapping[str, Point]) -> None:
        self.set_out = set_out
        self._beside = {name: place for name, place in at.items() if name not in set_out.footprint.corners}
        self._corners = {name: at[name] for name in set_out.footprint.names}
        self.strings = (
            Strings(set_out.footprint, self._corners, set_out.boards) if set_out.hands is Hands.NAILS else None
        )
        self._lines = lines_of(set_out.footprint, set_out.named)
        self._at: dict[str, Point] | None = None
        """Worked out once for every move: each reading asks for it several times."""

    @property
    def corners(self) -> dict[str, Point]:
        """Where strings really cross, stakes stand, forms meet."""
        at = self.at
        return {name: at[name] for name in self.set_out.footprint.names}

    @property
    def at(self) -> dict[str, Point]:
        """Every point that pulls can name: corners and nails move with their strings, known points stay."""
        if self._at is None:
            nails, corners = (self.strings.nails, self.strings.corners()) if self.strings else ({}, self._corners)
            self._at = {**{name: nails.get(name, place) for name, place in self._beside.items()}, **corners}
        return self._at

    def length_mm(self, pull: Pull) -> float:
        """What a pull would measure if nothing were off, burn, slope and offsets not included."""
        return self._measured(pull, self.at)

    def planned_mm(self, pull: Pull) -> float:
        """The same with everything at its plan, as anybody can work it out."""
        return self._measured(pull, {**self.set_out.named.points, **self.set_out.footprint.corners})

    def _measured(self, pull: Pull, at: Mapping[str, Point]) -> float:
        template = replace(pull, reading_mm=pull.burn_mm + pull.offset_mm + 1.0, fall_mm=0.0)  # its number says nothing
        return planned_mm(template, at, self._lines)

    def move(self, board: Board, inward_mm: float) -> None:
        """Move a nail, to a mark of the tape."""
        if self.strings is not None:
            self.strings.move(board, MARK_MM * round(inward_mm / MARK_MM))
            self._at = None

    def carry_out(self, order: Order, believed: Mapping[str, Point], noise: Random) -> None:
        """Do what hands are told: move nails, drive stakes again, or push forms.

        Args:
            order: told from where the corners were believed to be.
            believed: those places.
            noise: of the hand that drives a stake or pushes a form.
        """
        if self.strings is not None:
            for move in order.moves:
                self.move(move.board, move.inward_mm)
            return
        self._at = None
        names = self.set_out.footprint.names
        ends = () if self.set_out.footprint.closed else (names[0], names[-1])  # marked again along their lines
        moved = dict.fromkeys([*(push.corner for push in order.pushes), *(m.board.corner for m in order.moves), *ends])
        half = MARK_MM / 2
        for name in moved:
            way = order.corners[name] - believed[name]
            off = Point(noise.uniform(-half, half), noise.uniform(-half, half))
            self._corners[name] = self._corners[name] + way + off
        if self.set_out.cut_within_mm is not None:
            self._corners = settled(self.set_out.footprint, self._corners, self.set_out.held_line)

    def laid(self) -> dict[str, Point]:
        """Real corners laid over the plan by what is held, as the verdict means them.

        Nothing says where along its line a held line's first corner lies but that corner itself.
        """
        hold = self.set_out.hold
        if hold.kind in (HoldKind.POINTS, HoldKind.WALL):
            return self.corners
        footprint = self.set_out.footprint
        laid = laid_corners(hold, self.at, {**self._beside, **footprint.corners}, footprint.names)[1]
        return {name: laid[name] for name in footprint.names}

    @property
    def worst_mm(self) -> float:
        """Farthest that a real corner is from its plan, laid over it by what is held."""
        at = self.laid()
        return max(place.distance_to(at[name]) for name, place in self.set_out.footprint.corners.items())


def put_up_by_eye(set_out: SetOut, noise: Random, by_mm: float = BY_EYE_MM) -> RealLines:
    """Lines put up by eye; what is held is where it is, the far end of a held line as far along it as the eye has it.

    Args:
        set_out: what they are to become.
        noise: of the eye.
        by_mm: standard deviation along and across.
    """
    plan, hold = set_out.footprint.corners, set_out.hold
    known = {*hold.fixed, *set_out.named.known}
    at = {**set_out.named.points, **plan}
    placed: dict[str, Point] = {}
    for name, place in at.items():
        off = Point(noise.gauss(0, by_mm), noise.gauss(0, by_mm))
        if hold.frame_line and name in hold.names:
            start, end = (at[one] for one in hold.frame_line)
            along = (end - start).unit()
            off = along * off.dot(along) if name == hold.frame_line[1] else Point(0.0, 0.0)
        elif name in known or name not in plan:
            off = Point(0.0, 0.0)
        placed[name] = place + off
    if set_out.cut_within_mm is None:
        return RealLines(set_out, placed)
    held = set_out.held_line
    frame = settled(set_out.footprint, {name: placed[name] for name in plan} | {n: at[n] for n in held}, held)
    cut = set_out.cut_within_mm / 2 / math.sqrt(2)
    for name in frame:
        if name in held:
            continue
        frame[name] = frame[name] + Point(noise.gauss(0, cut), noise.gauss(0, cut))
    return RealLines(set_out, placed | frame)
