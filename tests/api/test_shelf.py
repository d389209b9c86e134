"""The shelf over the wire: instruments of all jobs, their tests wherever they were made, and what moved over."""

import json
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Any
from uuid import uuid4

import pytest
from alembic import command
from fastapi.testclient import TestClient
from sqlalchemy import text

from anvilhead.demo.samples import load_shelf
from anvilhead.store.database import Database
from anvilhead.store.tables import Base
from tests.api.wire import Wire

Make = Callable[..., dict[str, Any]]


@pytest.fixture
def database(own_database: Database) -> Database:
    """That database, with nothing in it."""
    with own_database.session() as session:
        session.execute(text("SET FOREIGN_KEY_CHECKS = 0"))
        for table in Base.metadata.tables.values():
            session.execute(table.delete())
        session.execute(text("SET FOREIGN_KEY_CHECKS = 1"))
    return own_database


def put_on(client: TestClient, name: str, kind: str, **said: Any) -> dict[str, Any]:
    body = {"id": str(uuid4()), "units": "m", "instrument": {"name": name, "kind": kind, **said}}
    answer = client.post("/api/shelf", json=body)
    assert answer.status_code == 201, answer.text
    found: dict[str, Any] = answer.json()
    return found


def shelf(client: TestClient, units: str = "m") -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = client.get("/api/shelf", params={"units": units}).json()["instruments"]
    return found


def keep_test(client: TestClient, one: dict[str, Any], test: dict[str, Any], **more: Any) -> Any:
    body = {"id": str(uuid4()), "units": "m", "test": test, **more}
    return client.post(f"/api/shelf/{one['id']}/tests", json=body)


PEGS_OFF = {
    "check": {"kind": "two-peg", "distance": "60", "readings": ["1.402", "1.214", "1.506", "1.330"], "near": "2",
              "beyond": True}
}  # fmt: skip
"""12 mm over 60 m too much."""
PEGS_TRUE = {"check": {**PEGS_OFF["check"], "readings": ["1.402", "1.214", "1.506", "1.318"]}}


def levels_of(job: dict[str, Any]) -> str:
    return f"/api/structures/{job['structures'][0]['id']}/levels"


def set_up(client: TestClient, job: dict[str, Any], **said: Any) -> Any:
    body = {"id": str(uuid4()), "units": "m", "instrument": "laser", **said}
    return client.post(f"{levels_of(job)}/setups", json=body)


