"""Boards as they are shouted and painted."""

import pytest

from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.messages.plan_words import clash_text
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.messages.words import pull_name


@pytest.mark.parametrize(
    ("key", "said"),
    [("AB@A", "A on AB"), ("AB@B", "B on AB"), ("Z-AA@AA", "AA on Z-AA"), ("boat-store/FA@A", "boat-store/A on FA")],
)
def test_a_board_is_said_by_its_corner_and_its_line(key: str, said: str) -> None:
    assert spoken(key) == said


@pytest.mark.parametrize("name", ["A", "X1/Y2", "BM", "crew@yard", "AB@HOME", "AB@C"])
def test_every_other_name_is_said_as_it_stands(name: str) -> None:
    assert spoken(name) == name


def test_sentences_say_boards() -> None:
    assert clash_text("BC@C", "DE@D", "own", reflex=False) == "C on BC and D on DE would cross: move one of them."
    assert pull_name(Pull("AB@A", "C", 5000.0)) == "A on AB – C"
    assert pull_name(Pull("A", "C", 5000.0)) == "A–C"
    assert pull_name(Pull("AB@A", "CD", 5000.0, kind=PullKind.TO_LINE)) == "A on AB to line CD"
