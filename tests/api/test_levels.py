"""Levels over the API: plan, setups, shots, tests of instruments, the book as a file; and what is refused."""

from collections.abc import Callable
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

from anvilhead.service.heights import level_record as records
from anvilhead.service.heights.level_record import level_record
from anvilhead.service.heights.level_showing import levels_view
from anvilhead.service.shown import job_plans
from anvilhead.service.shown.kept import Kept
from anvilhead.store import jobs as store
from anvilhead.store.database import Database
from anvilhead.store.levels import level_marks

NewJob = Callable[..., dict[str, Any]]
INCH = 25.4


@pytest.fixture
def structure(new_job: NewJob) -> str:
    found: str = new_job()["structures"][0]["id"]
    return found


class Book:
    """A level book over the API."""

    def __init__(self, client: TestClient, structure: str) -> None:
        self.client, self.base = client, f"/api/structures/{structure}/levels"

    def get(self) -> dict[str, Any]:
        found: dict[str, Any] = self.client.get(self.base).json()
        return found

    def plan(self, **plan: Any) -> Any:
        revision = self.get()["revision"]
        return self.client.put(f"{self.base}/plan", json={"units": "ft-in", "base_revision": revision, "plan": plan})

    def setup(self, instrument: str = "laser", **more: Any) -> str:
        body = {"id": str(uuid4()), "units": "ft-in", "instrument": instrument, "rod": "ft-in"} | more
        answer = self.client.post(f"{self.base}/setups", json=body)
        assert answer.status_code == 201, answer.text
        return str(body["id"])

    def shoot(self, setup: str, at: str, reading: str, **more: Any) -> Any:
        body = {"id": str(uuid4()), "rod": "ft-in", "at": at, "reading": reading} | more
        return self.client.post(f"{self.base}/setups/{setup}/shots", json=body)

    def heights(self) -> dict[str, float]:
        return {name: round(mm / INCH, 4) for name, mm in self.get()["result"]["heights"].items()}


@pytest.fixture
def book(client: TestClient, structure: str) -> Book:
    return Book(client, structure)


