"""Boards beyond the ordinary: styles, the dig, heights and stakes, faces, materials."""

import math
import random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.boards.batter_board import Board, BoardLayout, BoardStyle, boards_for
from anvilhead.core.boards.board_face import BoardFace, face_of
from anvilhead.core.boards.board_height import HeightRule, heights_of
from anvilhead.core.boards.board_stand import Standing, stand, strings_of, through_lines
from anvilhead.core.boards.dig import Dig, boards_in, carried_mm, clashes, setback_needs, trenches
from anvilhead.core.boards.materials import cut_list, joints_of, one_string_round
from anvilhead.core.forms.cutting import KERF_MM
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.walk import Leg, run_of, walk
from anvilhead.core.plan.line_family import LineFamily

STORE = rectangle(12000, 8000)
FOOT = 304.8
ELL = walk([Leg(9000), Leg(3600, 90), Leg(3000, 90), Leg(2400, -90), Leg(6000, 90), Leg(6000, 90)]).footprint(0)
FAMILIES = [LineFamily("wall face", 0), LineFamily("footing outer edge", 150), LineFamily("footing inner edge", -350)]


def standing(shape: Footprint, boards: tuple[Board, ...]) -> Standing:
    return stand(shape, boards, [face_of(shape, board, FAMILIES) for board in boards])


def face_span(board: Board, face: BoardFace) -> tuple[Point, Point]:
    """A board with 6 in beyond its nails, and 3 ft long at least."""
    over = max(152.4, (914.4 - face.nails[-1].running_mm) / 2)
    return face.nails[0].point - board.inward * over, face.nails[-1].point + board.inward * over


class TestStyles:
    @pytest.mark.parametrize(
        ("style", "stakes", "joints"),
        [(BoardStyle.TWO, 12, 16), (BoardStyle.ACROSS, 8, 8), (BoardStyle.SINGLE, 16, 16), (BoardStyle.STAKES, 8, 0)],
    )
    def test_stakes_and_joints_of_a_rectangle(self, style: BoardStyle, stakes: int, joints: int) -> None:
        boards = boards_for(STORE, BoardLayout(1200, style))
        assert (len(standing(STORE, boards).stakes), joints_of(boards)) == (stakes, joints)

    def test_boards_carried_twenty_feet_apart_share_no_stake(self) -> None:
        boards = boards_for(STORE, BoardLayout(20 * FOOT))
        assert len(standing(STORE, boards).stakes) == 16

    def test_every_board_ends_on_a_stake_and_no_stake_stands_alone(self) -> None:
        for shape in (STORE, ELL):
            for setback in (300, 1200, 1800, 4000):
                found = standing(shape, boards_for(shape, BoardLayout(setback)))
                ends = [end for span in found.spans.values() for end in span]
                assert all(min(end.distance_to(stake.place) for stake in found.stakes) < 1 for end in ends)
                assert all(min(end.distance_to(stake.place) for end in ends) < 1 for stake in found.stakes)

    def test_walls_in_one_line_have_one_string_and_no_board_between(self) -> None:
        # a comb with three teeth: their ends DC, HG, LK are in one line, and so are the bottoms of the two gaps
        comb = Footprint(tuple(Point(x, y) for x, y in (
            (0, 0), (24_000, 0), (24_000, 9000), (20_000, 9000), (20_000, 6000), (16_000, 6000),
            (16_000, 9000), (10_000, 9000), (10_000, 6000), (6000, 6000), (6000, 9000), (0, 9000))))  # fmt: skip
        runs = {run.lines: run.boards for run in strings_of(comb)}
        assert runs["CD", "GH", "KL"] == ("CD@C", "KL@L")
        assert runs["EF", "IJ"] == ("EF@E", "IJ@J")
        through = through_lines(comb)
        assert set(through) == {"CD@D", "GH@G", "GH@H", "KL@K", "EF@F", "IJ@I"}
        found = standing(comb, boards_for(comb, BoardLayout(1200)))
        assert not {name for stake in found.stakes for name in stake.boards} & set(through)

    def test_faces_are_left_and_right_handed_as_one_stands_at_them(self) -> None:
        # outside A, looking east along AB, the building lies to the left; outside B, looking west, to the right
        faces = {b.name: face_of(STORE, b, FAMILIES) for b in boards_for(STORE, BoardLayout(1200))}
        assert (faces["AB@A"].inside_left, faces["AB@B"].inside_left) == (True, False)
        assert (faces["DA@A"].inside_left, faces["DA@D"].inside_left) == (False, True)

    def test_one_board_across_a_corner_faces_the_far_corner_and_carries_both_lines(self) -> None:
        boards = {b.name: b for b in boards_for(rectangle(8000, 8000), BoardLayout(1200, BoardStyle.ACROSS))}
        one, other = boards["AB@A"], boards["DA@A"]

        assert (one.nail, other.nail) == (Point(-1200, 0), Point(0, -1200))
        assert one.inward.x == pytest.approx(-math.sqrt(0.5))
        assert one.inward.y == pytest.approx(math.sqrt(0.5))
        to_far_corner = Point(8000, 8000)
        assert abs(one.inward.dot(to_far_corner)) < 1e-9

    def test_a_nail_on_a_slanting_board_moves_along_the_board(self) -> None:
        """The string AB lies 10 to the inside at A and B: along a board at 45 degrees that is 10·√2."""
        board = next(b for b in boards_for(STORE, BoardLayout(1200, BoardStyle.ACROSS)) if b.name == "AB@A")
        assert board.crossing_mm(Point(0, 10), Point(12000, 10)) == pytest.approx(10 * math.sqrt(2))

    def test_a_corner_on_a_straight_wall_has_plain_stakes(self) -> None:
        straight = Footprint((Point(0, 0), Point(5000, 0), Point(12000, 0), Point(12000, 8000), Point(0, 8000)))
        styles = {b.name: b.style for b in boards_for(straight, BoardLayout(1200))}
        assert styles["AB@B"] is styles["BC@B"] is BoardStyle.STAKES
        assert styles["AB@A"] is BoardStyle.TWO

    def test_an_open_end_has_one_board(self) -> None:
        boards = boards_for(run_of([Leg(12000), Leg(6000, 90)]), BoardLayout(1200))
        assert [b.name for b in boards] == ["AB@A", "AB@B", "BC@B", "BC@C"]
        assert len(standing(run_of([Leg(12000), Leg(6000, 90)]), boards).stakes) == 2 + 3 + 2

    def test_a_board_may_stand_elsewhere_by_its_own_name_before_its_corner(self) -> None:
        layout = BoardLayout(1200, setbacks={"B": 1500, "BC@B": 2000})
        nails = {b.name: b.nail for b in boards_for(STORE, layout)}
        assert (nails["AB@B"].x, nails["BC@B"].y) == (13500, -2000)


