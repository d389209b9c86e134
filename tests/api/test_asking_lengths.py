"""Tapes and square-throwing lasers asked inside a job: marked wherever their readings go, never built to."""

from collections.abc import Callable
from itertools import combinations
from typing import Any
from uuid import UUID, uuid4

import pytest
from fastapi.testclient import TestClient

from tests.api.conftest import PLAN, pull, whole
from tests.api.wire import Wire

Make = Callable[..., dict[str, Any]]
PAIRS = list(combinations("ABCD", 2))


def put_on(client: TestClient, kind: str, **said: Any) -> str:
    name = f"{kind} {uuid4().hex[:8]}"
    body = {"id": str(uuid4()), "units": "ft-in", "instrument": {"name": name, "kind": kind, **said}}
    answer = client.post("/api/shelf", json=body)
    assert answer.status_code == 201, answer.text
    return name


def store(client: TestClient, new_job: Make, link: dict[str, Any] | None, own: UUID | None = None, **more: Any) -> str:
    """A job whose plan names a tape with such a link, on strings of its own id; answers the structure's address."""
    tape = put_on(client, "steel-tape", **({"link": link} if link else {}))
    plan = {**PLAN, "tape": tape, **more}
    job = new_job(structure={"id": str(own or uuid4()), "name_in_file": "store", "plan": plan})
    return f"/api/structures/{job['structures'][0]['id']}"


def ask(client: TestClient, url: str, start: str, end: str, **more: Any) -> Any:
    return client.post(f"{url}/pulls/ask", json={"units": "ft-in", "from": start, "to": end, "burn": "1'", **more})


class TestStandIn:
    LINK = {"how": "simulated", "seed": 7}  # noqa: RUF012 - read only

    def test_it_answers_near_the_plan_and_nothing_is_recorded(self, client: TestClient, new_job: Make) -> None:
        url = store(client, new_job, self.LINK)
        found = ask(client, url, "A", "C").json()
        assert found["simulated"]
        assert abs(found["reading_mm"] - 304.8 - 15815.5) < 150  # 44 ft by 27 ft 6 in, put up by eye; a foot burned
        assert ask(client, url, "A", "C").json()["text"] == found["text"]
        others = {ask(client, url, "A", "C", again=n).json()["text"] for n in range(1, 9)}
        assert len(others) > 1  # another look at the tape
        view = client.get(url).json()
        assert (view["pulls"], list(view["answering"])) == ([], ["steel-tape"])

    def test_whoever_types_it_it_is_simulated_and_nothing_is_built_to_it(
        self, client: TestClient, new_job: Make
    ) -> None:
        url = store(client, new_job, self.LINK)
        for start, end in PAIRS:
            text = ask(client, url, start, end).json()["text"]
            view = client.post(f"{url}/pulls", json=pull(start, end, text)).json()
        assert all(one["simulated"] for one in view["pulls"])
        told = view["result"]["square"]["simulated"]
        assert told == (
            "Simulated: a stand-in made up A–B, A–C, A–D, B–C, B–D and C–D, and nothing may be built to this round."
        )
        refused = client.post(f"{url}/acceptances", json={"round": 1})
        assert (refused.status_code, "Simulated" in refused.json()["detail"]) == (409, True)
        log = client.get(f"/api/jobs/{view['job_id']}/log").json()
        assert sum(", simulated." in entry["text"] for entry in log) == 6
        file = client.get(f"/api/jobs/{view['job_id']}/file").json()
        assert [one["simulated"] for one in file["pulls"]] == [True] * 6
        file["accepted"] = [{"structure": "store", "round": 1, "who": "Ines"}]
        copy = client.post("/api/jobs/files", params={"again": True}, json=file)
        assert copy.status_code == 201, copy.text
        shown = whole(client, copy.json())
        assert shown["result"]["square"]["simulated"] == told
        built = client.get(f"/api/structures/{shown['id']}/as-built").json()["record"]
        # an acceptance that a file claims does not make it real
        assert "A stand-in made up some of its readings: nothing may be built to them." in built["missing"]
        assert [one["name"] for one in built["instruments"]] == ["steel tape (simulated)"]
        crew = client.get("/api/trends").json()["structures"]
        assert not {one["structure"] for one in crew} & {shown["id"], view["id"]}

    def test_struck_out_and_pulled_with_a_real_tape_it_may_be_accepted(self, client: TestClient, new_job: Make) -> None:
        url = store(client, new_job, self.LINK)
        view = client.post(f"{url}/pulls", json=pull("A", "C", ask(client, url, "A", "C").json()["text"])).json()
        made_up = view["pulls"][0]["id"]
        plan = {**view["document"], "tape": None}
        change = {"units": "ft-in", "base_revision": view["revision"], "plan": plan}
        assert client.put(f"{url}/plan", json=change).status_code == 200
        readings = {"AB": "45", "BC": "28 6", "CD": "45", "AD": "28 6", "AC": "52 10 5/8", "BD": "52 10 5/8"}
        for pair, reading in readings.items():
            view = client.post(f"{url}/pulls", json=pull(pair[0], pair[1], reading)).json()
        assert view["result"]["square"]["simulated"].startswith("Simulated: a stand-in made up A–C,")
        assert client.post(f"{url}/acceptances", json={"round": 1}).status_code == 409
        assert client.post(f"{url}/pulls/{made_up}/strike").json()["result"]["square"]["simulated"] is None
        assert client.post(f"{url}/acceptances", json={"round": 1}).status_code == 201

    def test_what_was_told_is_done_by_the_next_round(self, client: TestClient, new_job: Make) -> None:
        """Rounds of a stand-in until it is square, as a crew would pull them."""
        url = store(client, new_job, self.LINK, UUID(int=16), tolerance='1/4"')
        for number in range(1, 6):
            for start, end in PAIRS:
                text = ask(client, url, start, end, round=number).json()["text"]
                view = client.post(f"{url}/pulls", json=pull(start, end, text, round=number)).json()
            if view["result"]["square"]["verdict"] == "square":
                break
        assert view["result"]["square"]["verdict"] == "square"
        assert 1 < number <= 4

    def test_a_right_angle_is_thrown_by_the_laser_that_the_plan_names(self, client: TestClient, new_job: Make) -> None:
        url = store(client, new_job, None, square_laser=put_on(client, "square-laser", link=self.LINK))
        assert list(client.get(url).json()["answering"]) == ["square-laser"]
        how = {"kind": "square", "line": "AB", "burn": 0, "instrument": "square-laser"}
        found = ask(client, url, "A", "D", **how).json()
        assert found["simulated"]
        assert abs(found["reading_mm"]) < 100  # off the thrown line
        view = client.post(f"{url}/pulls", json=pull("A", "D", found["text"], **how)).json()
        assert [one["simulated"] for one in view["pulls"]] == [True]
        # a real tape stays real beside it
        view = client.post(f"{url}/pulls", json=pull("A", "C", "52 10 5/8")).json()
        assert [one["simulated"] for one in view["pulls"]] == [True, False]

    @pytest.mark.parametrize("kind", ["long-tape", "laser-meter", "framing-square"])
    def test_other_instruments_that_the_plan_names_answer_as_well(
        self, client: TestClient, new_job: Make, kind: str
    ) -> None:
        named = {kind.replace("-", "_"): put_on(client, kind, link=self.LINK)}
        url = store(client, new_job, None, None, **named)
        assert list(client.get(url).json()["answering"]) == [kind]
        how = {"instrument": kind, "burn": 0} | ({"kind": "square", "line": "AB"} if kind == "framing-square" else {})
        found = ask(client, url, "A", "D", **how).json()
        plan_mm = 0.0 if kind == "framing-square" else 8382.0  # 27 ft 6 in
        assert found["simulated"]
        assert abs(found["reading_mm"] - plan_mm) < 150
        view = client.post(f"{url}/pulls", json=pull("A", "D", found["text"], **how)).json()
        assert [one["simulated"] for one in view["pulls"]] == [True]
        assert ask(client, url, "A", "D").status_code == 409  # the tape is read by hand

    def test_a_tape_along_a_slope_reads_the_slope(self, client: TestClient, new_job: Make) -> None:
        url = store(client, new_job, self.LINK)
        level, sloping = (ask(client, url, "A", "C", height_difference=fall).json() for fall in ("0", "12'"))
        along = (level["reading_mm"] - 304.8) ** 2 + (12 * 304.8) ** 2
        assert sloping["reading_mm"] - 304.8 == pytest.approx(along**0.5, abs=1.7)  # a sixteenth more or less