class TestOnTheShelf:
    def test_put_on_told_changed_and_put_away(self, client: TestClient) -> None:
        one = put_on(client, "Level 2", "optical", error="1 mm", drift="3 mm", drift_over="30")
        assert one["claims"] == "±1.0 mm a reading, 3.0 mm more over 30 m; reaches 91 m."
        assert (one["standing"], one["fine"]) == ("untested", False)
        again = client.post("/api/shelf", json={"id": one["id"], "units": "m", "instrument": one["document"]})
        assert again.status_code == 201
        body = {"units": "m", "base_revision": 1, "instrument": {**one["document"], "test_every": 0}}
        changed = client.put(f"/api/shelf/{one['id']}", json=body).json()
        assert (changed["revision"], changed["standing"]) == (2, "unwatched")
        assert client.put(f"/api/shelf/{one['id']}", json=body).status_code == 409
        taken = client.post(
            "/api/shelf", json={"id": str(uuid4()), "units": "m", "instrument": {"name": "Level 2", "kind": "rod"}}
        )
        assert taken.json()["problems"][0]["pointer"] == "/instrument/name"
        assert client.post(f"/api/shelf/{one['id']}/away").json()["away"] is True
        put_on(client, "Level 2", "rod")
        assert client.post(f"/api/shelf/{one['id']}/away", params={"away": False}).status_code == 422

    def test_of_many_at_once_with_one_name_one_is_put_on(self, client: TestClient) -> None:
        def put(_: int) -> int:
            body = {"id": str(uuid4()), "units": "m", "instrument": {"name": "Same", "kind": "rod"}}
            return client.post("/api/shelf", json=body).status_code

        with ThreadPoolExecutor(6) as hands:
            codes = list(hands.map(put, range(12)))
        assert codes.count(201) == 1
        assert set(codes) <= {201, 409, 422}
        assert [one["name"] for one in shelf(client)] == ["Same"]

    def test_the_latest_test_counts_and_a_struck_one_does_not(self, client: TestClient) -> None:
        one = put_on(client, "Level 2", "optical")
        off = keep_test(client, one, PEGS_OFF).json()
        assert (off["standing"], off["can_correct"]) == ("failed", True)
        assert off["correction"] == "Take 6 mm off a reading at 30 m, less in proportion nearer by."
        true = keep_test(client, one, PEGS_TRUE).json()
        assert true["standing"] == "good"
        struck = client.post(f"/api/shelf/{one['id']}/tests/{true['tests'][0]['id']}/strike").json()
        assert (struck["standing"], struck["tests"][0]["struck_by"]) == ("failed", "Ines")

    def test_a_knock_asks_for_a_test(self, client: TestClient) -> None:
        one = put_on(client, "Laser", "laser")
        ways = {"check": {"kind": "four-ways", "distance": "30", "readings": ["1.4", "1.4", "1.4", "1.4"]}}
        assert keep_test(client, one, ways).json()["standing"] == "good"
        knocked = client.post(f"/api/shelf/{one['id']}/knocks", json={"id": str(uuid4()), "note": "Off the tailgate."})
        assert (knocked.json()["standing"], knocked.json()["tests"][0]["note"]) == ("knocked", "Off the tailgate.")
        assert keep_test(client, one, ways).json()["standing"] == "good"

    @pytest.mark.parametrize(
        ("kind", "test"),
        [
            ("rod", PEGS_OFF),
            ("laser", {"known_lengths": [{"known": "3", "reads": "3"}]}),
            ("water-level", PEGS_OFF),
            ("steel-tape", {"reversal": {"out": "3", "apart": "1 mm"}}),
            ("string-line", {"check": {"kind": "turn-round", "distance": "5", "readings": ["1", "1"]}}),
        ],
    )
    def test_a_test_of_another_kind_is_refused(self, client: TestClient, kind: str, test: dict[str, Any]) -> None:
        answer = keep_test(client, put_on(client, "One", kind), test)
        assert (answer.status_code, answer.json()["problems"][0]["code"]) == (422, "no-such-test")

    @pytest.mark.parametrize("test", [{}, {**PEGS_OFF, "reversal": {"out": "3", "apart": "1 mm"}}, {"check": None}])
    def test_a_test_is_one(self, client: TestClient, test: dict[str, Any]) -> None:
        assert keep_test(client, put_on(client, "One", "optical"), test).status_code == 422

    def test_a_tape_says_what_a_plan_takes_over(self, client: TestClient) -> None:
        one = put_on(client, "Tape 4", "steel-tape", error="1 mm")
        held = [{"known": known, "reads": f"{known}.003"} for known in ("1", "2", "20", "29")]
        one = keep_test(client, one, {"known_lengths": held}).json()
        assert (one["taken"]["error"], one["taken"]["reads_more"]) == ("1 mm", "3.0 mm")
        assert one["correction"] == "Take 3.0 mm off every reading."

    def test_a_warm_tape_is_corrected_and_a_glass_one_is_not(self, client: TestClient) -> None:
        asked = {"units": "ft-in", "length": "100'", "temperature": 104}
        steel = put_on(client, "Tape 4", "steel-tape")
        told = client.post(f"/api/shelf/{steel['id']}/steel", json=asked).json()
        # 20 K x 11.6e-6 x 100 ft = 7.07 mm, 9/32 inch to the nearest 64th
        assert (round(told["add_mm"], 2), told["text"]) == (
            7.07,
            '100\' 0" on the tape is 100\' 0 1/4": add 9/32" to it (+9/32" for heat).',
        )
        fibre = put_on(client, "Reel", "long-tape")
        assert client.post(f"/api/shelf/{fibre['id']}/steel", json=asked).status_code == 422
        slack = client.post(f"/api/shelf/{steel['id']}/steel", json={**asked, "pull": 0.5, "span": "100'"})
        assert slack.json()["problems"][0]["pointer"] == "/pull"