class TestDig:
    def test_the_other_sides_edge_and_the_slope_and_room_to_work_add_up(self) -> None:
        """4 ft deep at half a foot per foot, 2 ft to work, footing 6 in out: 0.5 + 2 + 2 = 4.5 ft."""
        families = [LineFamily("wall face", 0), LineFamily("footing outer edge", FOOT / 2)]
        needs = setback_needs(STORE, boards_for(STORE, BoardLayout(1219.2)), families, Dig(4 * FOOT, 0.5, 2 * FOOT))
        assert {round(need.needed_mm, 3) for need in needs} == {round(4.5 * FOOT, 3)}

    def test_a_slanting_corner_needs_more_along_the_line(self) -> None:
        rhomb = Footprint((Point(0, 0), Point(8000, 0), Point(12000, 4000), Point(4000, 4000)))
        # and its inner end, 18 in along the board, leans toward DA by as much again times cos 45°
        needs = setback_needs(rhomb, boards_for(rhomb, BoardLayout(1000)), [LineFamily("edge", 0)], Dig(1000, 0.0, 600))
        assert needs[0].needed_mm == pytest.approx(600 * math.sqrt(2) + 457.2)

    def test_no_board_stands_in_a_dig_it_was_set_back_from(self) -> None:
        rng = random.Random(4)
        for _ in range(200):
            slant = rng.uniform(-3000, 3000)
            shape = Footprint((Point(0, 0), Point(9000, 0), Point(9000 + slant, 6000), Point(slant, 6000)))
            dig = Dig(rng.uniform(300, 1500), rng.choice([0.0, 0.5, 1.0]), 300)
            needs = setback_needs(shape, boards_for(shape, BoardLayout(1000)), FAMILIES, dig)
            boards = boards_for(shape, BoardLayout(1000, setbacks={need.board: need.needed_mm for need in needs}))
            spans = {b.name: face_span(b, face_of(shape, b, FAMILIES)) for b in boards}
            assert boards_in(boards, spans, trenches(shape, FAMILIES, dig)) == []
            nearer = boards_for(
                shape, BoardLayout(1000, setbacks={n.board: n.needed_mm - n.working_mm - 60 for n in needs})
            )
            spans = {b.name: face_span(b, face_of(shape, b, FAMILIES)) for b in nearer}
            assert len(boards_in(nearer, spans, trenches(shape, FAMILIES, dig))) >= len(nearer) // 2

    def test_a_board_in_another_lines_trench_is_told_and_can_be_carried_to_the_far_side(self) -> None:
        boards = {b.name: b for b in boards_for(ELL, BoardLayout(5400))}
        # CD runs on west from D into the ell and ends 600 before FA, whose footing reaches 350 in
        spans = {b.name: (b.nail - b.inward * 450, b.nail + b.inward * 450) for b in boards.values()}
        told = {
            (c.board, c.meets)
            for c in boards_in(list(boards.values()), spans, trenches(ELL, FAMILIES, Dig(900, 0.5, 300)))
        }
        assert ("CD@D", "FA") in told
        far = carried_mm(ELL, boards["CD@D"], face_of(ELL, boards["CD@D"], FAMILIES), FAMILIES, Dig(900, 0.5, 300), 300)
        assert far == pytest.approx(6000 + 150 + 450 + 300)

    def test_at_a_reflex_corner_it_is_the_inner_edge_that_counts(self) -> None:
        needs = {n.board: n for n in setback_needs(ELL, boards_for(ELL, BoardLayout(1200)), FAMILIES, Dig(500, 0, 600))}
        assert needs["CD@D"].needed_mm == pytest.approx(350 + 600)
        assert needs["CD@C"].needed_mm == pytest.approx(150 + 600)

    def test_boards_inside_the_footprint_and_against_a_neighbour_are_found(self) -> None:
        boards = boards_for(ELL, BoardLayout(1200))
        spans = {b.name: (b.nail - b.inward * 450, b.nail + b.inward * 450) for b in boards}
        wall = Footprint((Point(10_000, -3000), Point(10_000, 8000)), closed=False)

        found = {(c.board, c.meets) for c in clashes(boards, spans, {"own": ELL, "wall": wall})}

        assert {("CD@D", "own"), ("DE@D", "own")} <= found
        assert not any(meets == "wall" for _, meets in found)
        nearer = Footprint((Point(9300, -3000), Point(9300, 8000)), closed=False)
        assert ("BC@B", "wall") in {(c.board, c.meets) for c in clashes(boards, spans, {"wall": nearer})}


