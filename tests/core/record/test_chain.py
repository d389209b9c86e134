"""The chain of hashes: worked once by hand with the standard library's hash, then broken in every way."""

import hashlib
from dataclasses import replace

import pytest

from anvilhead.core.record.chain import CHANGED, FIRST, PUT_IN, TAKEN_AWAY, Seal, against, row_hash, sealed, walk

AT = "2026-11-27T09:00:00.000000+00:00"


def by_hand(text: str) -> str:
    return hashlib.sha256(text.encode()).hexdigest()


def test_a_row_is_hashed_by_its_columns_in_order_without_nulls() -> None:
    told = by_hand('{"id":"p1","reading":"44\' 0\\"","who":"Inés"}')
    assert row_hash({"who": "Inés", "reading": "44' 0\"", "id": "p1", "struck": None}) == told


def test_a_seal_is_hashed_over_the_one_before() -> None:
    seal = sealed(FIRST, AT, [["pulls", "1", "a" * 64]])
    assert seal.digest == by_hand(f'["{FIRST}","{AT}",[["pulls","1","{"a" * 64}"]]]')


CHAIN = [sealed(FIRST, AT, [["pulls", "1", "a" * 64]])]
CHAIN.append(sealed(CHAIN[0].digest, AT, [["pulls", "1", "b" * 64], ["log", "7", "c" * 64]]))
CHAIN.append(sealed(CHAIN[1].digest, AT, [["log", "8", "d" * 64]]))


def test_what_was_written_last_of_a_row_counts() -> None:
    walked = walk(CHAIN)
    assert (walked.head, walked.broken) == (CHAIN[2].digest, [])
    assert walked.last == {("pulls", "1"): "b" * 64, ("log", "7"): "c" * 64, ("log", "8"): "d" * 64}


@pytest.mark.parametrize(
    "chain",
    [
        CHAIN[1:],
        [CHAIN[0], CHAIN[2]],
        [CHAIN[1], CHAIN[0], CHAIN[2]],
        [CHAIN[0], replace(CHAIN[1], at=AT.replace("09", "10")), CHAIN[2]],
        [CHAIN[0], replace(CHAIN[1], rows=CHAIN[1].rows[:1]), CHAIN[2]],
        [CHAIN[0], sealed(FIRST, AT, CHAIN[1].rows), CHAIN[2]],
    ],
)
def test_a_seal_that_is_gone_moved_or_changed_breaks_the_chain(chain: list[Seal]) -> None:
    assert walk(chain).broken


def test_rows_that_were_changed_put_in_and_taken_away() -> None:
    now = [["pulls", "1", "x" * 64], ["log", "7", "c" * 64], ["log", "9", "e" * 64]]
    found = {(one.table, one.key): one.how for one in against(walk(CHAIN).last, now)}
    assert found == {("pulls", "1"): CHANGED, ("log", "9"): PUT_IN, ("log", "8"): TAKEN_AWAY}
