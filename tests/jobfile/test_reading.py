"""Job files: what is taken, and every fault with its place."""

import json
from typing import Any

import pytest
from pydantic import ValidationError

from anvilhead.jobfile.documents.footprints import Rectangle
from anvilhead.jobfile.levels.measured import SetupEntry
from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import LARGEST_BYTES, read_job
from anvilhead.jobfile.working.planned import planned

STORE: dict[str, Any] = {
    "id": "store",
    "kind": "building",
    "footprint": {"shape": "rectangle", "length": "44'", "width": "27'6\""},
}


def job(**changes: Any) -> dict[str, Any]:
    return {"format": "anvilhead-job", "version": 1, "units": "ft-in", "structures": [STORE]} | changes


def refusal(document: Any) -> dict[str, str]:
    """Codes by pointer."""
    raw = document if isinstance(document, bytes) else json.dumps(document).encode()
    with pytest.raises(DocumentRefused) as refused:
        read_job(raw)
    assert all(problem.message for problem in refused.value.problems)
    return {problem.pointer: problem.code for problem in refused.value.problems}


def test_what_is_left_out_has_its_default() -> None:
    plan = read_job(json.dumps(job()).encode()).structures[0]
    set_out = planned(plan).set_out

    assert (set_out.tolerance_mm, set_out.restake_over_mm, set_out.hold.names) == (3.175, 50.8, ("A", "B"))
    assert set_out.footprint.sides[0].length_mm == pytest.approx(13411.2)


def test_numbers_are_millimetres_and_texts_take_the_units_of_the_file() -> None:
    footprint = {"shape": "rectangle", "length": 13411.2, "width": "27 6"}
    read = read_job(json.dumps(job(structures=[STORE | {"footprint": footprint}])).encode())
    plan = read.structures[0].footprint
    assert isinstance(plan, Rectangle)
    assert (plan.length.mm, plan.width.mm) == (13411.2, 8382)


def test_a_byte_order_mark_is_no_fault() -> None:
    assert read_job(b"\xef\xbb\xbf" + json.dumps(job()).encode()).structures[0].id == "store"


def test_a_held_line_may_be_named_either_way() -> None:
    read = read_job(json.dumps(job(structures=[STORE | {"held_line": "DC"}])).encode())
    assert planned(read.structures[0]).set_out.hold.names == ("D", "C")


def test_what_a_job_file_says_is_said_again_by_writing_it() -> None:
    pulls = [{"structure": "store", "from": "A", "to": "C", "reading": "52 10 5/8", "burn": "1"}]
    read = read_job(json.dumps(job(pulls=pulls)).encode())

    written = read.model_dump_json(exclude_none=True)

    assert read_job(written.encode()) == read
    assert json.loads(written)["pulls"][0]["reading"] == "52' 10 5/8\""


