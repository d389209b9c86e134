"""Boards written down: where they stand, face-on, in height, and what they are made of."""

from collections import Counter
from collections.abc import Mapping
from functools import cached_property

from anvilhead.core.boards.batter_board import Board, BoardStyle
from anvilhead.core.boards.board_face import BoardFace, face_of
from anvilhead.core.boards.board_height import BoardHeight, BoardHeights, heights_of
from anvilhead.core.boards.board_stand import Standing, stand, strings_of
from anvilhead.core.boards.dig import BoardClash, SetbackNeed, boards_in, carried_mm, clashes, trenches
from anvilhead.core.boards.materials import (
    CutList,
    Load,
    StockPiece,
    cut_list,
    joints_of,
    one_string_round,
    strings_mm,
    truck_list,
)
from anvilhead.core.boards.string_sag import sag_mm
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.messages import plan_words
from anvilhead.core.plan.line_family import WALL_FACE
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results import plan_results as r
from anvilhead.jobfile.results.result_parts import Direction
from anvilhead.jobfile.working.board_ground import ground_of, height_rule_of
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.working.strings import nail_beyond_of
from anvilhead.jobfile.written.writing import place, text_of, tidy

THIS_FOOTPRINT = "this footprint"


class Boards:
    """All boards of a plan, worked out once for the several parts of the results."""

    def __init__(self, found: Planned, units: Units, obstacles: Mapping[str, Footprint]) -> None:
        self.found = found
        self.units = units
        self.faces = [face_of(found.footprint, board, found.families) for board in found.boards]
        ground = ground_of(found)
        self.rule = height_rule_of(found.plan)
        self.heights: BoardHeights | None = (ground and heights_of(found.boards, ground, self.rule)) or None
        self.standing: Standing = stand(found.footprint, found.boards, self.faces)
        self.boards = [board for board in found.boards if board.name not in self.standing.through]
        around = {THIS_FOOTPRINT: found.footprint, **obstacles} if found.footprint.closed else dict(obstacles)
        dug = trenches(found.footprint, found.families, found.dig)
        self.clashes: dict[str, list[str]] = {}
        for clash in clashes(self.boards, self.standing.spans, around):
            self.clashes.setdefault(clash.board, []).append(self._clash(clash))
        for clash in boards_in(self.boards, self.standing.spans, dug):
            self.clashes.setdefault(clash.board, []).append(plan_words.in_dig_text(clash.board, clash.meets))

    def results(self) -> list[r.BoardResult]:
        """Every board."""
        heights = {row.board: row for row in self.heights.boards} if self.heights else {}
        needs = {need.board: need for need in self.found.needs}
        return [
            self._board(board, face, heights.get(board.name), needs.get(board.name))
            for board, face in zip(self.found.boards, self.faces, strict=True)
        ]

    def height_results(self) -> r.HeightsResult | None:
        """All boards in height; None while no ground is said."""
        if self.heights is None:
            return None
        ground = {row.board: row.ground_mm for row in self.heights.boards}
        fall = ground[self.heights.highest] - ground[self.heights.lowest]
        return r.HeightsResult(
            string_mm=tidy(self.heights.string_mm),
            string_text=text_of(self.heights.string_mm, self.units),
            highest=self.heights.highest,
            lowest=self.heights.lowest,
            fall_mm=tidy(fall),
            fall_text=text_of(fall, self.units),
            short=[row.board for row in self.heights.boards if row.short_mm > 0],
            buried=list(self.heights.buried),
            advice=plan_words.heights_advice(self.heights, self.rule, self.units),
            sag=self._sag(),
        )

    def _sag(self) -> str | None:
        """What taking a height from the middle of the longest string would cost."""
        longest = max(self.strings, key=lambda string: string.length_mm, default=None)
        if longest is None:
            return None
        sag = sag_mm(longest.length_mm)
        return plan_words.sag_words(longest.line, sag, self.units) if sag >= 2 * SMALLEST_MOVE_MM else None

    def materials(self) -> r.MaterialsResult:
        """What to take along."""
        plan, boards = self.found.plan.boards, self.boards
        stakes = self._stakes()
        lengths = self._boards_to_cut()
        cuts = cut_list(lengths, [stock.mm for stock in plan.stock] or [max(lengths)]) if lengths else None
        nails = sum(len(face.nails) for face in self.faces if face.board not in self.standing.through)
        route = one_string_round(boards) if plan.one_string else None
        string_mm = route.length_mm if route else strings_mm([s.length_mm for s in self.strings])
        return r.MaterialsResult(
            stakes=sum(stakes.values()),
            boards=len(lengths),
            nails=nails,
            cuts=_cuts(cuts, self.units) if cuts else [],
            too_long=[text_of(mm, self.units) for mm in cuts.too_long_mm] if cuts else [],
            waste_share=round(cuts.waste_share, 4) if cuts else 0.0,
            string_mm=tidy(string_mm),
            string_text=text_of(string_mm, self.units),
            route=route
            and r.RouteResult(
                nails=list(route.nails), length_mm=tidy(route.length_mm), text=text_of(route.length_mm, self.units)
            ),
            truck=[_load(load, self.units) for load in truck_list(stakes, cuts, joints_of(boards), nails, string_mm)],
        )

    @cached_property
    def strings(self) -> list[r.StringResult]:
        """Every string from nail to nail; walls in one line hang on one."""
        nails = {board.name: board.nail for board in self.found.boards}
        return [
            r.StringResult(
                line=run.lines[0],
                lines=list(run.lines),
                boards=list(run.boards),
                length_mm=tidy(length),
                text=text_of(length, self.units),
            )
            for run in strings_of(self.found.footprint)
            if set(run.boards) <= nails.keys()
            for length in [nails[run.boards[0]].distance_to(nails[run.boards[1]])]
        ]

    def stakes(self) -> list[r.StakeResult]:
        """Every stake, where it stands."""
        return [r.StakeResult(place=place(stake.place), boards=list(stake.boards)) for stake in self.standing.stakes]

    def _boards_to_cut(self) -> list[float]:
        """Lengths of the boards to cut, millimetres: a board across a corner is one, though it carries two lines."""
        lengths = {}
        for board in self.boards:
            if board.style is not BoardStyle.STAKES:
                key = board.corner if board.style is BoardStyle.ACROSS else board.name
                lengths[key] = self.standing.length_mm(board.name)
        return list(lengths.values())

    def _stakes(self) -> dict[float | None, int]:
        """How many stakes of each length: from stock, else as needed; None while no ground is said."""
        on_stakes = [stake.boards for stake in self.standing.stakes]
        if self.heights is None:
            return {None: len(on_stakes)}
        rows = {row.board: row for row in self.heights.boards}
        longest = [max((rows[board] for board in boards), key=lambda row: row.stake_mm) for boards in on_stakes]
        return dict(Counter(row.stock_mm or row.stake_mm for row in longest))

    def _board(
        self, board: Board, face: BoardFace, height: BoardHeight | None, need: SetbackNeed | None
    ) -> r.BoardResult:
        corner = self.found.footprint.corners[board.corner]
        setback = board.nail.distance_to(corner)
        wall = next(nail.running_mm for nail in face.nails if nail.family == WALL_FACE)
        return r.BoardResult(
            board=board.name,
            line=board.line,
            corner=board.corner,
            nail=place(board.nail),
            drive=place(board.nail - board.inward * nail_beyond_of(self.found.plan.string)),
            inward=Direction(x=tidy(board.inward.x), y=tidy(board.inward.y)),
            style=board.style,
            setback_mm=tidy(setback),
            setback_text=text_of(setback, self.units),
            needed_mm=need and tidy(need.needed_mm),
            reason=need and plan_words.setback_reason(need, setback, self.units),
            ends=[place(end) for end in self.standing.spans[board.name]],
            length_mm=tidy(self.standing.length_mm(board.name)),
            length_text=text_of(self.standing.length_mm(board.name), self.units),
            first_mm=tidy(face.nails[0].point.distance_to(self.standing.spans[board.name][0])),
            inside="left" if face.inside_left else "right",
            through=self.standing.through.get(board.name),
            carry=self._carry(board, face),
            nails=[
                r.NailResult(
                    family=nail.family,
                    running_mm=tidy(nail.running_mm),
                    text=text_of(nail.running_mm, self.units),
                    x_mm=tidy(nail.point.x),
                    y_mm=tidy(nail.point.y),
                )
                for nail in face.nails
            ],
            wall_mm=tidy(wall),
            height=height and self._height(height),
            clashes=self.clashes.get(board.name, []),
        )

    def _height(self, row: BoardHeight) -> r.BoardHeightResult:
        return r.BoardHeightResult(
            ground_mm=tidy(row.ground_mm),
            string_mm=tidy(row.string_mm),
            string_text=text_of(row.string_mm, self.units),
            steps=row.steps,
            reveal_mm=tidy(row.reveal_mm),
            reveal_text=text_of(row.reveal_mm, self.units),
            stake_mm=tidy(row.stake_mm),
            stake_text=text_of(row.stake_mm, self.units),
            stock_mm=row.stock_mm and tidy(row.stock_mm),
            stock_text=row.stock_mm and text_of(row.stock_mm, self.units),
            short_mm=tidy(row.short_mm),
            short_text=text_of(row.short_mm, self.units) if row.short_mm else None,
        )

    def _carry(self, board: Board, face: BoardFace) -> r.CarryResult | None:
        """The setback that clears the building for a board that stands in it or in its dig."""
        if board.name not in self.clashes:
            return None
        room = self.found.dig.working_mm if self.found.dig else self.found.plan.board_setback.mm
        carried = carried_mm(self.found.footprint, board, face, self.found.families, self.found.dig, room)
        return None if carried is None else r.CarryResult(setback_mm=tidy(carried), text=text_of(carried, self.units))

    def _clash(self, clash: BoardClash) -> str:
        corner = clash.board.rpartition("@")[2]
        reflex = self.found.footprint.turns_rad.get(corner, 0.0) < 0
        return plan_words.clash_text(clash.board, clash.meets, THIS_FOOTPRINT, reflex)


def _cuts(cuts: CutList, units: Units) -> list[r.CutResult]:
    """Stock lengths cut alike, once each with their number."""
    alike: dict[tuple[str, ...], list[StockPiece]] = {}
    for piece in cuts.pieces:
        texts = (text_of(piece.stock_mm, units), *(text_of(mm, units) for mm in piece.cuts_mm))
        alike.setdefault(texts, []).append(piece)
    return [
        r.CutResult(stock_text=stock, cuts=lengths, left_text=text_of(pieces[0].left_mm, units), count=len(pieces))
        for (stock, *lengths), pieces in alike.items()
    ]


def _load(load: Load, units: Units) -> r.LoadResult:
    length = "" if load.length_mm is None else text_of(load.length_mm, units)
    count = "" if load.count is None else str(load.count)
    amount = f"{count} × {length}" if count and length else count or length
    return r.LoadResult(what=load.what, amount=amount, note=load.note)