class TestBook:
    def test_a_fresh_job_waits_for_its_first_setup(self, book: Book) -> None:
        found = book.get()
        assert (found["revision"], found["setups"], found["on"], found["prefix"]) == (0, [], "store", "")
        assert found["result"]["headline"] == "Set up, and shoot the benchmark"
        assert [p["name"] for p in found["points"]][:3] == ["BM", "A", "B"]

    def test_shots_give_heights_and_feed_the_boards(self, client: TestClient, book: Book, structure: str) -> None:
        setup = book.setup()
        for at, reading in (("BM", "4 2"), ("A", "4 2"), ("B", "5 2"), ("C", "5 2"), ("D", "4 2")):
            shown = book.shoot(setup, at, reading)
            assert shown.status_code == 201, shown.text

        assert book.heights() == {"BM": 0, "A": 0, "B": -12, "C": -12, "D": 0}
        assert shown.json()["result"]["state"] == "open"
        boards = client.get(f"/api/structures/{structure}").json()
        assert boards["result"]["heights"]["string_mm"] == pytest.approx(6 * INCH)
        assert boards["shot_ground"]["B"] == {"mm": pytest.approx(-12 * INCH), "text": "-1' 0\""}
        assert next(s["state"] for s in boards["stages"] if s["name"] == "levels") == "open"

    def test_sending_a_shot_twice_records_it_once(self, book: Book) -> None:
        setup, again = book.setup(), str(uuid4())
        for _ in range(2):
            assert book.shoot(setup, "BM", "4 2", id=again).status_code == 201
        assert len(book.get()["setups"][0]["shots"]) == 1
        other = book.shoot(setup, "BM", "4 3", id=again)
        assert (other.status_code, other.json()["code"]) == (409, "conflict")

    def test_a_setup_must_begin_where_the_height_is_known(self, book: Book) -> None:
        answer = book.shoot(book.setup(), "A", "4 2")
        assert answer.status_code == 422
        assert answer.json()["problems"][0]["pointer"] == "/at"
        assert "Begin on a benchmark" in answer.json()["detail"]

    def test_a_corrected_reading_stands_in_the_place_of_the_first(self, book: Book) -> None:
        setup = book.setup()
        first = book.shoot(setup, "BM", "5 2").json()["setups"][0]["shots"][0]["id"]
        book.shoot(setup, "A", "4 0")
        assert book.shoot(setup, "BM", "4 2", replaces=first).status_code == 201

        shots = book.get()["setups"][0]["shots"]
        assert [(s["at"], s["reading"]["text"], s["struck"] is not None) for s in shots] == [
            ("BM", "5' 2\"", True), ("BM", "4' 2\"", False), ("A", "4' 0\"", False)]  # fmt: skip
        assert book.heights()["A"] == 2
        twice = book.shoot(setup, "BM", "4 1", replaces=first)
        assert (twice.status_code, "Ines has already struck" in twice.json()["detail"]) == (409, True)

    def test_a_reading_that_carries_others_is_struck_only_when_they_may_go(
        self, client: TestClient, book: Book
    ) -> None:
        setup = book.setup()
        book.shoot(setup, "BM", "4 2")
        found = book.shoot(setup, "A", "4 0").json()
        (start, shot), (carries, nothing) = (
            (s["id"] for s in found["setups"][0]["shots"]),
            (s["carries"] for s in found["result"]["setups"][0]["shots"]),
        )
        assert "Without it everything shot from there has no height" in carries
        assert nothing is None
        asked = client.post(f"{book.base}/shots/{start}/strike")
        assert (asked.status_code, asked.json()["detail"]) == (409, carries)
        for _ in range(2):
            assert client.post(f"{book.base}/shots/{shot}/strike").status_code == 200
        assert book.heights() == {"BM": 0}

    def test_a_setup_whose_start_was_struck_lives_again_by_any_known_point(
        self, client: TestClient, book: Book
    ) -> None:
        setup = book.setup()
        start = book.shoot(setup, "BM", "5 2").json()["setups"][0]["shots"][0]["id"]
        book.shoot(setup, "A", "4 0")
        struck = client.post(f"{book.base}/shots/{start}/strike", params={"anyway": True}).json()
        assert (struck["result"]["setups"][0]["hi_mm"], struck["result"]["headline"]) == (
            None, "Setup 1 has no height")  # fmt: skip
        assert client.get(f"/api/jobs/{self.job_of(client, book)}/file").status_code == 200
        book.shoot(setup, "BM", "4 2")
        assert book.heights() == {"BM": 0, "A": 2}

    def job_of(self, client: TestClient, book: Book) -> str:
        found: str = client.get(book.base.removesuffix("/levels")).json()["job_id"]
        return found

    def test_a_strike_is_taken_back_and_made_again(self, client: TestClient, book: Book) -> None:
        setup = book.setup()
        book.shoot(setup, "BM", "4 2")
        shot = book.shoot(setup, "A", "4 0").json()["setups"][0]["shots"][1]["id"]
        for path, heights in (("strike", {"BM": 0}), ("strike/back", {"BM": 0, "A": 2}), ("strike", {"BM": 0})):
            for _ in range(2):
                assert client.post(f"{book.base}/shots/{shot}/{path}").status_code == 200
            assert book.heights() == heights

    def test_a_job_whose_setup_lost_its_height_travels_as_a_file(self, client: TestClient, book: Book) -> None:
        setup = book.setup()
        start = book.shoot(setup, "BM", "5 2").json()["setups"][0]["shots"][0]["id"]
        book.shoot(setup, "A", "4 0")
        client.post(f"{book.base}/shots/{start}/strike", params={"anyway": True})
        file = client.get(f"/api/jobs/{self.job_of(client, book)}/file").json()
        assert client.post("/api/jobs/files", json=file).status_code == 201

    @pytest.mark.parametrize(
        ("rod", "reading", "more", "says"),
        [
            ("m", "1755", {}, "If the rod shows millimetres, that is 1.755 m."),
            ("ft-in", "-5653'", {}, "No rod shows -5653' 0\""),
            ("ft-in", "14'", {"rod_length": "13'"}, "This rod does not show 14' 0\": the longest reading is 13' 0\"."),
        ],
    )
    def test_what_no_rod_shows_is_refused_and_the_echo_says_so_before(
        self, client: TestClient, book: Book, rod: str, reading: str, more: dict[str, str], says: str
    ) -> None:
        setup = book.setup(rod=rod, **more)
        answer = book.shoot(setup, "BM", reading, rod=rod)
        assert answer.status_code == 422
        assert says in answer.json()["problems"][0]["message"]
        asked = {"units": "ft-in", "rod": rod, "text": reading, "known_mm": 0.0}
        asked |= {"rod_mm": 13 * 304.8} if more else {}
        assert says in client.post("/api/level-readings", json=asked).json()["trouble"]["message"]

    def test_correcting_an_old_reading_leaves_the_setup_in_hand(self, client: TestClient, book: Book) -> None:
        book.plan(targets=[{"name": "form tops", "height": "1", "at": ["A"]}])
        first = book.setup()
        wrong = book.shoot(first, "BM", "5").json()["setups"][0]["shots"][0]["id"]
        second = book.setup()
        book.shoot(second, "BM", "3")
        body = {"id": str(uuid4()), "rod": "ft-in", "at": "BM", "reading": "5 1", "replaces": wrong}
        corrected = client.post(f"{book.base}/setups/{first}/shots", json=body, params={"setup": second}).json()
        assert corrected["result"]["setups"][0]["hi_mm"] == pytest.approx(61 * INCH)
        assert corrected["result"]["standing_text"] == "setup 2, laser"
        assert corrected["result"]["targets"][0]["target_reading_text"] == "2' 0\""

    def test_a_run_whose_turning_point_was_struck_is_told_and_not_built_on(
        self, client: TestClient, book: Book
    ) -> None:
        setup = book.setup()
        book.shoot(setup, "BM", "4 2")
        turning = book.shoot(setup, "TP", "5 0").json()["setups"][0]["shots"][1]["id"]
        book.shoot(book.setup(), "TP", "4 0")
        asked = client.post(f"{book.base}/shots/{turning}/strike")
        assert "Setup 2 gets the height from this reading" in asked.json()["detail"]
        client.post(f"{book.base}/shots/{turning}/strike", params={"anyway": True})
        found = book.get()
        assert found["result"]["headline"] == "Setup 2 has no height"
        assert found["result"]["setups"][1]["hi_mm"] is None

    def test_a_target_of_a_corrected_setup_is_what_the_rod_shows(self, client: TestClient, book: Book) -> None:
        # over 60 m the level reads 12 mm too little (two pegs): at 30 m a mark that should read 1.000 shows 0.994
        book.plan(devices=[{"name": "Level 2", "kind": "optical"}],
                  targets=[{"name": "form tops", "height": "-1000 mm", "at": ["A"]}])  # fmt: skip
        check = {"id": str(uuid4()), "units": "m", "device": "Level 2", "kind": "two-peg", "distance": "60",
                 "readings": ["1.402", "1.214", "1.506", "1.306"]}  # fmt: skip
        assert client.post(f"{book.base}/checks", json=check).status_code == 201
        setup = book.setup("optical", device="Level 2", corrected=True, rod="m")
        book.shoot(setup, "BM", "0.001", rod="m", distance="5 m")
        unknown = book.get()["result"]["targets"][0]
        assert unknown["target_reading_mm"] is None
        assert "say how far the sight" in unknown["trouble"]
        shown = book.shoot(setup, "A", "1.000", rod="m", on="form tops", distance="30 m").json()["result"]
        per_mm = shown["setups"][0]["correction_per_mm"]
        assert per_mm * 60_000 == pytest.approx(12)
        line = 0.001 * 1000 + per_mm * 5000
        target = shown["targets"][0]
        assert target["target_reading_mm"] == pytest.approx(line + 1000 - per_mm * 30_000)
        asked = {"units": "m", "rod": "m", "text": f"{target['target_reading_mm'] / 1000:.6f}", "hi_mm": line,
                 "target_mm": -1000, "distance": "30 m", "correct_per_mm": per_mm, "tolerance_mm": 0.01}  # fmt: skip
        assert client.post("/api/level-readings", json=asked).json()["says"] == "On height"

    def test_two_crews_each_get_the_target_readings_of_their_own_setup(self, client: TestClient, book: Book) -> None:
        book.plan(targets=[{"name": "form tops", "height": "1", "at": ["A"]}])
        laser = book.setup()
        book.shoot(laser, "BM", "5")
        hose = book.setup("water-level")
        seen = book.shoot(hose, "BM", "3").json()
        assert seen["result"]["targets"][0]["target_reading_text"] == "2' 0\""
        mine = client.get(book.base, params={"setup": laser}).json()["result"]
        assert (mine["targets"][0]["target_reading_text"], mine["headline"]) == ("4' 0\"", "Level line at 5' 0\"")
        begun = {"id": str(uuid4()), "units": "ft-in", "instrument": "laser"}
        fresh = client.post(f"{book.base}/setups", json=begun).json()["result"]
        assert (fresh["targets"][0]["target_reading_text"], fresh["headline"]) == (None, "Shoot the benchmark first")

    def test_a_corrected_setup_asks_how_far_the_sight_is(self, client: TestClient, book: Book) -> None:
        book.plan(devices=[{"name": "Level 2", "kind": "optical"}])
        check = {"id": str(uuid4()), "units": "m", "device": "Level 2", "kind": "two-peg", "distance": "60",
                 "readings": ["1.402", "1.214", "1.506", "1.330"]}  # fmt: skip
        assert client.post(f"{book.base}/checks", json=check).status_code == 201
        setup = book.setup("optical", device="Level 2", corrected=True)
        assert book.shoot(setup, "BM", "4").json()["problems"][0]["pointer"] == "/distance"
        assert book.shoot(setup, "BM", "4", distance="40").status_code == 201

    @pytest.mark.parametrize(
        ("more", "pointer"),
        [
            ({"reading": "4 2 2 2"}, "/reading"),
            ({"reading": ""}, "/reading"),
            ({"at": ""}, "/at"),
            ({"at": "   "}, "/at"),
            ({"reading": "9" * 4000}, "/reading"),
            ({"reading": "-900000000 m"}, "/reading"),
            ({"distance": "0"}, "/distance"),
            ({"height": "3"}, "/height"),
        ],
    )
    def test_bad_readings_are_refused_with_their_place(self, book: Book, more: dict[str, Any], pointer: str) -> None:
        at, reading = more.pop("at", "BM"), more.pop("reading", "4 2")
        answer = book.shoot(book.setup(), at, reading, **more)
        assert (answer.status_code, answer.json()["problems"][0]["pointer"]) == (422, pointer)

    def test_setups_and_shots_of_nobody_are_not_found(self, client: TestClient, book: Book) -> None:
        assert book.shoot(str(uuid4()), "BM", "4 2").status_code == 404
        assert client.post(f"{book.base}/shots/{uuid4()}/strike").status_code == 404
        assert book.shoot(book.setup(), "BM", "4 2", replaces=str(uuid4())).status_code == 404


