"""The as-built record: held against an own calculation, signed, void once anything changes, on paper and in files."""

import io
import math
from collections.abc import Callable
from typing import Any
from uuid import uuid4

import pytest
from ezdxf.filemanagement import read
from fastapi.testclient import TestClient

from anvilhead.store.database import Database
from anvilhead.store.seals import broken_in
from tests.api.conftest import pull, whole

NewJob = Callable[..., dict[str, Any]]
TRUE = [
    ("A", "B", "45"),
    ("B", "C", "28 6"),
    ("C", "D", "45"),
    ("D", "A", "28 6"),
    ("A", "C", "52 10 5/8"),
    ("B", "D", "52 10 5/8"),
]
INCH = 25.4


def measured(
    client: TestClient, new_job: NewJob, readings: list[tuple[str, str, str]] = TRUE, *, note: str = ""
) -> Any:
    """A store whose first round was pulled and accepted; the job."""
    job = new_job()
    base = f"/api/structures/{job['structures'][0]['id']}"
    for one in readings:
        assert client.post(f"{base}/pulls", json=pull(*one)).status_code in (200, 201)
    answer = client.post(f"{base}/acceptances", json={"round": 1, "note": note})
    assert answer.status_code in (200, 201), answer.text
    return job


def url(job: dict[str, Any], end: str) -> str:
    return f"/api/structures/{job['structures'][0]['id']}/{end}"


def as_built(client: TestClient, job: dict[str, Any]) -> dict[str, Any]:
    found: dict[str, Any] = client.get(url(job, "as-built")).json()
    return found


def look_at_all(client: TestClient, job: dict[str, Any]) -> None:
    for hold in client.get(url(job, "dangers")).json()["holds"]:
        if hold["state"] == "open":
            body = {"id": str(uuid4()), "hold": hold["hold"], "doing": "seen", "seen": list(range(len(hold["look"])))}
            assert client.post(url(job, "holds"), json=body).status_code == 200


def sign(client: TestClient, job: dict[str, Any], digest: str, **more: Any) -> Any:
    return client.post(url(job, "sign-offs"), json={"id": str(uuid4()), "digest": digest, **more})


