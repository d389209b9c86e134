"""What holds the project together: migrations, generated documents, samples."""

import ast
import re
import sys
from pathlib import Path

import pytest
from alembic import command
from sqlalchemy import inspect

from anvilhead.demo.samples import FOLDER
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job
from anvilhead.launch.generate import main as generate
from anvilhead.launch.paths import ROOT
from anvilhead.store.database import Database


def imports_of(file: Path) -> set[str]:
    """Names that a module imports, in full."""
    found: set[str] = set()
    for node in ast.walk(ast.parse(file.read_text())):
        if isinstance(node, ast.Import):
            found |= {name.name for name in node.names}
        elif isinstance(node, ast.ImportFrom):
            assert node.level == 0, f"{file} imports by a relative path"
            found.add(str(node.module))
    return found


CORE = ROOT / "src" / "anvilhead" / "core"


def test_the_core_imports_itself_and_the_standard_library_and_nothing_else() -> None:
    others = {
        f"{file.relative_to(CORE)}: {name}"
        for file in CORE.rglob("*.py")
        for name in imports_of(file)
        if not name.startswith("anvilhead.core.") and name.split(".")[0] not in sys.stdlib_module_names
    }
    assert others == set()


def test_no_room_of_the_core_is_crowded_and_each_says_what_lives_there() -> None:
    """A newcomer finds any rule from the folder names: a page at the head of each room names every file in it."""
    for room in (folder for folder in CORE.iterdir() if (folder / "__init__.py").exists()):
        files = sorted(file.stem for file in room.glob("*.py") if file.stem != "__init__")
        page = ast.get_docstring(ast.parse((room / "__init__.py").read_text())) or ""
        assert len(files) <= 14, room.name
        assert [name for name in files if not re.search(rf"\b{name}\b", page)] == [], room.name


def test_inches_feet_and_small_numbers_have_one_home() -> None:
    """A unit's size stands in `units`, a number to compare with in `tolerances`, with its reason."""
    homes = {CORE / "units" / "units.py", CORE / "units" / "tolerances.py"}
    said = re.compile(r"(?<![\w.])(25\.4|304\.8|1e-\d+)(?![\w.])")
    elsewhere = [
        f"{file.name}: {value}"
        for folder in (CORE, ROOT / "src/anvilhead/jobfile", ROOT / "src/anvilhead/service")
        for file in folder.rglob("*.py")
        if file not in homes
        for node in ast.walk(ast.parse(file.read_text()))
        if isinstance(node, ast.Constant) and isinstance(node.value, float)
        for value in [ast.get_source_segment(file.read_text(), node) or ""]
        if said.search(value)
    ]
    assert sorted(elsewhere) == ["level_record.py: 1e-9", "tape.py: 1e-4"]  # an order of rows; 1 in 10,000 of a length


def test_no_rule_of_the_trade_stands_in_the_front_end() -> None:
    """What a field starts from or means when left empty comes from the core, with the job's units."""
    length = re.compile(r"""[`'"][0-9.]+ ?(mm|cm|m|ft|in|"|')[`'"]|\b[0-9.]+ (to [0-9.]+ )?(mm|m|ft|inch(es)?)\b""")
    chosen = re.compile(r"""=== 'ft-in'\s*\?\s*['"{][^°]|state\('[0-9.]+'\)""")
    by_hand = {
        "lib/square/call/tape.ts",  # the marks of a tape as it is drawn
        "lib/drawing/ScaleStick.svelte",  # the unit's name beside a stick
        "lib/footprint/ImportOutline.svelte",  # the unit a drawing is read in where it names none
    }
    source = ROOT / "web" / "src"
    strays = [
        f"{file.relative_to(source)}: {found.group()}"
        for file in source.rglob("*")
        if file.suffix in {".svelte", ".ts"} and not file.name.endswith((".test.ts", ".d.ts"))
        if str(file.relative_to(source)) not in by_hand
        for line in file.read_text().splitlines()
        if not line.lstrip().startswith(("//", "*", "/*", "<!--"))
        for found in [length.search(line) or chosen.search(line)]
        if found
    ]
    assert strays == []


def test_the_migrations_make_exactly_the_tables_of_the_models(database: Database) -> None:
    command.check(database.alembic_config())


def test_the_migrations_can_be_undone(database: Database) -> None:
    command.downgrade(database.alembic_config(), "base")
    assert inspect(database._engine).get_table_names() == ["alembic_version"]
    database.migrate()


def test_generated_documents_are_current() -> None:
    assert generate(["--check"]) == 0


@pytest.mark.parametrize(
    ("name", "verdicts"),
    [
        ("gannet-slip", {"boat-store": None, "net-loft": "square", "hardstand": "adjust", "yard-fence": None}),
        ("tansy-hill", {"honey-house": "square", "wax-room": "needs-pulls", "mead-cellar": "check-readings"}),
    ],
)
def test_the_samples_show_every_kind_of_work(name: str, verdicts: dict[str, str | None]) -> None:
    results = solve_job(read_job((FOLDER / f"{name}.anvil.json").read_bytes()))
    assert {key: one.square and one.square.verdict for key, one in results.structures.items()} == verdicts


def test_the_samples_carry_a_mornings_level_book_each() -> None:
    gannet, tansy = (
        solve_job(read_job((FOLDER / f"{name}.anvil.json").read_bytes())).levels
        for name in ("gannet-slip", "tansy-hill")
    )
    assert [(one.fits, len(one.run)) for one in gannet.closings] == [(True, 2), (True, 5)]  # the laser, the hose
    assert {one.instrument for one in gannet.setups} == {"laser", "water-level"}
    assert [one.at for slab in gannet.slabs for one in slab.spots if one.thin] == ["hardstand/H7"]
    assert {one.way for one in gannet.targets if one.on_thing} == {"on", "lower"}
    assert (tansy.devices[0].is_true, tansy.closings[0].fits) == (False, True)
    assert gannet.doubts == tansy.doubts == []


def test_the_samples_are_squared_as_crews_do_it() -> None:
    gannet, tansy = (
        solve_job(read_job((FOLDER / f"{name}.anvil.json").read_bytes())).structures
        for name in ("gannet-slip", "tansy-hill")
    )
    hardstand, loft, wax = gannet["hardstand"].square, gannet["net-loft"].square, tansy["wax-room"].square
    assert hardstand
    assert loft
    assert wax
    assert hardstand.slide
    assert hardstand.slide.text == 'Slide CD 5/8" toward D'
    assert loft.family == "form line"
    assert [one.line for one in wax.lines if one.settled] == ["AB", "CD"]  # line by line


def test_the_sample_ell_came_in_over_three_rounds_and_its_slip_was_found() -> None:
    job = read_job((FOLDER / "gannet-slip.anvil.json").read_bytes())
    rounds = solve_job(job).structures["net-loft"].rounds
    assert [one.verdict for one in rounds] == ["adjust", "adjust", "square", "square"]
    assert [one.accepted for one in rounds] == [False, False, True, True]

    # as the second round stood before the slip was struck and the tape pulled again
    slip = next(pull for pull in job.pulls if pull.struck)
    again = next(p for p in job.pulls if (p.round, p.start, p.end, p.struck) == (2, slip.start, slip.end, False))
    before = [p.model_copy(update={"struck": False}) for p in job.pulls if p.round <= 2 and p is not again]
    square = solve_job(job.model_copy(update={"pulls": before, "accepted": []})).structures["net-loft"].square
    assert square
    assert [(s.start, s.end, s.slip, s.certain) for s in square.suspects] == [
        (slip.start, slip.end, "swapped-digits", True)
    ]