class TestPlan:
    TARGETS: list[dict[str, Any]] = [{"name": "form tops", "height": "1 2", "at": ["A", "B"]}]  # noqa: RUF012

    def test_a_target_says_what_the_rod_must_read_and_then_which_way(self, book: Book) -> None:
        book.plan(benchmark={"name": "BM", "height": "0"}, targets=self.TARGETS)
        setup = book.setup()
        book.shoot(setup, "BM", "4 2")
        a = book.shoot(setup, "A", "3' 0 1/4\"", on="form tops").json()["result"]["targets"][0]
        assert (a["target_reading_text"], a["words"], a["way"]) == ("3' 0\"", 'Raise 1/4"', "raise")
        again = book.shoot(setup, "A", "3' 0 1/16\"", on="form tops").json()["result"]["targets"][0]
        assert (again["words"], again["way"]) == ('On height (1/16" low)', "on")

    def test_levels_are_done_when_all_stand_on_height(self, client: TestClient, book: Book, structure: str) -> None:
        book.plan(targets=self.TARGETS)
        setup = book.setup()
        for at, reading, more in (("BM", "4 2", {}), ("A", "3", {"on": "form tops"}), ("B", "3", {"on": "form tops"})):
            book.shoot(setup, at, reading, **more)
        stages = client.get(f"/api/structures/{structure}").json()["stages"]
        assert next(s["state"] for s in stages if s["name"] == "levels") == "done"

    def test_changes_of_different_things_are_put_together(self, client: TestClient, book: Book) -> None:
        """Two people stand on one plan: one sets the form tops, the other a benchmark and the base."""
        tops, base = {"name": "form tops", "height": '8"'}, {"name": "base", "height": '4"'}
        book.plan(targets=[tops, base])
        mine = {"targets": [tops, base | {"height": '5"'}], "benchmarks": [{"name": "curb", "height": "1"}]}
        theirs = {"targets": [tops | {"height": '9"'}, base, {"name": "post tops", "height": "2"}]}
        for plan in (theirs, mine):
            change = {"units": "ft-in", "base_revision": 1, "plan": plan}
            assert client.put(f"{book.base}/plan", json=change).status_code == 200
        kept = book.get()["plan"]
        assert {one["name"]: one["height"] for one in kept["targets"]} == {
            "form tops": '9"', "base": '5"', "post tops": "2'"}  # fmt: skip
        assert [one["name"] for one in kept["benchmarks"]] == ["curb"]

    def test_two_changes_of_one_thing_are_not_and_it_is_named(self, client: TestClient, book: Book) -> None:
        book.plan(targets=self.TARGETS)
        book.plan(targets=[self.TARGETS[0] | {"height": '9"'}])
        mine = {"targets": [self.TARGETS[0] | {"height": '7"'}]}
        change = {"units": "ft-in", "base_revision": 1, "plan": mine}
        stale = client.put(f"{book.base}/plan", json=change)
        assert (stale.status_code, stale.json()["code"]) == (409, "stale")
        assert "Changed: form tops. It is shown afresh; make your change again." in stale.json()["detail"]
        assert stale.json()["stale"]["who"]
        assert book.get()["plan"]["targets"][0]["height"] == '9"'

    def test_a_change_can_be_undone(self, client: TestClient, book: Book) -> None:
        book.plan(targets=self.TARGETS)
        book.plan(targets=[])
        undone = client.post(f"{book.base}/plan/undo", json={"base_revision": 2}).json()
        assert (undone["revision"], undone["plan"]["targets"][0]["name"]) == (3, "form tops")
        assert undone["can_undo"] is False
        assert client.post(f"{book.base}/plan/undo", json={"base_revision": 3}).status_code == 409

    def test_a_benchmark_that_a_setup_begins_on_is_not_taken_away(self, book: Book) -> None:
        book.plan(benchmark={"name": "nail", "height": "0"})
        book.shoot(book.setup(), "nail", "4 2")
        answer = book.plan(benchmark={"name": "peg", "height": "0"})
        assert answer.status_code == 422
        assert "nail is not known" in answer.json()["detail"]

    def test_what_contradicts_the_job_is_refused(self, book: Book) -> None:
        answer = book.plan(pads=[{"height": 0, "structure": "barn"}], sections=[{"name": "s", "line": "XY"}])
        assert {p["pointer"] for p in answer.json()["problems"]} == {"/plan/pads/0/structure", "/plan/sections/0/line"}