class TestByHandAndOverTheWire:
    def test_what_is_typed_by_hand_is_not_asked_for(self, client: TestClient, new_job: Make) -> None:
        url = store(client, new_job, None)
        assert client.get(url).json()["answering"] == {}
        answer = ask(client, url, "A", "C")
        assert (answer.status_code, "typed by hand" in answer.json()["detail"]) == (409, True)
        view = client.post(f"{url}/pulls", json=pull("A", "C", "52")).json()
        assert not view["pulls"][0]["simulated"]

    @pytest.mark.parametrize(
        ("start", "end", "more", "pointer"),
        [
            ("A", "Q", {}, "/to"),
            ("A", "A", {}, "/to"),
            ("A", "C", {"again": -1}, "/again"),
            ("A", "XY", {"kind": "to-line"}, "/to"),
        ],
    )
    def test_a_pull_that_is_none_is_told(
        self, client: TestClient, new_job: Make, start: str, end: str, more: dict[str, Any], pointer: str
    ) -> None:
        url = store(client, new_job, TestStandIn.LINK)
        answer = ask(client, url, start, end, **more)
        assert (answer.status_code, answer.json()["problems"][0]["pointer"]) == (422, pointer)

    def test_a_gateway_is_asked_by_the_name_of_the_pull_and_may_be_unplugged(
        self, client: TestClient, new_job: Make
    ) -> None:
        with Wire("steel-tape") as wire:
            url = store(client, new_job, {"how": "gateway", "host": "127.0.0.1", "port": wire.port})
            found = ask(client, url, "A", "C").json()
            assert (found["text"], found["simulated"]) == ("4' 2\"", False)
            ask(client, url, "D", "AB", kind="to-line")
            assert wire.asked == ["A–C", "D to line AB"]
            wire.then("unplug")
            cut = ask(client, url, "A", "C")
            assert (cut.status_code, cut.json()["code"]) == (502, "unplugged")
            wire.then("simulated")
            assert ask(client, url, "A", "C").json()["code"] == "cannot"
            view = client.post(f"{url}/pulls", json=pull("A", "C", "52")).json()
            assert not view["pulls"][0]["simulated"]

    def test_what_measures_nothing_of_a_plan_has_no_link(self, client: TestClient) -> None:
        instrument = {"name": "Rod", "kind": "rod", "link": TestStandIn.LINK}
        answer = client.post("/api/shelf", json={"id": str(uuid4()), "units": "m", "instrument": instrument})
        assert (answer.status_code, answer.json()["problems"][0]["pointer"]) == (422, "/instrument/link")
