"""The table of figures in the README, written by the measurements themselves so that it cannot grow stale."""

import json
from pathlib import Path

from anvilhead.launch.paths import ROOT

README = ROOT / "README.md"
HEAD = "| what | reached | aim |\n|---|---|---|\n"


def write_table(figures: Path) -> None:
    """Put rows that were measured in the place of those of the same name; new ones come last."""
    before, head, rest = README.read_text("utf-8").partition(HEAD)
    body, blank, after = rest.partition("\n\n")
    rows = {line.split(" | ")[0].removeprefix("| "): line for line in body.splitlines()}
    for line in figures.read_text("utf-8").splitlines():
        row = json.loads(line)
        rows[row["what"]] = f"| {row['what']} | {row['reached']} | {row['aim']} |"
    README.write_text(before + head + "\n".join(rows.values()) + blank + after, "utf-8")