class TestInstruments:
    def test_a_test_stays_with_its_instrument_and_its_correction_is_asked_for(
        self, client: TestClient, book: Book
    ) -> None:
        device = f"Level {uuid4()}"  # one that no other job of the yard tested
        book.plan(devices=[{"name": device, "kind": "optical"}])
        asked = {"id": str(uuid4()), "units": "ft-in", "instrument": "optical", "device": device, "corrected": True}
        assert client.post(f"{book.base}/setups", json=asked).json()["problems"][0]["code"] == "not-tested"
        check = {
            "id": str(uuid4()), "units": "m", "device": device, "kind": "two-peg", "distance": "60",
            "readings": ["1.402", "1.214", "1.506", "1.330"], "near": "2", "beyond": True,
        }  # fmt: skip
        for _ in range(2):
            found = client.post(f"{book.base}/checks", json=check).json()
        assert found["result"]["devices"][0]["is_true"] is False
        assert client.post(f"{book.base}/setups", json=asked).status_code == 201
        assert book.get()["setups"][0]["corrected"] is True

    def test_a_test_of_no_instrument_is_refused(self, client: TestClient, book: Book) -> None:
        check = {"id": str(uuid4()), "units": "m", "device": "?", "kind": "ends-together", "readings": ["1", "1"]}
        answer = client.post(f"{book.base}/checks", json=check)
        assert (answer.status_code, answer.json()["problems"][0]["pointer"]) == (422, "/device")

    def test_a_setup_with_an_instrument_nobody_has_is_refused(self, client: TestClient, book: Book) -> None:
        body = {"id": str(uuid4()), "units": "ft-in", "instrument": "laser", "device": "Laser 9"}
        answer = client.post(f"{book.base}/setups", json=body)
        assert answer.json()["problems"][0]["code"] == "unknown-instrument"