class TestInJobs:
    def test_two_jobs_share_an_instrument_and_what_either_tests(self, client: TestClient, new_job: Make) -> None:
        one = put_on(client, "Level 2", "optical")
        first, second = new_job(), new_job(name="Tansy Hill")
        assert set_up(client, first, shelf=one["id"]).status_code == 201
        check = {"id": str(uuid4()), "units": "m", "device": "Level 2", **PEGS_OFF["check"]}
        assert client.post(f"{levels_of(first)}/checks", json=check).status_code == 201
        (found,) = shelf(client)
        assert (found["standing"], found["tests"][0]["job_name"]) == ("failed", "Gannet Slip")
        assert [use["job_name"] for use in found["uses"]] == ["Gannet Slip"]
        struck = client.post(f"/api/shelf/{one['id']}/tests/{found['tests'][0]['id']}/strike")
        assert struck.status_code == 409
        # the other job corrects by it, and keeps the test that it corrected by
        view = set_up(client, second, shelf=one["id"], corrected=True).json()
        assert (view["setups"][0]["device"], view["setups"][0]["instrument"]) == ("Level 2", "optical")
        assert view["result"]["devices"][0]["is_true"] is False
        assert len(shelf(client)[0]["tests"]) == 1
        file = client.get(f"/api/jobs/{second['id']}/file").json()
        assert file["levels"]["checks"][0]["readings"] == ["1.402 m", "1.214 m", "1.506 m", "1.330 m"]

    def test_what_a_job_names_stands_on_the_shelf_and_keeps_its_name(self, client: TestClient, new_job: Make) -> None:
        for name, device in (
            ("One", {"name": "Laser", "kind": "laser"}),
            ("Two", {"name": "Laser", "kind": "laser", "reach": "200 m"}),
            ("Three", {"name": "Laser", "kind": "laser", "reach": "90 m"}),
            ("Four", {"name": "Laser", "kind": "optical"}),
        ):
            job = new_job(name=name)
            body = {"units": "m", "base_revision": 0, "plan": {"devices": [device]}}
            answer = client.put(f"{levels_of(job)}/plan", json=body)
            assert (answer.status_code, answer.json()["plan"]["devices"][0]["name"]) == (200, "Laser")
        found = {one["name"]: [use["job_name"] for use in one["uses"]] for one in shelf(client)}
        assert found == {"Laser": ["One", "Two"], "Laser (Three)": ["Three"], "Laser (Four)": ["Four"]}

    def test_a_name_that_a_job_gave_to_another_is_kept_apart(self, client: TestClient, new_job: Make) -> None:
        job = new_job()
        plan = {"devices": [{"name": "Level", "kind": "water-level"}]}
        client.put(f"{levels_of(job)}/plan", json={"units": "m", "base_revision": 0, "plan": plan})
        hose = shelf(client)[0]
        client.put(f"/api/shelf/{hose['id']}", json={
            "units": "m", "base_revision": 1, "instrument": {**hose["document"], "name": "Hose"}})  # fmt: skip
        other = put_on(client, "Level", "optical")
        view = set_up(client, job, shelf=other["id"]).json()
        assert view["setups"][0]["device"] == "Level 2"
        assert set_up(client, job, shelf=hose["id"]).json()["setups"][1]["device"] == "Level"

    def test_what_is_the_samples_stays_with_them(self, client: TestClient, database: Database, new_job: Make) -> None:
        """As long as nothing of one's own stands there they are shown; no job of one's own takes them."""
        load_shelf(database)
        load_shelf(database)
        samples = {one["name"]: one for one in shelf(client, "ft-in")}
        assert samples["Tape 5"]["taken"]["reads_more"] == '1/8"'
        assert [name for name, one in samples.items() if one["standing"] == "knocked"] == ["Long board"]
        refused = set_up(client, new_job(), shelf=samples["Level 3"]["id"])
        assert (refused.status_code, "belongs to the samples" in refused.json()["detail"]) == (409, True)
        put_on(client, "Level 3", "optical")  # a name that only the samples have
        assert [one["name"] for one in shelf(client)] == ["Level 3"]

    def test_a_setup_sent_twice_takes_its_instrument_once(self, client: TestClient, new_job: Make) -> None:
        one, job = put_on(client, "Laser", "laser"), new_job()
        body = {"id": str(uuid4()), "units": "m", "instrument": "laser", "shelf": one["id"]}
        for _ in range(2):
            view = client.post(f"{levels_of(job)}/setups", json=body).json()
        assert (len(view["setups"]), len(view["plan"]["devices"]), view["revision"]) == (1, 1, 1)
        answer = set_up(client, job, shelf=str(uuid4()))
        assert answer.status_code == 404

    def test_a_file_brings_its_instruments_and_their_tests(self, client: TestClient, new_job: Make) -> None:
        one, job = put_on(client, "Level 2", "optical"), new_job()
        keep_test(client, one, PEGS_OFF)
        set_up(client, job, shelf=one["id"], corrected=True)
        file = client.get(f"/api/jobs/{job['id']}/file").content
        assert client.post("/api/jobs/files", content=file).status_code == 201
        (found,) = shelf(client)
        assert (len(found["uses"]), len(found["tests"])) == (2, 1)


