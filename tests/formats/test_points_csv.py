"""Points from spreadsheets and instruments."""

import json

import pytest

from anvilhead.core.units.units import Units
from anvilhead.formats.points_csv import read_points, write_points
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job


def places(text: str, units: Units = Units.M) -> list[tuple[str, float, float]]:
    return [(p.name, round(p.x_mm, 3), round(p.y_mm, 3)) for p in read_points(text, units).points]


@pytest.mark.parametrize(
    "text",
    [
        "A,0,0\nB,9.6,0\n",
        "name;x;y\nA;0;0\nB;9,6;0\n",
        "y\tx\tpoint\n0\t0\tA\n0\t9.6\tB\n",
        "\ufeffPoint,Easting,Northing\r\nA,0 m,0 m\r\nB,9600 mm,0\r\n",
    ],
    ids=["plain", "decimal comma", "columns in another order", "units in the cells"],
)
def test_points_are_read_however_they_are_parted(text: str) -> None:
    assert places(text) == [("A", 0, 0), ("B", 9600, 0)]


def test_two_columns_are_numbered() -> None:
    assert places("0,0\n9.6,-6.4") == [("1", 0, 0), ("2", 9600, -6400)]


def test_feet_and_inches_are_lengths_too() -> None:
    assert places('A,0,0\nB,27\' 6",-4 1/2"', Units.FT_IN)[1] == ("B", 8382, -114.3)


def test_lines_that_cannot_be_read_are_told_with_their_number() -> None:
    read = read_points("A,0,0\nB,twelve,0\nC\n", Units.M)
    assert [line.split(":")[0] for line in read.skipped] == ["Line 2", "Line 3"]
    assert len(read.points) == 1


@pytest.mark.parametrize(
    ("text", "told"),
    [
        ("A,0,0\n" + "B" * 200_000 + ",1,1\nC,2,2\n", "Line 2 is no line"),
        ('A,0,0\n"' + f"{'B' * 100},1,1\n" * 1_900, "quotation mark is never closed"),
        ("A,0,0\n" * 2_001, "first 2000 lines"),
    ],
    ids=["one endless line", "one endless cell", "endless lines"],
)
def test_a_file_of_absurd_size_is_read_as_far_as_it_makes_sense(text: str, told: str) -> None:
    read = read_points(text, Units.M)
    assert read.points[0].name == "A"
    assert any(told in one for one in read.skipped)


def test_what_is_staked_dug_and_drilled_is_among_the_points() -> None:
    plan = {
        "id": "s", "kind": "slab", "footprint": {"shape": "rectangle", "length": 9000, "width": 6000},
        "stakes": [{"name": "H1", "at": [500, -900]}],
        "offset_lines": [{"name": "south", "along": "AB", "distance": 2000, "beyond": 1000}],
        "digging": {"bucket": 600, "pads": [{"name": "pad", "at": "A", "length": 800}]},
        "pour": {"thickness": 100, "dowels": [{"along": "CD", "spacing": 3000, "clear": 0}]},
    }  # fmt: skip
    job = {"format": "anvilhead-job", "version": 1, "units": "mm", "structures": [plan]}
    rows = write_points({"pad": solve_job(read_job(json.dumps(job).encode())).structures["s"]}).splitlines()
    assert {
        "pad,H1,stake,500.000,-900.000",
        "pad,south 1,line stake,-1000.000,-2000.000",
        "pad,south 2,line stake,10000.000,-2000.000",
        "pad,pad 1,pad corner,-400.000,-400.000",
        "pad,dowel CD 1,dowel,9000.000,6000.000",
        "pad,dowel CD 4,dowel,0.000,6000.000",
    } <= set(rows)
