"""Forms of a job file, solved: counts that agree, an edge that is there, what is refused."""

from typing import Any

import pytest

from tests.jobfile.solving import FOOT, INCH, one, refused

FORMS = {"thickness": '6"', "board": '1 1/2"', "stock": ["12'", "16'"]}


def slab(**more: Any) -> dict[str, Any]:
    return {
        "kind": "slab",
        "footprint": {"shape": "rectangle", "length": "40'", "width": "22'"},
        "forms": FORMS,
        **more,
    }


def test_a_kit_for_a_rectangle() -> None:
    forms = one(slab())["forms"]
    sides = {side["line"]: side for side in forms["sides"]}
    assert sides["AB"]["length_mm"] == pytest.approx(40 * FOOT + 3.5 * INCH)
    assert [side["runs_by"] for side in forms["sides"]] == ["B", "C", "D", "A"]
    # what is told is what is listed
    assert forms["stakes"] == sum(len(side["stakes"]) for side in forms["sides"])
    assert forms["stakes"] == sum(len(side["stakes_at"]) for side in forms["sides"])
    assert forms["cleats"] == sum(len(side["joints"]) for side in forms["sides"])
    boards = sum(len(side["pieces"]) for side in forms["sides"])
    assert sum(cut["count"] * len(cut["cuts"]) for cut in forms["cuts"]) == boards
    assert forms["text"].startswith(f"{boards} boards along 4 sides")
    assert [step["hold"] for step in forms["order"]].count(True) == 2
    (check, other) = forms["checks"]
    assert check["length_mm"] == other["length_mm"] == pytest.approx((40**2 + 22**2) ** 0.5 * FOOT)


def test_set_in_but_for_the_side_that_is_there() -> None:
    forms = one(slab(forms=FORMS | {"inset": '1/8"'}, boards={"existing": ["BC"]}, held_line="BC"))["forms"]
    sides = {side["line"]: side for side in forms["sides"]}
    assert list(sides) == ["AB", "CD", "DA"]
    assert forms["existing"] == ["BC"]
    # set in at A only: BC stays
    assert sides["AB"]["side_mm"] == pytest.approx(40 * FOOT - INCH / 8)
    assert sides["DA"]["side_mm"] == pytest.approx(22 * FOOT - INCH / 4)
    assert (sides["AB"]["runs_by"], sides["CD"]["runs_by"]) == (None, "D")
    assert any("No form along BC" in step["text"] for step in forms["order"])


def test_a_side_that_cannot_be_made_is_told_and_the_others_stay() -> None:
    forms = one(slab(forms=FORMS | {"stock": ["2'", "22' 4\""], "joint_clear": "20'"}))["forms"]
    assert [side["line"] for side in forms["sides"]] == ["BC", "DA"]
    assert forms["troubles"][0].startswith("AB: ")


@pytest.mark.parametrize(("changes", "key"), [({"stock": []}, "stock"), ({"family": "moon"}, "family")])
def test_what_cannot_be(changes: dict[str, Any], key: str) -> None:
    assert list(refused(slab(forms=FORMS | changes))) == [f"/structures/0/forms/{key}"]


def test_a_run_has_no_forms() -> None:
    run = {"kind": "fence", "footprint": {"shape": "run", "steps": [{"go": "40'"}]}, "forms": FORMS}
    assert refused(run) == {"/structures/0/forms": "open-forms"}


def test_faces_set_in_by_more_than_the_slab_holds_are_refused() -> None:
    assert refused(slab(forms=FORMS | {"inset": "12'"})) == {"/structures/0/forms": "nothing-left"}