class TestRecord:
    def test_before_anything_is_accepted_it_says_what_is_missing(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        client.post(url(job, "pulls"), json=pull("A", "B", "45"))
        record = as_built(client, job)["record"]
        assert (record["round"], record["corners"], record["distances"]) == (None, [], [])
        assert "No round of square was accepted" in record["missing"][0]

    def test_a_slid_side_is_told_with_its_diagonals(self, client: TestClient, new_job: NewJob) -> None:
        """C and D have slid by d along their side: A–C² = (44' + d)² + 27' 6"²; the readings are of d = 1 inch."""
        across, long = 27.5 * 12, 44 * 12
        ac, bd = math.hypot(long + 1, across), math.hypot(long - 1, across)
        bc = math.hypot(1, across)
        readings = [
            ("A", "B", f"{long + 12}\""), ("C", "D", f"{long + 12}\""),
            ("B", "C", f"{bc + 12:.4f}\""), ("D", "A", f"{bc + 12:.4f}\""),
            ("A", "C", f"{ac + 12:.4f}\""), ("B", "D", f"{bd + 12:.4f}\""),
        ]  # fmt: skip
        record = as_built(client, measured(client, new_job, readings, note="Good for a boat"))["record"]
        off = {one["corner"]: one["off_mm"] for one in record["corners"]}
        assert off == pytest.approx({"A": 0, "B": 0, "C": INCH, "D": INCH}, abs=0.05)
        assert [one["corner"] for one in record["corners"] if one["outside"]] == ["C", "D"]
        assert "It stays by the word of Ines: Good for a boat" in record["outside"][0]
        found = {f"{one['from']}{one['to']}": one["found_mm"] / INCH for one in record["distances"]}
        assert (found["AC"], found["BD"]) == pytest.approx((ac, bd), abs=0.003)

    def test_later_readings_do_not_change_what_was_accepted(self, client: TestClient, new_job: NewJob) -> None:
        job = measured(client, new_job)
        before = as_built(client, job)["record"]
        client.post(url(job, "pulls"), json=pull("A", "C", "53", round=2))
        assert as_built(client, job)["record"]["corners"] == before["corners"]

    def test_instruments_are_counted(self, client: TestClient, new_job: NewJob) -> None:
        (tape,) = as_built(client, measured(client, new_job))["record"]["instruments"]
        assert tape == {"name": "steel tape", "readings": 6, "tested": "no test recorded"}


class TestSigned:
    def test_nobody_signs_past_open_hold_points(self, client: TestClient, new_job: NewJob) -> None:
        job = measured(client, new_job)
        refused = sign(client, job, as_built(client, job)["record"]["digest"])
        assert refused.status_code == 409
        assert "“Utilities are marked”" in refused.json()["detail"]

    def test_signed_as_it_was_read_and_void_once_the_plan_changes(
        self, client: TestClient, new_job: NewJob, database: Database
    ) -> None:
        job = measured(client, new_job)
        look_at_all(client, job)
        digest = as_built(client, job)["record"]["digest"]
        assert sign(client, job, "0" * 64).status_code == 409
        (signed,) = sign(client, job, digest, note="To the framers").json()["signed"]
        assert (signed["who"], signed["stands"]) == ("Ines", True)
        structure = whole(client, job)
        plan = {"units": "ft-in", "base_revision": 1, "plan": structure["document"] | {"tolerance": '1/4"'}}
        assert client.put(url(job, "plan"), json=plan).status_code == 200
        (after,) = as_built(client, job)["signed"]
        assert after["stands"] is False
        assert "was changed since" in after["text"]
        with database.session() as session:
            assert broken_in(session, job["id"]) == []

    def test_a_note_does_not_void_it_and_a_hold_point_taken_back_does(
        self, client: TestClient, new_job: NewJob
    ) -> None:
        job = measured(client, new_job)
        look_at_all(client, job)
        sign(client, job, as_built(client, job)["record"]["digest"])
        note = {"id": str(uuid4()), "structure": job["structures"][0]["id"], "text": "Framers came"}
        assert client.post(f"/api/jobs/{job['id']}/notes", json=note).status_code == 201
        assert as_built(client, job)["signed"][0]["stands"]
        client.post(url(job, "holds"), json={"id": str(uuid4()), "hold": "boundary", "doing": "back"})
        assert not as_built(client, job)["signed"][0]["stands"]

    def test_taken_back_it_stays_and_says_by_whom(self, client: TestClient, new_job: NewJob) -> None:
        job = measured(client, new_job)
        look_at_all(client, job)
        (signed,) = sign(client, job, as_built(client, job)["record"]["digest"]).json()["signed"]
        back = client.post(url(job, f"sign-offs/{signed['id']}/back"), headers={"Anvilhead-Who": "Tomas"}).json()
        assert "taken back by Tomas" in back["signed"][0]["text"]

    def test_the_file_carries_what_was_signed(self, client: TestClient, new_job: NewJob) -> None:
        job = measured(client, new_job)
        look_at_all(client, job)
        record = as_built(client, job)["record"]
        sign(client, job, record["digest"])
        file = client.get(f"/api/jobs/{job['id']}/file").json()
        assert file["signed"][0]["record"]["corners"] == record["corners"]
        again = client.post("/api/jobs/files", json=file, params={"again": True}).json()
        assert as_built(client, again)["signed"][0]["digest"] == record["digest"]


class TestOnPaper:
    @pytest.mark.parametrize("paper", ["a4", "letter"])
    def test_made_to_be_kept(self, client: TestClient, new_job: NewJob, paper: str) -> None:
        job = measured(client, new_job)
        raw = client.get(url(job, "as-built.pdf"), params={"paper": paper}).content
        assert raw.startswith(b"%PDF-")
        assert raw.count(b"/FontFile2") >= 2
        assert b"/Lang (en)" in raw
        assert b"/Subject (" in raw
        assert b"/Keywords (" in raw
        assert b"Helvetica" not in raw.replace(b"/BaseFont /Helvetica /Encoding /WinAnsiEncoding", b"")

    def test_drawing_and_points_have_what_was_found_beside_the_plan(self, client: TestClient, new_job: NewJob) -> None:
        job = measured(client, new_job)
        drawing = read(io.StringIO(client.get(url(job, "plan.dxf")).text))
        layers = {entity.dxf.layer for entity in drawing.modelspace()}
        assert {"WALL FACE", "AS BUILT"} <= layers
        rows = client.get(f"/api/jobs/{job['id']}/points.csv").text.splitlines()
        assert [row.split(",")[1] for row in rows if ",as built," in row] == [f"{name} as built" for name in "ABCD"]
