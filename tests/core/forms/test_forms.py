"""Forms: boards, joints and stakes by hand; cutting against the sum of the pieces and against what is possible."""

import random

import pytest

from anvilhead.core.forms.cutting import KERF_MM, cut_from
from anvilhead.core.forms.form_kit import KICKER_SPACING, FormRule, form_side, spacing_for
from anvilhead.core.units.errors import InputError

INCH, FOOT = 25.4, 304.8


def rule(**changes: object) -> FormRule:
    usual: dict[str, object] = {
        "board_mm": 1.5 * INCH,
        "lap_mm": 2 * INCH,
        "stock_mm": (12 * FOOT, 16 * FOOT),
        "joint_clear_mm": 2 * FOOT,
        "spacing_mm": 4 * FOOT,
        "kicker_mm": 6 * FOOT,
    }
    return FormRule(**(usual | changes))  # type: ignore[arg-type]


class TestSides:
    def test_a_short_side_is_one_board_that_runs_by(self) -> None:
        form = form_side(10 * FOOT, rule(), runs_by=True)
        assert form.pieces_mm == pytest.approx([10 * FOOT + 3.5 * INCH])
        assert form.joints_mm == ()
        # corner stakes 6 in from either end, 9 ft between them in three spaces
        assert form.stakes_mm == pytest.approx([0.5 * FOOT, 3.5 * FOOT, 6.5 * FOOT, 9.5 * FOOT])

    def test_kickers_stand_at_joints_and_between_them(self) -> None:
        # 33 ft with joints at 16 and 31: 16 in three spaces, 15 in three, 2 in one
        form = form_side(33 * FOOT, rule(), runs_by=False)
        stations = [round(mm / FOOT, 4) for mm in form.kickers_mm]
        assert stations == [5.3333, 10.6667, 16, 21, 26, 31]
        assert form_side(5 * FOOT, rule(), runs_by=True).kickers_mm == ()
        # the thicker the concrete, the closer
        assert [spacing_for(inch * INCH, KICKER_SPACING) / FOOT for inch in (4, 6, 8, 10, 24)] == [8, 6, 4, 3, 2]

    def test_where_concrete_begins_it_butts(self) -> None:
        assert form_side(10 * FOOT, rule(), runs_by=False).length_mm == pytest.approx(10 * FOOT)

    def test_joints_stay_clear_of_both_corners(self) -> None:
        # 33 ft in boards of 16 would leave one of 1 ft: the board before gives it what it lacks
        form = form_side(33 * FOOT, rule(), runs_by=False)
        assert [round(piece / FOOT, 6) for piece in form.pieces_mm] == [16, 15, 2]
        by = form_side(33 * FOOT, rule(), runs_by=True)
        assert by.joints_mm[-1] == pytest.approx(31 * FOOT)

    def test_every_joint_has_its_stake_and_none_is_too_far_from_the_next(self) -> None:
        rng = random.Random(3)
        for _ in range(500):
            side = rng.uniform(4, 120) * FOOT
            one = rule(spacing_mm=rng.uniform(1, 5) * FOOT)
            form = form_side(side, one, runs_by=rng.random() < 0.5)
            assert sum(form.pieces_mm) == pytest.approx(form.length_mm)
            assert max(form.pieces_mm) <= 16 * FOOT + 1e-6
            assert all(any(abs(stake - joint) < 1e-6 for stake in form.stakes_mm) for joint in form.joints_mm)
            assert all(2 * FOOT - 1e-6 <= joint <= side - 2 * FOOT + 1e-6 for joint in form.joints_mm)
            gaps = [b - a for a, b in zip(form.stakes_mm, form.stakes_mm[1:], strict=False)]
            assert max(gaps) <= one.spacing_mm + 1e-6

    def test_a_joint_that_has_no_place_is_refused(self) -> None:
        with pytest.raises(InputError) as error:
            form_side(7 * FOOT, rule(stock_mm=(5 * FOOT,), joint_clear_mm=4 * FOOT), runs_by=False)
        assert error.value.code == "no-place-for-joint"

    def test_thicker_concrete_closer_stakes(self) -> None:
        apart = [spacing_for(inches * INCH) / FOOT for inches in (3.5, 4, 6, 6.1, 10, 14)]
        assert apart == pytest.approx([5, 5, 4, 3, 2.5, 2])


class TestCutting:
    def test_by_hand(self) -> None:
        # 9 + 3 ft and the saw fill no 12 ft board: 16 and 12 are taken, not two of 16
        found = cut_from([9 * FOOT, 3 * FOOT, 12 * FOOT], [12 * FOOT, 16 * FOOT])
        assert sorted((round(cut.stock_mm / FOOT), len(cut.pieces)) for cut in found) == [(12, 1), (16, 2)]

    def test_the_saw_is_reckoned_with(self) -> None:
        exact = [6 * FOOT, 6 * FOOT]
        assert len(cut_from(exact, [12 * FOOT])) == 2
        assert len(cut_from(exact, [12 * FOOT + KERF_MM])) == 1

    def test_a_piece_longer_than_any_stock_is_refused(self) -> None:
        with pytest.raises(InputError) as error:
            cut_from([20 * FOOT], [12 * FOOT, 16 * FOOT])
        assert error.value.code == "stock-too-short"

    @pytest.mark.parametrize("seed", range(12))
    def test_two_hundred_pieces_from_four_lengths(self, seed: int) -> None:
        """Nothing is lost or cut twice, and of pieces that mix well hardly more is taken than they are long."""
        rng = random.Random(seed)
        stock = [8 * FOOT, 10 * FOOT, 12 * FOOT, 16 * FOOT]
        pieces = [rng.randint(8, 2500) / 16 * INCH for _ in range(200)]
        found = cut_from(pieces, stock)
        assert sorted(piece for cut in found for piece in cut.pieces) == list(range(200))
        for cut in found:
            used = sum(pieces[piece] for piece in cut.pieces) + KERF_MM * (len(cut.pieces) - 1)
            assert used <= cut.stock_mm + 1e-6
            assert cut.left_mm == pytest.approx(max(0.0, cut.stock_mm - used), abs=KERF_MM)
        assert sum(cut.stock_mm for cut in found) <= 1.025 * sum(pieces)
