"""Numbers that are hardly meant are told; usual ones are not."""

from anvilhead.core.measure.tape import Pull
from anvilhead.core.messages.unlikely import unlikely
from anvilhead.core.plan.line_family import LineFamily
from anvilhead.core.units.units import Units

FOOT = 304.8
USUAL = [LineFamily("footing outer edge", 150), LineFamily("dig outer edge", 1200)]


def test_usual_numbers_are_not_mentioned() -> None:
    pulls = [Pull("A", "C", 60_000)]
    assert list(unlikely(25.4, USUAL, pulls, Units.FT_IN)) == []


def test_a_slip_of_the_keys_is_told_with_its_number() -> None:
    footing = LineFamily("footing outer edge", 150, {"AB": -100 * FOOT})
    told = list(unlikely(5000 * FOOT, [footing], [Pull("A", "C", 360_000)], Units.FT_IN))
    assert [text.split(". ")[0] for text in told] == [
        "A tolerance of 5000' 0\" lets everything pass as square",
        "footing outer edge lies 100' 0\" beside the wall",
        "A–C read 1181' 1 1/4\", longer than any tape",
    ]