class TestFiles:
    def shot_book(self, book: Book) -> None:
        book.plan(targets=TestPlan.TARGETS, slabs=[{"height": "1", "thickness": '4"'}])
        setup = book.setup()
        for at, reading in (("BM", "4 2"), ("A", "4 0 1/2"), ("B", "5 2")):
            book.shoot(setup, at, reading)
        other = book.setup("line-level")
        book.shoot(other, "A", "3", turned="3 0 1/8", distance="20")
        book.shoot(other, "C", "2 11", turned="2 11")
        string = book.setup("string", height="2 6", rod_length="4")
        book.shoot(string, "D", "3 1", on="base")

    def test_a_book_goes_out_as_csv_and_comes_back_the_same(
        self, client: TestClient, book: Book, new_job: NewJob
    ) -> None:
        self.shot_book(book)
        text = client.get(f"{book.base}/book.csv").content.decode("utf-8-sig")
        assert text.splitlines()[0].startswith("setup,instrument,device,rod,rod_length,string_at")
        other = Book(client, new_job()["structures"][0]["id"])
        seen = client.post(f"{other.base}/book", json={"text": text}).json()
        assert (seen["setups"], seen["shots"], seen["skipped"], seen["kept"]) == (3, 6, [], False)
        assert other.get()["setups"] == []
        client.post(f"{other.base}/book", json={"text": text, "keep": True})
        assert other.heights() == book.heights()
        assert other.get()["result"]["things"] == {"base": {"D": pytest.approx(-7 * INCH)}}

    def test_a_book_of_another_hand_is_read_and_its_bad_lines_are_told(self, client: TestClient, book: Book) -> None:
        text = "No;Level;At;Reading\n1;optical;BM;1,40 m\n1;optical;A;1,25 m\n1;optical;B;one\n"
        seen = client.post(f"{book.base}/book", json={"text": text, "keep": True}).json()
        assert (seen["shots"], seen["skipped"][0][:7]) == (2, "Line 4:")
        assert book.get()["result"]["heights"]["A"] == pytest.approx(150)

    @pytest.mark.parametrize("text", ["", "a,b\n1,2\n", "point,reading\n"], ids=["empty", "no columns", "no lines"])
    def test_what_is_no_book_is_refused(self, client: TestClient, book: Book, text: str) -> None:
        answer = client.post(f"{book.base}/book", json={"text": text})
        assert (answer.status_code, answer.json()["problems"][0]["code"]) == (422, "no-readings")

    def test_a_book_that_begins_nowhere_is_refused(self, client: TestClient, book: Book) -> None:
        answer = client.post(f"{book.base}/book", json={"text": "point,reading\nX,4'\n"})
        assert answer.json()["problems"][0]["code"] == "unknown-start"

    @pytest.mark.parametrize("paper", ["a4", "letter"])
    def test_the_level_sheet_is_a_pdf(self, client: TestClient, book: Book, paper: str) -> None:
        self.shot_book(book)
        answer = client.get(f"{book.base}/sheet.pdf?paper={paper}")
        assert answer.headers["content-type"] == "application/pdf"
        assert answer.content.startswith(b"%PDF") and len(answer.content) > 5000  # noqa: PT018

    def test_a_job_file_carries_the_book_there_and_back(self, client: TestClient, book: Book) -> None:
        self.shot_book(book)
        job = client.get("/api/jobs").json()[0]["id"]
        file = client.get(f"/api/jobs/{job}/file").json()
        made = client.post("/api/jobs/files", json=file)
        assert made.status_code == 201, made.text
        other = Book(client, made.json()["structures"][0]["id"])
        assert other.heights() == book.heights()
        assert other.get()["plan"] == book.get()["plan"]
        assert client.get(f"/api/jobs/{made.json()['id']}/file").json()["levels"] == file["levels"]