def test_what_jobs_had_for_themselves_moves_over(client: TestClient, database: Database, new_job: Make) -> None:
    """Two jobs on the tables of before: one laser in both, two levels that differ, tests and a reversal with them."""
    jobs = [new_job(name=name) for name in ("One", "Two")]
    command.downgrade(database.alembic_config(), "0012")
    plans = [
        [{"name": "Laser", "kind": "laser", "error": "1 mm"}, {"name": "Level", "kind": "optical", "reach": "60 m"}],
        [{"name": "Laser", "kind": "laser", "reach": "90 m"}, {"name": "Level", "kind": "optical", "reach": "90 m"}],
    ]
    with database._engine.begin() as connection:
        for job, devices in zip(jobs, plans, strict=True):
            connection.execute(
                text("INSERT INTO level_plans (job_id, revision, document, who, at) VALUES (:job, 1, :doc, 'Ines', "
                     "'2026-05-04 08:00:00')"),
                {"job": job["id"], "doc": json.dumps({"devices": devices})},
            )  # fmt: skip
            check = {"device": "Level", "kind": "two-peg", "distance": "60 m", "near": "2 m", "beyond": True,
                     "readings": ["1.402 m", "1.214 m", "1.506 m", "1.330 m"]}  # fmt: skip
            connection.execute(
                text("INSERT INTO instrument_checks (id, job_id, document, who, at) VALUES (:id, :job, :doc, 'Tomas', "
                     "'2026-05-05 09:00:00')"),
                {"id": str(uuid4()), "job": job["id"], "doc": json.dumps(check)},
            )  # fmt: skip
        connection.execute(
            text("UPDATE plan_revisions SET document = JSON_SET(document, '$.laser_check', JSON_EXTRACT(:c, '$')) "
                 "WHERE structure_id = :one"),
            {"c": json.dumps({"out": "15 m", "apart": "40 mm"}), "one": jobs[0]["structures"][0]["id"]},
        )  # fmt: skip
    database.migrate()
    found = {one["name"]: one for one in shelf(client)}
    assert set(found) == {"Laser", "Level", "Level (Two)", "Square laser"}
    assert (found["Laser"]["document"]["error"], found["Laser"]["document"]["reach"]) == ("1 mm", "90 m")
    assert [use["job_name"] for use in found["Laser"]["uses"]] == ["One", "Two"]
    for name in ("Level", "Level (Two)"):
        (tested,) = found[name]["tests"]
        assert (tested["who"], tested["true"], found[name]["standing"]) == ("Tomas", False, "failed")
    assert found["Square laser"]["tests"][0]["text"][0].startswith("Not true: it throws 20 mm off in 15.000 m")
    # a test made since in a job comes to the instrument that it moved to
    check = {"id": str(uuid4()), "units": "m", "device": "Level", **PEGS_TRUE["check"]}
    assert client.post(f"{levels_of(jobs[1])}/checks", json=check).status_code == 201
    assert {one["name"]: len(one["tests"]) for one in shelf(client)}["Level (Two)"] == 2