class TestHeights:
    BOARDS = boards_for(STORE, BoardLayout(1200))

    def ground(self, **by_corner: float) -> dict[str, float]:
        return {board.name: by_corner.get(board.corner, 0.0) for board in self.BOARDS}

    def test_the_highest_ground_governs_and_the_lowest_decides_the_stake(self) -> None:
        heights = heights_of(self.BOARDS, self.ground(C=200, A=-300), HeightRule(clear_mm=150, embed_mm=450))
        rows = {row.board: row for row in heights.boards}

        assert (heights.string_mm, heights.highest[-1], heights.lowest[-1]) == (350, "C", "A")
        assert (rows["AB@A"].reveal_mm, rows["AB@A"].stake_mm) == (650, 1100)
        assert (rows["BC@C"].reveal_mm, rows["BC@C"].stake_mm) == (150, 600)

    def test_the_shortest_stake_at_hand_that_is_long_enough_is_taken(self) -> None:
        rule = HeightRule(150, 450, stakes_mm=(600, 900, 1200))
        rows = {r.board: r for r in heights_of(self.BOARDS, self.ground(C=200, A=-300), rule).boards}
        assert (rows["AB@A"].stock_mm, rows["BC@C"].stock_mm, rows["AB@B"].stock_mm) == (1200, 600, 900)

    def test_running_out_of_stake_is_told_with_its_amount(self) -> None:
        heights = heights_of(self.BOARDS, self.ground(A=-300), HeightRule(150, 450, stakes_mm=(600, 800)))
        assert heights.step_needed_mm == pytest.approx(100)
        assert {r.board for r in heights.boards if r.short_mm} == {"AB@A", "DA@A"}

    def test_lines_step_down_together_so_that_strings_stay_level(self) -> None:
        """Ground falls 900 from A and D to B and C; steps of 300: only the line along the low side steps down."""
        rule = HeightRule(150, 450, stakes_mm=(1200,), step_mm=300)
        heights = heights_of(self.BOARDS, self.ground(B=-900, C=-900), rule)
        steps: dict[str, set[int]] = {}
        for board, row in zip(self.BOARDS, heights.boards, strict=True):
            steps.setdefault(board.line, set()).add(row.steps)

        assert steps == {"AB": {0}, "BC": {3}, "CD": {0}, "DA": {0}}

    def test_a_string_decided_otherwise_that_runs_into_the_ground_is_told(self) -> None:
        heights = heights_of(self.BOARDS, self.ground(C=200), HeightRule(150, 450, string_mm=300))
        assert heights.buried == ("BC@C", "CD@C")

    @given(st.lists(st.floats(-2000, 2000), min_size=8, max_size=8), st.floats(50, 600))
    def test_every_string_clears_its_ground_and_steps_are_whole(self, ground: list[float], step_mm: float) -> None:
        at = dict(zip([b.name for b in self.BOARDS], ground, strict=True))
        heights = heights_of(self.BOARDS, at, HeightRule(150, 450, step_mm=step_mm))
        for row in heights.boards:
            assert row.reveal_mm >= 150 - 1e-6
            assert row.string_mm == pytest.approx(heights.string_mm - row.steps * step_mm)