def test_the_mark_of_fetched_rows_is_the_mark_of_the_database(
    client: TestClient, book: Book, structure: str, database: Database
) -> None:
    book.plan(targets=TestPlan.TARGETS)
    setup = book.setup()
    shots = [book.shoot(setup, at, "4").json()["setups"][0]["shots"][-1]["id"] for at in ("BM", "A", "B")]
    for shot in shots[1:]:
        client.post(f"{book.base}/shots/{shot}/strike")
    client.post(f"{book.base}/shots/{shots[1]}/strike/back")
    with database.session() as session:
        job = store.structure_by_id(session, structure).job
        known = level_record(session, job.id)
        records._records = Kept(most=32)  # as on another server, which recorded nothing of it
        afresh = level_record(session, job.id)
        assert known.mark == afresh.mark == level_marks(session, [job.id])[job.id]
        assert known.levels == afresh.levels
        assert [count for count in afresh.mark[::3]] == [1, 1, 3, 2, 1, 0, 0]


def test_a_book_read_while_another_records_is_not_kept_as_the_newer_one(
    client: TestClient, book: Book, structure: str, database: Database
) -> None:
    """A reader has worked the book out; a shot is recorded; what the reader shows is old, and only its own."""
    setup = book.setup()
    book.shoot(setup, "BM", "4")
    book.shoot(setup, "A", "5")
    with database.session() as session:
        row = store.structure_by_id(session, structure)
        plans = job_plans.plans_of(row.job)
        book.shoot(setup, "A", "6")
        late = levels_view(row, plans)
    assert late.result.heights["A"] == pytest.approx(-12 * INCH)
    assert book.heights()["A"] == -24


