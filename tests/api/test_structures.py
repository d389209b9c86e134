"""Plans with revisions, readings that are only ever added."""

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

from tests.api.conftest import PLAN, pull

NewJob = Callable[..., dict[str, Any]]
NONSENSE = ["", "   ", "letters", "27' 13\"", "1/0", "-5", "1e999", "9" * 5000, "👷", "<img src=x onerror=alert(1)>"]


@pytest.fixture
def structure(new_job: NewJob) -> str:
    found: str = new_job()["structures"][0]["id"]
    return found


def change(base: int, **footprint: Any) -> dict[str, Any]:
    plan = PLAN | {"footprint": PLAN["footprint"] | footprint}
    return {"units": "ft-in", "base_revision": base, "plan": plan}


class TestPlans:
    def test_a_change_is_a_new_revision(self, client: TestClient, structure: str) -> None:
        changed = client.put(f"/api/structures/{structure}/plan", json=change(1, width="28")).json()
        assert (changed["revision"], changed["can_undo"]) == (2, True)
        assert changed["plan"]["size"] == "44' 0\" × 28' 0\""

    def test_the_same_plan_again_is_no_new_revision(self, client: TestClient, structure: str) -> None:
        assert client.put(f"/api/structures/{structure}/plan", json=change(1)).json()["revision"] == 1

    def test_a_stale_change_is_refused_with_what_changed(self, client: TestClient, structure: str) -> None:
        first = change(1, width="28")
        client.put(f"/api/structures/{structure}/plan", json=first, headers={"Anvilhead-Who": "Bram"})

        late = client.put(f"/api/structures/{structure}/plan", json=change(1, length="45"))

        assert (late.status_code, late.json()["code"]) == (409, "stale")
        stale = late.json()["stale"]
        assert (stale["who"], stale["current_revision"]) == ("Bram", 2)
        assert stale["changes"] == [{"pointer": "/footprint/width", "was": "27' 6\"", "now": "28'"}]
        assert client.get(f"/api/structures/{structure}").json()["document"]["footprint"]["length"] == "44'"

    def test_changes_of_different_things_are_put_together_on_demand(self, client: TestClient, structure: str) -> None:
        first, late = change(1), change(1)
        first["plan"] = first["plan"] | {"boards": {"stock": ["12'"]}, "lines": [{"family": "form", "offset": "1"}]}
        late["plan"] = late["plan"] | {"boards": {"ground": {"A": "-1'"}}, "method": "ties"}
        client.put(f"/api/structures/{structure}/plan", json=first)

        refused = client.put(f"/api/structures/{structure}/plan", json=late)
        both = client.put(f"/api/structures/{structure}/plan", json=late | {"put_together": True}).json()

        assert refused.json()["stale"]["can_merge"]
        kept = both["document"]
        assert (kept["boards"]["stock"], kept["boards"]["ground"]) == (["12'"], {"A": "-1'"})
        assert (kept["lines"][0]["family"], kept["method"]) == ("form", "ties")

    def test_length_by_one_and_width_by_another_are_both_kept(self, client: TestClient, structure: str) -> None:
        client.put(f"/api/structures/{structure}/plan", json=change(1, width="28"))
        late = change(1, length="45")
        refused = client.put(f"/api/structures/{structure}/plan", json=late)
        assert refused.json()["stale"]["can_merge"]
        both = client.put(f"/api/structures/{structure}/plan", json=late | {"put_together": True}).json()
        assert both["plan"]["size"] == "45' 0\" × 28' 0\""

    def test_a_walk_that_two_people_changed_is_never_put_together(self, client: TestClient, structure: str) -> None:
        steps = [{"go": go, "turn": 90 * bool(n)} for n, go in enumerate(("9 m", "6 m", "9 m", "6 m"))]
        walk = {"shape": "walk", "steps": steps}
        client.put(f"/api/structures/{structure}/plan", json=change(1, width="28"))
        late = {"units": "ft-in", "base_revision": 1, "plan": PLAN | {"footprint": walk}, "put_together": True}
        refused = client.put(f"/api/structures/{structure}/plan", json=late)
        assert (refused.status_code, refused.json()["stale"]["can_merge"]) == (409, False)

    def test_two_changes_of_one_value_are_never_put_together(self, client: TestClient, structure: str) -> None:
        client.put(f"/api/structures/{structure}/plan", json=change(1, width="28"))
        late = client.put(f"/api/structures/{structure}/plan", json=change(1, width="29") | {"put_together": True})
        assert (late.status_code, late.json()["stale"]["can_merge"]) == (409, False)

    def test_undo_walks_back_step_by_step(self, client: TestClient, structure: str) -> None:
        for revision, width in ((1, "28"), (2, "29")):
            client.put(f"/api/structures/{structure}/plan", json=change(revision, width=width))

        widths = []
        for revision in (3, 4):
            undone = client.post(f"/api/structures/{structure}/plan/undo", json={"base_revision": revision}).json()
            widths.append(undone["document"]["footprint"]["width"])

        assert widths == ["28'", "27' 6\""]
        assert undone["can_undo"] is False
        nothing = client.post(f"/api/structures/{structure}/plan/undo", json={"base_revision": 5})
        assert (nothing.status_code, nothing.json()["code"]) == (409, "conflict")

    def test_a_change_after_undoing_can_be_undone_to_what_was_restored(
        self, client: TestClient, structure: str
    ) -> None:
        client.put(f"/api/structures/{structure}/plan", json=change(1, width="28"))
        client.post(f"/api/structures/{structure}/plan/undo", json={"base_revision": 2})
        client.put(f"/api/structures/{structure}/plan", json=change(3, width="30"))
        undone = client.post(f"/api/structures/{structure}/plan/undo", json={"base_revision": 4}).json()
        assert undone["document"]["footprint"]["width"] == "27' 6\""

    @pytest.mark.parametrize("width", NONSENSE)
    def test_nonsense_is_refused_at_its_place(self, client: TestClient, structure: str, width: str) -> None:
        response = client.put(f"/api/structures/{structure}/plan", json=change(1, width=width))
        assert response.status_code == 422
        assert [problem["pointer"] for problem in response.json()["problems"]] == ["/plan/footprint/width"]

    def test_an_unknown_held_line_is_refused(self, client: TestClient, structure: str) -> None:
        body = change(1)
        body["plan"] = body["plan"] | {"held_line": "XY"}
        response = client.put(f"/api/structures/{structure}/plan", json=body)
        assert response.json()["problems"][0]["pointer"] == "/plan/held_line"

    def test_what_the_strings_do_not_hang_on_asks_for_no_check(self, client: TestClient, structure: str) -> None:
        client.post(f"/api/structures/{structure}/pulls", json=pull("A", "B", "45'"))
        body = change(1)
        body["plan"] = body["plan"] | {"method": "ties", "boards": {"stock": ["12'"], "ground": {"C": "-1'"}}}
        changed = client.put(f"/api/structures/{structure}/plan", json=body).json()
        assert "re-check" not in [stage["state"] for stage in changed["stages"]]

    def test_a_plan_changed_after_the_pulls_asks_for_a_check(self, client: TestClient, structure: str) -> None:
        client.post(f"/api/structures/{structure}/pulls", json=pull("A", "B", "45"))
        changed = client.put(f"/api/structures/{structure}/plan", json=change(1, width="28")).json()
        assert [stage["state"] for stage in changed["stages"]][1:4] == ["done", "re-check", "re-check"]


