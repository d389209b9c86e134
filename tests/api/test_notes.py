"""Notes, photos and voices: told by content, made bare, pinned, struck, and taken along in a zip."""

import io
import json
import zipfile
from collections.abc import Callable
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient
from PIL import ExifTags, Image

from anvilhead.formats.pictures import LARGEST_BYTES, LONGEST_EDGE
from anvilhead.store.database import Database
from anvilhead.store.seals import broken_in

NewJob = Callable[..., dict[str, Any]]


def photo(kind: str = "JPEG", size: tuple[int, int] = (640, 480), *, turned: bool = False) -> bytes:
    """A photo that says where it was taken, red above and blue below; `turned` lies on its side and says so."""
    image = Image.new("RGB", size, (200, 30, 20))
    image.paste((20, 30, 200), (0, size[1] // 2, size[0], size[1]))
    exif = Image.Exif()
    exif[ExifTags.Base.Make] = "A phone"
    exif.get_ifd(ExifTags.IFD.GPSInfo)[ExifTags.GPS.GPSLatitude] = (44.0, 38.0, 12.0)
    exif.get_ifd(ExifTags.IFD.GPSInfo)[ExifTags.GPS.GPSLatitudeRef] = "N"
    if turned:
        exif[ExifTags.Base.Orientation] = 6
    out = io.BytesIO()
    image.save(out, kind, exif=exif)
    return out.getvalue()


def send(client: TestClient, job: dict[str, Any], raw: bytes, media: str | None = None, **asked: Any) -> Any:
    url = f"/api/jobs/{job['id']}/media/{media or uuid4()}"
    return client.put(url, content=raw, headers={"Content-Type": "application/octet-stream"}, params=asked)


def note(client: TestClient, job: dict[str, Any], **said: Any) -> Any:
    return client.post(f"/api/jobs/{job['id']}/notes", json={"id": str(uuid4()), **said})


def opened(raw: bytes) -> Image.Image:
    return Image.open(io.BytesIO(raw))


class TestPhotos:
    @pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
    def test_where_it_was_taken_is_left_out(self, client: TestClient, new_job: NewJob, kind: str) -> None:
        kept = send(client, new_job(), photo(kind)).json()
        raw = client.get(f"/api/media/{kept['id']}").content
        assert not opened(raw).getexif()
        assert (kept["wide"], kept["high"]) == opened(raw).size == (640, 480)
        red, _, blue = opened(raw).convert("RGB").getpixel((10, 10))  # type: ignore[misc]
        assert red > 180
        assert blue < 60

    def test_it_stays_where_it_is_wanted_and_nothing_else_does(self, client: TestClient, new_job: NewJob) -> None:
        kept = send(client, new_job(), photo(), keep_place=True).json()
        exif = opened(client.get(f"/api/media/{kept['id']}").content).getexif()
        assert exif.get_ifd(ExifTags.IFD.GPSInfo)[ExifTags.GPS.GPSLatitude] == (44.0, 38.0, 12.0)
        assert ExifTags.Base.Make not in exif

    def test_it_is_turned_upright_made_smaller_and_has_a_thumbnail(self, client: TestClient, new_job: NewJob) -> None:
        kept = send(client, new_job(), photo(size=(4000, 3000), turned=True)).json()
        assert (kept["wide"], kept["high"]) == (LONGEST_EDGE * 3 // 4, LONGEST_EDGE)
        small = opened(client.get(f"/api/media/{kept['id']}", params={"small": True}).content)
        assert small.size == (240, 320)

    @pytest.mark.parametrize(
        ("raw", "told"),
        [
            (b"<!doctype html><html><script>alert(1)</script>", "This is a page of text, not a photo"),
            (b"%PDF-1.7 something", "This is no photo and no voice"),
            (b"", "This file is empty"),
            (photo()[:2000], "broken, or not whole"),
            (b"\xff\xd8\xff" + b"0" * LARGEST_BYTES, "a photo or a voice may have 16"),
            (b"\0\0\0\x18ftypheic" + b"\0" * 40, "let the phone send JPEG"),
        ],
    )
    def test_what_is_no_photo_is_refused_in_words(
        self, client: TestClient, new_job: NewJob, raw: bytes, told: str
    ) -> None:
        refused = send(client, new_job(), raw)
        assert refused.status_code == 422
        assert told in refused.json()["problems"][0]["message"]

    def test_forty_megabytes_do_not_even_come_in(self, client: TestClient, new_job: NewJob) -> None:
        refused = send(client, new_job(), b"\xff\xd8\xff" + b"0" * 40_000_000)
        assert refused.status_code == 413
        assert "A photo may have 16 MB" in refused.json()["detail"]

    def test_a_picture_made_to_burst_is_refused(self, client: TestClient, new_job: NewJob) -> None:
        out = io.BytesIO()
        Image.new("1", (30_000, 30_000)).save(out, "PNG")
        refused = send(client, new_job(), out.getvalue())
        assert refused.status_code == 422

    @pytest.mark.parametrize(
        ("head", "kind"),
        [(b"OggS\0\2", "audio/ogg"), (b"\x1a\x45\xdf\xa3rest", "audio/webm"), (b"RIFF\0\0\0\0WAVEfmt ", "audio/wav")],
    )
    def test_a_voice_is_told_by_its_first_bytes(
        self, client: TestClient, new_job: NewJob, head: bytes, kind: str
    ) -> None:
        kept = send(client, new_job(), head + b"\0" * 100).json()
        assert kept["media_type"] == kind
        assert client.get(f"/api/media/{kept['id']}").headers["content-type"] == kind

    def test_sent_twice_it_is_one_and_another_of_its_id_is_refused(self, client: TestClient, new_job: NewJob) -> None:
        job, media = new_job(), str(uuid4())
        raw = photo()
        assert [send(client, job, raw, media).status_code for _ in range(2)] == [201, 201]
        assert send(client, job, photo(size=(20, 20)), media).status_code == 409


class TestNotes:
    def test_pinned_listed_and_in_the_record(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        media = send(client, job, photo()).json()["id"]
        structure = job["structures"][0]["id"]
        note(client, job, text="Gate code is on the board")
        pinned = {"structure": structure, "stage": "square", "pin": {"point": "C"}, "media": media}
        assert note(client, job, text="Roots here", **pinned).status_code == 201
        newest, first = client.get(f"/api/jobs/{job['id']}/notes").json()
        assert (newest["text"], newest["pin"], newest["media"]["wide"]) == ("Roots here", {"point": "C"}, 640)
        assert first["structure_id"] is None
        own = client.get(f"/api/jobs/{job['id']}/notes", params={"structure": structure}).json()
        assert [one["text"] for one in own] == ["Roots here"]
        log = client.get(f"/api/jobs/{job['id']}/log", params={"find": "roots"}).json()
        assert (log[0]["text"], log[0]["points"]) == ("Photo at C: Roots here", ["C"])

    @pytest.mark.parametrize(
        ("said", "pointer"),
        [
            ({"text": "   "}, "/text"),
            ({"text": "x", "pin": {"point": "A", "at": [1, 2]}}, "/pin"),
            ({"text": "x", "structure": str(uuid4())}, "/structure"),
            ({"text": "x", "media": str(uuid4())}, "/media"),
            ({"text": "x" * 2001}, "/text"),
        ],
    )
    def test_what_cannot_be_is_refused_where_it_stands(
        self, client: TestClient, new_job: NewJob, said: dict[str, Any], pointer: str
    ) -> None:
        refused = note(client, new_job(), **said)
        assert [one["pointer"] for one in refused.json()["problems"]] == [pointer]

    def test_taken_down_it_stays_and_says_by_whom(
        self, client: TestClient, new_job: NewJob, database: Database
    ) -> None:
        job = new_job()
        kept = note(client, job, text="Wrong").json()
        url = f"/api/jobs/{job['id']}/notes/{kept['id']}/strike"
        assert [client.post(url).json()["struck_by"] for _ in range(2)] == ["Ines", "Ines"]
        assert len(client.get(f"/api/jobs/{job['id']}/log", params={"find": "down"}).json()) == 1
        with database.session() as session:
            assert broken_in(session, job["id"]) == []

    def test_many_are_read_a_page_at_a_time(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        for n in range(65):
            note(client, job, text=f"{n}")
        page = client.get(f"/api/jobs/{job['id']}/notes").json()
        rest = client.get(f"/api/jobs/{job['id']}/notes", params={"before": page[-1]["number"]}).json()
        assert [one["text"] for one in [*page, *rest]] == [f"{n}" for n in reversed(range(65))]


class TestInAZip:
    def test_notes_and_photos_come_back_from_the_zip(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        media = send(client, job, photo()).json()["id"]
        note(client, job, text="Roots", structure=job["structures"][0]["id"], pin={"point": "C"}, media=media)
        raw = client.get(f"/api/jobs/{job['id']}/file.zip").content
        assert set(zipfile.ZipFile(io.BytesIO(raw)).namelist()) == {"job.anvil.json", f"media/{media}.jpg"}
        again = client.post("/api/jobs/files", content=raw, params={"again": True}).json()
        (came,) = client.get(f"/api/jobs/{again['id']}/notes").json()
        assert (came["text"], came["pin"], came["structure_id"]) == (
            "Roots",
            {"point": "C"},
            again["structures"][0]["id"],
        )
        assert opened(client.get(f"/api/media/{came['media']['id']}").content).size == (640, 480)

    def test_without_the_zip_the_note_says_that_its_photo_is_missing(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        note(client, job, text="Roots", media=send(client, job, photo()).json()["id"])
        file = client.get(f"/api/jobs/{job['id']}/file").json()
        again = client.post("/api/jobs/files", json=file, params={"again": True}).json()
        assert client.get(f"/api/jobs/{again['id']}/notes").json()[0]["media"] is None
        assert client.get(f"/api/jobs/{again['id']}/log", params={"find": "did not come"}).json()

    def test_a_copy_has_its_photos(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        note(client, job, text="Roots", media=send(client, job, photo()).json()["id"])
        copy = client.post(f"/api/jobs/{job['id']}/copies", json={"name": "Again"}).json()
        assert client.get(f"/api/jobs/{copy['id']}/notes").json()[0]["media"]["wide"] == 640

    @pytest.mark.parametrize("inside", [{"a.txt": b"nothing"}, {"job.anvil.json": b"{"}])
    def test_a_zip_without_a_job_is_refused(self, client: TestClient, inside: dict[str, bytes]) -> None:
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as packed:
            for name, content in inside.items():
                packed.writestr(name, content)
        assert client.post("/api/jobs/files", content=out.getvalue()).status_code == 422

    def test_a_zip_that_is_cut_off_and_one_that_bursts_are_refused(self, client: TestClient) -> None:
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
            packed.writestr("job.anvil.json", json.dumps({"format": "anvilhead-job", "version": 1}))
            packed.writestr("media/a.jpg", b"0" * 320_000_000)
        assert "unpacks to more" in client.post("/api/jobs/files", content=out.getvalue()).json()["detail"]
        cut = client.post("/api/jobs/files", content=out.getvalue()[:-40])
        assert "Is it whole" in cut.json()["detail"]