class TestFinishTaken:
    """A base at 0, 0, -1' and -1' of a store: the highest is 0, so 4 inches on it stand at 4 inches."""

    @pytest.fixture
    def book(self, client: TestClient, structure: str) -> Book:
        book = Book(client, structure)
        setup = {"id": str(uuid4()), "units": "ft-in", "instrument": "laser", "rod": "ft-in"}
        assert client.post(f"{book.base}/setups", json=setup).status_code == 201
        for at, reading in {"BM": "4", "A": "4", "B": "5", "C": "5", "D": "4"}.items():
            shot = {"id": str(uuid4()), "rod": "ft-in", "at": at, "reading": reading}
            assert client.post(f"{book.base}/setups/{setup['id']}/shots", json=shot).status_code == 201
        assert book.plan(finishes=[{"name": "top / 1", "thickness": '4"'}]).status_code == 200
        return book

    def take(self, book: Book, **changes: Any) -> Any:
        body = {"base_revision": book.get()["revision"], "name": "top / 1", "rule": "highest-base"} | changes
        return book.client.post(f"{book.base}/finishes/taken", json=body)

    def test_forms_and_slab_go_to_it_and_it_can_be_undone(self, book: Book) -> None:
        taken = self.take(book).json()
        assert taken["result"]["finishes"][0]["adopted"]["height_text"] == '4"'
        assert {(one["name"], one["at"], one["text"]) for one in taken["result"]["targets"]} == {
            ("top / 1", corner, '4"') for corner in "ABCD"
        }
        (slab,) = taken["result"]["slabs"]
        assert (slab["name"], {edge["text"] for edge in slab["edges"]}) == ("top / 1", {'4"'})
        again = self.take(book, rule="mean-base").json()  # another takes its place everywhere, and nothing is doubled
        assert len(again["plan"]["targets"]) == len(again["plan"]["slabs"]) == len(again["plan"]["finishes"]) == 1
        undone = book.client.post(f"{book.base}/plan/undo", json={"base_revision": again["revision"]}).json()
        assert undone["result"]["finishes"][0]["adopted"]["height_text"] == '4"'

    def test_once_things_were_set_to_it_it_is_not_changed_by_hand(self, book: Book) -> None:
        plan = self.take(book).json()["plan"]
        by_hand = plan | {"targets": [plan["targets"][0] | {"height": '5"'}]}
        assert book.plan(**by_hand).status_code == 200  # nothing was set yet
        plan = self.take(book).json()["plan"]
        setup = book.get()["setups"][0]
        shot = {"id": str(uuid4()), "rod": "ft-in", "at": "A", "on": "top / 1", "reading": "3 8"}
        assert book.client.post(f"{book.base}/setups/{setup['id']}/shots", json=shot).status_code == 201
        refused = book.plan(**by_hand | {"finishes": plan["finishes"]})
        assert (refused.status_code, refused.json()["problems"][0]["pointer"]) == (422, "/plan/targets/0/height")
        assert "Take another height by its button" in refused.text

    def test_a_slab_that_is_planned_keeps_what_lies_beside_it(self, book: Book) -> None:
        slab = {"name": "top / 1", "height": "0", "thickness": '6"', "existing": ["AB"], "pegs": ["C"]}
        assert book.plan(**book.get()["plan"] | {"slabs": [slab]}).status_code == 200
        (kept,) = self.take(book).json()["plan"]["slabs"]
        assert (kept["existing"], kept["pegs"], kept["height"], kept["thickness"]) == (["AB"], ["C"], '4"', '4"')

    def test_two_at_once_and_what_gives_no_height(self, book: Book) -> None:
        stale = book.get()["revision"]
        assert self.take(book).status_code == 200
        assert self.take(book, base_revision=stale).status_code == 409
        refused = self.take(book, rule="edge")
        assert refused.status_code == 409
        assert "gives no height" in refused.text
        assert self.take(book, name="porch").status_code == 404
        assert self.take(book, rule="by eye").status_code == 422


