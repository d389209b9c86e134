"""What is worked out once: the latest used stay, and threads never get another's value."""

import random
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from functools import partial
from operator import mul

import pytest

from anvilhead.service.revisions import to_restore
from anvilhead.service.shown.kept import Kept


def test_the_values_used_last_stay() -> None:
    kept = Kept[int](2)
    worked_out: list[int] = []

    def square(of: int) -> int:
        worked_out.append(of)
        return of * of

    for of in (1, 2, 1, 3, 1, 2):
        assert kept.get(of, partial(square, of)) == of * of
    # 2 had to go when 3 came, for 1 was used after it
    assert worked_out == [1, 2, 3, 2]
    assert (1 in kept, 2 in kept, 3 in kept) == (True, True, False)


def test_what_is_put_takes_the_place_of_what_was_kept() -> None:
    kept = Kept[str](3)
    kept.put("a", "old")
    kept.put("a", "new")
    assert kept.get("a", lambda: "worked out") == "new"


def test_a_value_that_cannot_be_worked_out_is_not_kept() -> None:
    kept = Kept[int](3)
    with pytest.raises(ZeroDivisionError):
        kept.get("a", lambda: 1 // 0)
    assert kept.get("a", lambda: 5) == 5


def test_threads_get_the_values_of_their_keys() -> None:
    kept = Kept[int](8)

    def many(seed: int) -> bool:
        dice = random.Random(seed)
        keys = [dice.randrange(20) for _ in range(2000)]
        return all(kept.get(key, partial(mul, key, 7)) == key * 7 for key in keys)

    with ThreadPoolExecutor(8) as pool:
        assert all(pool.map(many, range(8)))


@dataclass(frozen=True)
class Revision:
    revision: int
    restores: int | None = None


@pytest.mark.parametrize(
    ("restores", "brings_back"),
    [
        ([], None),
        ([None], None),
        ([None, None, None], 2),
        # 4 brought 2 back: the next undo goes on to 1, and then there is no more
        ([None, None, None, 2], 1),
        ([None, None, None, 2, 1], None),
        # a change after an undo is undone to what the undo brought back
        ([None, None, 1, None], 1),
    ],
)
def test_undo_goes_back_through_earlier_undoings(restores: list[int | None], brings_back: int | None) -> None:
    revisions = [Revision(number, one) for number, one in enumerate(restores, 1)]
    assert to_restore(revisions) == brings_back
