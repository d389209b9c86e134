"""The judgement over rounds drawn at random (tests/drawn_rounds.py; many more by `./anvilhead bench slips`)."""

from tests.drawn_rounds import drawn, judged


def test_careful_rounds_are_hardly_ever_questioned() -> None:
    assert judged(drawn(seed, 0) for seed in range(400))["undecided"] <= 2


def test_one_slip_is_singled_out_mostly_and_never_wrongly() -> None:
    found = judged(drawn(seed, 1) for seed in range(150))
    assert found["wrong"] == found["mirrored falsely"] == 0
    assert found["right"] > 0.6 * found["rounds"]


def test_two_slips_are_singled_out_often_and_never_wrongly() -> None:
    found = judged(drawn(seed, 2) for seed in range(150))
    assert found["wrong"] == found["mirrored falsely"] == 0
    assert found["right"] > 0.45 * found["rounds"]


def test_a_corner_on_the_wrong_side_is_named_where_pulls_allow() -> None:
    found = judged(drawn(seed, 0, mirrored=True) for seed in range(120))
    assert found["wrong"] == found["mirrored falsely"] == 0
    assert found["mirrored rightly"] > 0.7 * found["rounds"]