class TestFaults:
    @pytest.mark.parametrize(
        ("raw", "code"),
        [
            (b"", "not-json"),
            (b'{"format": "anvilhead-job", "versi', "not-json"),
            (b"no json at all", "not-json"),
            (b'{"a": NaN}', "not-json"),
            (b'{"a": 1, "a": 2}', "not-json"),
            (b"[" * 100_000, "not-json"),
            (b'{"a": ' + b"9" * 10_000 + b"}", "not-json"),
            (b"\xff\xfe", "not-utf-8"),
            (b" " * (LARGEST_BYTES + 1), "too-large"),
        ],
        ids=lambda value: repr(value)[:24],
    )
    def test_what_is_no_document_is_refused_as_a_whole(self, raw: bytes, code: str) -> None:
        assert refusal(raw) == {"": code}

    @pytest.mark.parametrize("document", [[], 5, "text", None])
    def test_a_document_that_is_no_object_is_refused(self, document: Any) -> None:
        assert list(refusal(document)) == [""]

    @pytest.mark.parametrize("version", [0, 2, "1", True, 1.0, None])
    def test_another_version_is_told_at_its_place(self, version: Any) -> None:
        assert refusal(job(version=version)) == {"/version": "other-version"}

    def test_another_format_is_told(self) -> None:
        assert refusal(job(format="something-else")) == {"/format": "literal-error"}

    @pytest.mark.parametrize(
        ("width", "code"),
        [
            (0, "zero"),
            ("0'", "zero"),
            (-5, "negative"),
            ("-5", "negative"),
            ("", "empty"),
            ("27' 13\"", "over-full"),
            ("1/0", "zero-denominator"),
            ("letters", "unknown-unit"),
            (True, "not-a-length"),
            (None, "not-a-length"),
            ([1], "not-a-length"),
            (1e12, "too-long"),
        ],
    )
    def test_a_bad_length_is_told_at_its_place(self, width: Any, code: str) -> None:
        footprint = {"shape": "rectangle", "length": "44'", "width": width}
        document = job(structures=[STORE | {"footprint": footprint}])
        assert refusal(document) == {"/structures/0/footprint/width": code}

    def test_a_footprint_too_small_to_have_corners_is_told(self) -> None:
        footprint = {"shape": "rectangle", "length": "0.001 mm", "width": "27'"}
        pulls = [{"structure": "store", "from": "A", "to": "C", "reading": "27'"}]
        document = job(structures=[STORE | {"footprint": footprint}], pulls=pulls)
        assert refusal(document) == {"/structures/0/footprint": "zero-side"}

    def test_a_number_too_large_for_any_machine_is_refused(self) -> None:
        raw = json.dumps(job()).replace('"44\'"', "1e999").encode()
        assert refusal(raw) == {"/structures/0/footprint/length": "not-finite"}

    def test_a_bare_number_in_a_text_needs_the_units_of_the_file(self) -> None:
        footprint = {"shape": "rectangle", "length": "44", "width": "27'6\""}
        document = job(structures=[STORE | {"footprint": footprint}])
        del document["units"]
        assert refusal(document) == {"/structures/0/footprint/length": "no-unit"}

    @pytest.mark.parametrize("shape", ["circle", "", 7])
    def test_an_unknown_shape_is_refused_with_those_there_are(self, shape: object) -> None:
        document = job(structures=[STORE | {"footprint": {"shape": shape}}])
        with pytest.raises(DocumentRefused, match="rectangle, walk, polygon, run") as refused:
            read_job(json.dumps(document).encode())
        assert [problem.pointer for problem in refused.value.problems] == ["/structures/0/footprint/shape"]

    def test_a_job_without_levels_has_none(self) -> None:
        assert read_job(json.dumps(job()).encode()).levels is None

    def test_a_misspelt_key_is_refused_with_what_was_meant(self) -> None:
        pull = {"structure": "store", "from": "A", "to": "C", "reading": "52'", "bruen": "1'"}
        with pytest.raises(DocumentRefused, match="Did you mean “burn”"):
            read_job(json.dumps(job(pulls=[pull])).encode())

    def test_pointers_escape_what_json_pointers_must(self) -> None:
        assert refusal(job(**{"a/b~c": 1})) == {"/a~1b~0c": "unknown-key"}

    def test_every_fault_is_told_at_once(self) -> None:
        document = job(
            structures=[
                STORE | {"kind": "tower"},
                STORE | {"footprint": {"shape": "rectangle", "length": 0, "width": 1}},
            ],
            pulls=[{"structure": "shed", "from": "A", "to": "C", "reading": "x"}],
        )
        assert refusal(document) == {
            "/structures/0/kind": "literal-error",
            "/structures/1/footprint/length": "zero",
            "/pulls/0/reading": "unknown-unit",
            "/structures/1/id": "id-twice",
            "/pulls/0/structure": "unknown-structure",
        }

    @pytest.mark.parametrize(
        ("pull", "pointer", "code"),
        [
            ({"from": "E"}, "/pulls/0/from", "unknown-corner"),
            ({"to": "A"}, "/pulls/0/to", "same-corner"),
            ({"burn": "60'"}, "/pulls/0/reading", "burn-over-reading"),
            ({"height_difference": "60'"}, "/pulls/0/height_difference", "fall-over-reading"),
            ({"round": 0}, "/pulls/0/round", "greater-than-equal"),
            ({"round": "1"}, "/pulls/0/round", "int-type"),
        ],
    )
    def test_pulls_that_cannot_be_are_told(self, pull: dict[str, Any], pointer: str, code: str) -> None:
        whole = {"structure": "store", "from": "A", "to": "C", "reading": "52'"} | pull
        assert refusal(job(pulls=[whole])) == {pointer: code}

    def test_an_unknown_held_line_is_told_with_the_known_ones(self) -> None:
        with pytest.raises(DocumentRefused, match="The lines are AB, BC, CD, DA"):
            read_job(json.dumps(job(structures=[STORE | {"held_line": "AC"}])).encode())


@pytest.mark.parametrize(("said", "celsius"), [(5, 5.0), ("5", 5.0), ("5,5 C", 5.5), ("9 °F", 5.0), ("0 F", 0.0)])
def test_degrees_are_said_on_either_scale(said: object, celsius: float) -> None:
    setup = SetupEntry.model_validate(
        {"instrument": "water-level", "rod": "m", "warmer": said, "leg": "1", "shots": []}
    )
    assert setup.warmer == pytest.approx(celsius)


def test_what_is_no_number_of_degrees_is_refused_with_what_to_say() -> None:
    with pytest.raises(ValidationError, match=r"“warm” is no number of degrees. Say it as 5 or 9 °F"):
        SetupEntry.model_validate({"instrument": "water-level", "rod": "m", "warmer": "warm"})