class TestFaces:
    def test_nails_run_inward_from_the_outermost_line(self) -> None:
        board = boards_for(STORE, BoardLayout(1200))[0]
        face = face_of(STORE, board, FAMILIES)

        assert [(nail.family, nail.running_mm) for nail in face.nails] == [
            ("footing outer edge", 0),
            ("wall face", 150),
            ("footing inner edge", 500),
        ]
        assert face.nails[1].point == board.nail
        assert face.length_mm == 914.4

    def test_across_a_corner_they_are_farther_apart(self) -> None:
        board = boards_for(STORE, BoardLayout(1200, BoardStyle.ACROSS))[0]
        face = face_of(STORE, board, FAMILIES)
        assert face.nails[-1].running_mm == pytest.approx(500 * math.sqrt(2))

    def test_every_nail_lies_on_its_line(self) -> None:
        for board in boards_for(ELL, BoardLayout(1200, BoardStyle.ACROSS)):
            side = ELL.sides_by_name[board.line]
            for nail, family in zip(
                face_of(ELL, board, FAMILIES).nails, (FAMILIES[1], FAMILIES[0], FAMILIES[2]), strict=True
            ):
                away = (nail.point - side.start_point).dot(ELL.inward(side)) * -1
                assert away == pytest.approx(family.offset_mm)

    def test_a_board_across_is_cut_once_for_both_its_lines(self) -> None:
        boards = boards_for(STORE, BoardLayout(1200, BoardStyle.ACROSS))
        found = standing(STORE, boards)
        assert found.spans["AB@A"] == found.spans["DA@A"]
        assert found.length_mm("AB@A") > 1200 * math.sqrt(2)  # both nails are on it


class TestMaterials:
    def test_eight_three_foot_boards_from_ten_foot_stock(self) -> None:
        """Three to a length with two kerfs: 3, 3 and 2 boards, the last from a length of its own."""
        cuts = cut_list([3 * FOOT] * 8, [10 * FOOT])
        assert [len(piece.cuts_mm) for piece in cuts.pieces] == [3, 3, 2]
        assert cuts.pieces[0].left_mm == pytest.approx(1 * FOOT - 2 * KERF_MM)

    def test_the_kerf_can_cost_a_piece(self) -> None:
        assert len(cut_list([5 * FOOT] * 2, [10 * FOOT]).pieces) == 2

    def test_the_last_length_is_taken_as_short_as_it_may_be(self) -> None:
        cuts = cut_list([3 * FOOT] * 4, [8 * FOOT, 10 * FOOT])
        assert [piece.stock_mm for piece in cuts.pieces] == [10 * FOOT, 8 * FOOT]

    def test_what_no_stock_gives_is_told(self) -> None:
        assert cut_list([4000, 900], [3000]).too_long_mm == (4000,)

    @given(st.lists(st.floats(300, 3000), min_size=1, max_size=40))
    def test_every_piece_is_cut_once_and_no_length_is_overdrawn(self, lengths: list[float]) -> None:
        cuts = cut_list(lengths, [2400, 3000, 3600])

        assert sorted(mm for piece in cuts.pieces for mm in piece.cuts_mm) == sorted(lengths)
        for piece in cuts.pieces:
            assert sum(piece.cuts_mm) + KERF_MM * (len(piece.cuts_mm) - 1) <= piece.stock_mm + 1e-5
        least = math.ceil(sum(lengths) / 3600)
        assert least <= len(cuts.pieces) <= max(1, math.ceil(least * 11 / 9 + 1) * 2)

    def test_one_string_leads_along_every_line_and_over_to_the_next_nail(self) -> None:
        """Four lines with 1.2 m beyond each end, and three hops of 1.2·√2 between them, and two knots of 3 ft."""
        route = one_string_round(boards_for(STORE, BoardLayout(1200)))

        assert route.nails[:3] == ("AB@A", "AB@B", "BC@B")
        lines = 2 * (12000 + 2400) + 2 * (8000 + 2400)
        assert route.length_mm == pytest.approx(lines + 3 * 1200 * math.sqrt(2) + 2 * 914.4)