class TestAccepted:
    """Heights accepted by name: within tolerance, over it with a reason, taken back, and what changed since."""

    @pytest.fixture
    def set_tops(self, book: Book) -> Book:
        """Form tops at 8 inches: A on height, B a quarter of an inch high."""
        book.plan(targets=[{"name": "form tops", "height": '8"', "at": ["A", "B"]}])
        self.setup = book.setup()
        for at, reading, more in (
            ("BM", "4 2", {}),
            ("A", "3 6", {"on": "form tops"}),
            ("B", '3 5 3/4"', {"on": "form tops"}),
        ):
            book.shoot(self.setup, at, reading, **more)
        return book

    def accept(self, book: Book, note: str = "") -> Any:
        return book.client.post(f"{book.base}/acceptances", json={"note": note})

    def test_over_tolerance_only_with_a_reason_and_what_changes_is_told(
        self, client: TestClient, set_tops: Book
    ) -> None:
        book = set_tops
        refused = self.accept(book)
        assert (refused.status_code, "Say why it is good enough" in refused.text) == (409, True)
        (one,) = self.accept(book, "Screed takes it up.").json()["result"]["accepted"]
        assert (one["count"], one["note"], one["changed"]) == (2, "Screed takes it up.", [])
        assert one["text"] == '2 heights accepted, over: B, form tops: lower 1/4".'
        assert one["who"]
        assert one["taken"]
        book.shoot(self.setup, "A", '3 5 7/8"', on="form tops")
        (one,) = book.get()["result"]["accepted"]
        assert one["changed"] == ["A, form tops"]
        assert "Not as it was since: A, form tops." in one["text"]
        back = client.post(f"{book.base}/acceptances/back").json()
        assert back["result"]["accepted"] == []
        again = client.post(f"{book.base}/acceptances/back").json()
        assert again["result"]["accepted"] == []

    def test_nothing_set_is_nothing_to_accept(self, book: Book) -> None:
        assert self.accept(book).status_code == 409

    def test_it_goes_into_the_job_file_and_back(self, client: TestClient, set_tops: Book, structure: str) -> None:
        self.accept(set_tops, "Screed takes it up.")
        job_id = client.get(f"/api/structures/{structure}").json()["job_id"]
        file = client.get(f"/api/jobs/{job_id}/file").json()
        (kept,) = file["levels"]["accepted"]
        assert (kept["note"], [one["at"] for one in kept["heights"]]) == ("Screed takes it up.", ["A", "B"])
        copy = client.post("/api/jobs/files?again=true", json=file).json()
        other = copy["structures"][0]["id"]
        (one,) = client.get(f"/api/structures/{other}/levels").json()["result"]["accepted"]
        assert (one["count"], one["changed"]) == (2, [])