class TestReadings:
    def test_a_reading_keeps_what_was_typed_beside_what_it_means(self, client: TestClient, structure: str) -> None:
        view = client.post(f"/api/structures/{structure}/pulls", json=pull("A", "C", "52-11-1/8")).json()
        kept = view["pulls"][0]
        assert (kept["reading"]["written"], kept["reading"]["mm"]) == ("52' 11 1/8\"", 16132.175)
        assert (kept["who"], kept["difference_text"]) == ("Ines", '+1/2"')

    def test_a_64th_of_an_inch_is_kept_exactly(self, client: TestClient, structure: str) -> None:
        view = client.post(f"/api/structures/{structure}/pulls", json=pull("A", "C", "52' 11 1/64\"")).json()
        assert view["pulls"][0]["reading"]["mm"] == 16129.396875  # 635 in is 16129 mm, 1/64 in is 0.396875 mm

    @pytest.mark.parametrize(
        ("reading", "written", "mm"),
        [
            (1e8, "100000000 mm", 1e8),
            ("100 km", None, None),
            (0.1, "0.1 mm", 0.1),
            (1e-7, None, None),
            (1e-6, "0.000001 mm", 1e-6),
        ],
    )
    def test_the_longest_and_the_shortest_there_is(
        self, client: TestClient, structure: str, reading: float | str, written: str | None, mm: float | None
    ) -> None:
        body = pull("A", "C", "0") | {"reading": reading, "burn": 0}
        response = client.post(f"/api/structures/{structure}/pulls", json=body)
        if written is None:
            assert response.status_code == 422
        else:
            kept = response.json()["pulls"][0]["reading"]
            assert (kept["written"], kept["mm"]) == (written, mm)

    def test_sending_a_reading_twice_records_it_once(self, client: TestClient, structure: str) -> None:
        body = pull("A", "C", "52' 11\"")
        first = client.post(f"/api/structures/{structure}/pulls", json=body).json()
        assert client.post(f"/api/structures/{structure}/pulls", json=body).json() == first
        assert len(first["pulls"]) == 1

    def test_two_at_once_record_it_once(self, client: TestClient, structure: str) -> None:
        body = pull("A", "C", "52' 11\"")
        with ThreadPoolExecutor(4) as crew:
            sent = [crew.submit(client.post, f"/api/structures/{structure}/pulls", json=body) for _ in range(4)]
        assert {response.result().status_code for response in sent} == {201}
        assert len(client.get(f"/api/structures/{structure}").json()["pulls"]) == 1

    def test_the_id_of_another_reading_is_a_conflict(self, client: TestClient, structure: str) -> None:
        body = pull("A", "C", "52' 11\"")
        client.post(f"/api/structures/{structure}/pulls", json=body)
        other = client.post(f"/api/structures/{structure}/pulls", json=body | {"reading": "52'"})
        assert (other.status_code, other.json()["code"]) == (409, "conflict")

    def test_a_correction_strikes_out_and_replaces(self, client: TestClient, structure: str) -> None:
        wrong = pull("A", "C", "52' 11\"")
        client.post(f"/api/structures/{structure}/pulls", json=wrong)
        right = pull("A", "C", "52' 10\"", replaces=wrong["id"])

        view = client.post(f"/api/structures/{structure}/pulls", json=right, headers={"Anvilhead-Who": "Bram"}).json()

        struck, kept = view["pulls"]
        assert struck["struck"]["who"] == "Bram"
        assert struck["struck"]["replaced_by"] == right["id"]
        assert (struck["reading"]["written"], kept["struck"]) == ("52' 11\"", None)
        assert len(view["result"]["square"]["residuals"]) == 1

    def test_a_reading_cannot_be_replaced_twice(self, client: TestClient, structure: str) -> None:
        wrong = pull("A", "C", "52' 11\"")
        client.post(f"/api/structures/{structure}/pulls", json=wrong)
        client.post(f"/api/structures/{structure}/pulls", json=pull("A", "C", "52'", replaces=wrong["id"]))
        late = client.post(f"/api/structures/{structure}/pulls", json=pull("A", "C", "53'", replaces=wrong["id"]))
        assert late.status_code == 409
        assert len(client.get(f"/api/structures/{structure}").json()["pulls"]) == 2

    def test_striking_twice_changes_nothing(self, client: TestClient, structure: str) -> None:
        body = pull("A", "C", "52' 11\"")
        client.post(f"/api/structures/{structure}/pulls", json=body)
        first = client.post(f"/api/structures/{structure}/pulls/{body['id']}/strike").json()
        assert client.post(f"/api/structures/{structure}/pulls/{body['id']}/strike").json() == first
        assert first["result"]["square"] is None

    def test_a_strike_is_taken_back_and_made_again(self, client: TestClient, structure: str) -> None:
        body = pull("A", "C", "52 10 5/8")
        client.post(f"/api/structures/{structure}/pulls", json=body)
        for path, struck in (("strike", True), ("strike/back", False), ("strike", True)):
            for _ in range(2):
                shown = client.post(f"/api/structures/{structure}/pulls/{body['id']}/{path}").json()
            assert (shown["pulls"][0]["struck"] is not None) is struck

    def test_a_reading_of_another_structure_cannot_be_struck(
        self, client: TestClient, structure: str, new_job: NewJob
    ) -> None:
        other = new_job()["structures"][0]["id"]
        body = pull("A", "C", "52' 11\"")
        client.post(f"/api/structures/{other}/pulls", json=body)
        assert client.post(f"/api/structures/{structure}/pulls/{body['id']}/strike").status_code == 404

    @pytest.mark.parametrize("reading", NONSENSE)
    def test_nonsense_is_refused_and_nothing_recorded(self, client: TestClient, structure: str, reading: str) -> None:
        response = client.post(f"/api/structures/{structure}/pulls", json=pull("A", "C", reading))
        assert response.status_code == 422
        assert response.json()["problems"][0]["pointer"] == "/reading"
        assert client.get(f"/api/structures/{structure}").json()["pulls"] == []

    @pytest.mark.parametrize(
        ("changes", "pointer"),
        [({"from": "Q"}, "/from"), ({"to": "A"}, "/to"), ({"burn": "99'"}, "/reading"), ({"round": 0}, "/round")],
    )
    def test_readings_that_cannot_be_are_refused(
        self, client: TestClient, structure: str, changes: dict[str, Any], pointer: str
    ) -> None:
        response = client.post(f"/api/structures/{structure}/pulls", json=pull("A", "C", "52'") | changes)
        assert [problem["pointer"] for problem in response.json()["problems"]] == [pointer]

    def test_a_second_round_leaves_the_first_as_it_was(self, client: TestClient, structure: str) -> None:
        client.post(f"/api/structures/{structure}/pulls", json=pull("A", "C", "52' 11\""))
        view = client.post(f"/api/structures/{structure}/pulls", json=pull("A", "C", "52' 10\"", round=2)).json()
        assert view["result"]["square"]["round"] == 2
        assert [kept["round"] for kept in view["pulls"]] == [1, 2]

    def test_what_a_round_predicted_is_called_in_the_next(self, client: TestClient, structure: str) -> None:
        # A–B is held and 1/2 in long: once the far strings are moved, its tape still comes to the plan
        first = {
            "AB": "45' 1/2\"",
            "BC": "28' 6\"",
            "CD": "45'",
            "DA": "28' 6\"",
            "AC": "52' 10 5/8\"",
            "BD": "52' 11\"",
        }
        for pair, reading in first.items():
            view = client.post(f"/api/structures/{structure}/pulls", json=pull(pair[0], pair[1], reading)).json()
        assert view["result"]["square"]["verdict"] == "adjust"
        then = [call["then_text"] for call in view["calls"]]
        assert None not in then
        assert {call["told_text"] for call in view["calls"]} == {None}

        view = client.post(f"/api/structures/{structure}/pulls", json=pull("A", "B", "45'", round=2)).json()

        assert [call["told_text"] for call in view["calls"]] == then
        assert {call["then_text"] for call in view["calls"]} == {None}