class TestAsked:
    """Instruments that answer by themselves: stand-ins, and gateways on this machine."""

    def standing(self, client: TestClient, new_job: Make, link: dict[str, Any]) -> tuple[dict[str, Any], str, str]:
        one, job = put_on(client, "Laser 3", "laser", link=link), new_job()
        setup = str(uuid4())
        set_up(client, job, id=setup, shelf=one["id"])
        return job, setup, f"{levels_of(job)}/setups/{setup}"

    def shoot(self, client: TestClient, base: str, at: str, reading: str, **more: Any) -> Any:
        body = {"id": str(uuid4()), "rod": "ft-in", "at": at, "reading": reading, **more}
        return client.post(f"{base}/shots", json=body)

    def test_a_stand_in_answers_as_its_seed_says_and_is_told_everywhere(
        self, client: TestClient, new_job: Make
    ) -> None:
        job, _, base = self.standing(client, new_job, {"how": "simulated", "seed": 7})
        first = client.post(f"{base}/ask", json={"at": "BM"}).json()
        assert (first["simulated"], first["device"]) == (True, "Laser 3 (simulated)")
        assert client.post(f"{base}/ask", json={"at": "BM"}).json()["text"] == first["text"]
        view = self.shoot(client, base, "BM", first["text"]).json()
        assert view["answering"] == ["Laser 3 (simulated)"]
        assert view["result"]["simulated"].startswith("Setup 1 is simulated")
        plan = {**view["plan"], "targets": [{"name": "form tops", "height": "1'", "at": ["A"]}]}
        client.put(f"{levels_of(job)}/plan", json={"units": "ft-in", "base_revision": 1, "plan": plan})
        asked = client.post(f"{base}/ask", json={"at": "A", "on": "form tops"}).json()
        view = self.shoot(client, base, "A", asked["text"], on="form tops").json()
        # somebody set the form to its height within a finger's breadth, before it was shot
        target = view["result"]["targets"][0]
        assert abs(target["found_mm"] - target["height_mm"]) < 25
        refused = client.post(f"{levels_of(job)}/acceptances", json={"note": "good"})
        assert (refused.status_code, "Setup 1 is simulated" in refused.json()["detail"]) == (409, True)
        log = client.get(f"/api/jobs/{job['id']}/log").json()
        assert any("Laser 3 (simulated)" in entry["text"] for entry in log)

    def test_an_instrument_that_is_read_by_eye_is_not_asked(self, client: TestClient, new_job: Make) -> None:
        one, job, setup = put_on(client, "Laser 3", "laser"), new_job(), str(uuid4())
        view = set_up(client, job, id=setup, shelf=one["id"]).json()
        assert view["answering"] == []
        answer = client.post(f"{levels_of(job)}/setups/{setup}/ask", json={"at": "BM"})
        assert (answer.status_code, "typed by hand" in answer.json()["detail"]) == (409, True)

    def test_a_gateway_unplugged_in_the_middle_of_a_reading_and_back_again(
        self, client: TestClient, new_job: Make
    ) -> None:
        with Wire() as wire:
            link = {"how": "gateway", "host": "127.0.0.1", "port": wire.port}
            _, _, base = self.standing(client, new_job, link)
            wire.then("answer")
            found = client.post(f"{base}/ask", json={"at": "BM"}).json()
            assert (found["text"], found["simulated"]) == ("4' 2\"", False)
            wire.then("unplug")
            cut = client.post(f"{base}/ask", json={"at": "BM"})
            assert (cut.status_code, cut.json()["code"]) == (502, "unplugged")
            assert "type the reading" in cut.json()["detail"]
            wire.then("answer")
            assert client.post(f"{base}/ask", json={"at": "BM"}).json()["text"] == "4' 2\""
            wire.then("simulated")
            passed_off = client.post(f"{base}/ask", json={"at": "BM"})
            assert (passed_off.status_code, passed_off.json()["code"]) == (502, "cannot")
        assert client.post(f"{base}/ask", json={"at": "BM"}).json()["code"] == "unplugged"

    @pytest.mark.parametrize("host", ["8.8.8.8", "example.com", "", "localhost.example", "::ffff:8.8.8.8"])
    def test_a_gateway_stands_near(self, client: TestClient, host: str) -> None:
        link = {"how": "gateway", "host": host, "port": 7070}
        body = {"id": str(uuid4()), "units": "m", "instrument": {"name": "L", "kind": "laser", "link": link}}
        answer = client.post("/api/shelf", json=body)
        assert (answer.status_code, answer.json()["problems"][0]["pointer"]) == (422, "/instrument/link/host")
