"""The slate: sums while they are typed, sums of the trade, spaces, and sums in length fields."""

from typing import Any

import pytest
from fastapi.testclient import TestClient


def add(client: TestClient, **asked: Any) -> dict[str, Any]:
    found: dict[str, Any] = client.post("/api/slate/sums", json={"units": "ft-in", **asked}).json()
    return found


def test_a_sum_is_answered_with_its_text_in_other_scales(client: TestClient) -> None:
    echo = add(client, text="27' 6 1/2\" ÷ 4")
    assert echo["trouble"] is None
    assert (echo["found"]["kind"], echo["found"]["text"]) == ("length", "6' 10 5/8\"")
    assert echo["found"]["beside"] == ['82.625"', "6.89 ft", "2.099 m", "2098.7 mm"]


def test_what_cannot_be_added_up_is_told_with_its_place(client: TestClient) -> None:
    trouble = add(client, text="4' + 3' × 2'")["trouble"]
    assert (trouble["pointer"], trouble["code"], trouble["position"]) == ("/text", "unlike", 3)


@pytest.mark.parametrize(
    ("key", "of", "text"),
    [
        ("diagonal", ["44'", "27-6"], "51' 10 5/8\""),
        ("leg", ["5'", "3'"], "4' 0\""),
        ("at-45", ["10'"], "14' 1 11/16\""),
        ("fall", ["40'", '1/4"', "1'"], '10"'),
        ("slope", ["30'", "2'"], "30' 0 13/16\""),
        ("level", ["30'", "2'"], "29' 11 3/16\""),
        ("volume", ["40'", "22'", '6"'], "16.30 cu yd (440.0 cu ft)"),
        ("hole", ['12"', "3'"], "0.09 cu yd (2.4 cu ft)"),
        # 100 ft by 11.6 in a million by 54 degrees F, 30 kelvin: 0.418 in; by 27 degrees C of frost: -0.376 in
        ("tape-f", ["100'", "54"], '7/16"'),
        ("tape-c", ["100'", "-27"], '-3/8"'),
        ("round-post", ['10"', '3 1/2"', '30"'], "0.04 cu yd (1.2 cu ft)"),
    ],
)
def test_sums_of_the_trade(client: TestClient, key: str, of: list[str], text: str) -> None:
    listed = {one["key"]: one for one in client.get("/api/slate").json()}
    assert len(listed[key]["asks"]) == len(of)
    assert add(client, sum=key, of=of)["found"]["text"] == text


def test_a_sum_of_the_trade_says_what_it_still_asks_for(client: TestClient) -> None:
    assert add(client, sum="diagonal", of=["44'"])["trouble"]["message"] == "“Width” is not typed yet."
    assert add(client, sum="moon", of=[])["trouble"]["code"] == "unknown-sum"


def test_spaces_are_one_less_than_their_marks(client: TestClient) -> None:
    asked = {"units": "ft-in", "length": "44'", "spaces": "7"}
    echo = client.post("/api/slate/spaces", json=asked).json()
    assert echo["text"] == "7 spaces of 6' 3 7/16\", 8 marks"
    assert (echo["marks"][0], echo["marks"][1], echo["marks"][7]) == ('0"', "6' 3 7/16\"", "44' 0\"")
    # a running mark is rounded once: five sevenths of 44 ft are 31 ft 5 1/8 in, five times the first is 5 5/16
    assert echo["marks"][5] == "31' 5 1/8\""
    assert client.post("/api/slate/spaces", json=asked | {"length": "0"}).json()["trouble"]["pointer"] == "/length"
    for spaces in ("0", "501", "-3", "2.5", "", "many"):
        trouble = client.post("/api/slate/spaces", json=asked | {"spaces": spaces}).json()["trouble"]
        assert (trouble["pointer"], trouble["message"]) == ("/spaces", "Spaces are a whole number from 1 to 500.")


@pytest.mark.parametrize(
    ("text", "units", "explicit"),
    [
        ("4' + 1' ÷ 2", "ft-in", "4' 6\""),
        ("27-6 × 2", "ft-in", "55' 0\""),
        ("1 + 2 × 3", "m", "7.000 m"),
        ("10' ÷ 3", "ft-in", "3' 4\""),
        ("1' / 7", "ft-in", "0' 1.7143\""),
    ],
)
def test_a_length_field_takes_a_sum(client: TestClient, text: str, units: str, explicit: str) -> None:
    read = client.post("/api/lengths", json={"units": units, "text": text}).json()["read"]
    assert (read["is_sum"], read["explicit"]) == (True, explicit)


@pytest.mark.parametrize(
    ("text", "code"),
    [("3' - 5'", "not-a-length"), ("3' × 5'", "not-a-length"), ("3' +", "unfinished"), ("3' 14", "over-full")],
)
def test_what_comes_to_no_length_is_refused(client: TestClient, text: str, code: str) -> None:
    echo = client.post("/api/lengths", json={"units": "ft-in", "text": text}).json()
    assert (echo["read"], echo["trouble"]["code"]) == (None, code)
    assert (
        client.post("/api/lengths", json={"units": "ft-in", "text": "3' - 5'", "signed": True}).json()["read"]["mm"]
        == -609.6
    )