def test_an_id_that_is_none_is_refused(client: TestClient) -> None:
    assert client.get("/api/structures/not-an-id").status_code == 404
    assert client.post(f"/api/structures/{uuid4()}/pulls", json=pull("A", "C", "52'")).status_code == 404


class TestLineFamilies:
    """A round is pulled on one line family, also when a struck reading comes back."""

    def test_a_reading_of_other_lines_needs_a_round_of_its_own(self, client: TestClient, structure: str) -> None:
        base = f"/api/structures/{structure}"
        plan = change(1)
        plan["plan"] = plan["plan"] | {"lines": [{"family": "form", "offset": '6"'}]}
        assert client.put(f"{base}/plan", json=plan).status_code == 200
        wall, form = pull("A", "B", "45'"), pull("A", "B", "46'", family="form")
        assert client.post(f"{base}/pulls", json=wall).status_code == 201

        refused = client.post(f"{base}/pulls", json=form)
        assert (refused.status_code, refused.json()["problems"][0]["code"]) == (422, "other-family")
        assert client.post(f"{base}/pulls", json=form | {"replaces": wall["id"]}).status_code == 201
        back = client.post(f"{base}/pulls/{wall['id']}/strike/back")
        assert (back.status_code, back.json()["problems"][0]["code"]) == (422, "other-family")

        view = client.get(base).json()
        assert view["result"]["square"]["family"] == view["squared_on"] == "form"
        assert "off its plan" not in view["told"]["text"]  # B is where its form line has it, half a foot off the wall's
        entry = next(one for one in view["calls"] if (one["from"], one["to"]) == ("A", "B"))
        assert entry["text"] == "45' 0\""

    def test_a_switch_that_is_neither_yes_nor_no_is_told_plainly(self, client: TestClient, structure: str) -> None:
        plan = change(1)
        plan["plan"] = plan["plan"] | {"goes_on": "maybe"}
        told = client.put(f"/api/structures/{structure}/plan", json=plan).json()["problems"]
        assert [(one["pointer"], one["message"]) for one in told] == [
            ("/plan/goes_on", "“goes_on” must be true or false.")
        ]

    def test_a_family_that_is_not_there_is_refused_at_its_place(self, client: TestClient, structure: str) -> None:
        refused = client.post(f"/api/structures/{structure}/pulls", json=pull("A", "B", "45'", family="kerb"))
        assert [one["pointer"] for one in refused.json()["problems"]] == ["/family"]


class TestAsFound:
    def test_what_was_found_becomes_the_plan_and_can_be_undone(self, client: TestClient, structure: str) -> None:
        read = client.post(f"/api/structures/{structure}/pulls", json=pull("B", "C", "28' 6 3/4\"")).json()
        (found,) = [one for one in read["pulls"] if one["as_plan"]]
        assert found["as_plan"] == "27' 6 3/4\" in place of 27' 6\""
        at = f"/api/structures/{structure}/pulls/{found['id']}/as-found"
        taken = client.post(at, json={"base_revision": 1}).json()
        assert taken["plan"]["size"] == "44' 0\" × 27' 6 3/4\""
        assert [one["text"] for one in taken["result"]["as_found"]] == [
            "B to C is 27' 6 3/4\", as found on site; the plan said 27' 6\"."
        ]
        assert not any(one["as_plan"] for one in taken["pulls"])
        assert client.post(at, json={"base_revision": 1}).status_code == 409
        undone = client.post(f"/api/structures/{structure}/plan/undo", json={"base_revision": 2}).json()
        assert (undone["plan"]["size"], undone["result"]["as_found"]) == ("44' 0\" × 27' 6\"", [])

    def test_a_diagonal_is_refused_in_words(self, client: TestClient, structure: str) -> None:
        read = client.post(f"/api/structures/{structure}/pulls", json=pull("A", "C", "52' 11\"")).json()
        at = f"/api/structures/{structure}/pulls/{read['pulls'][0]['id']}/as-found"
        refused = client.post(at, json={"base_revision": 1})
        assert refused.status_code == 422
        assert "No length of the plan is measured from A to C" in refused.text
