"""Cells of CSV files, in and out."""

import csv

LONGEST_LINE = 5_000


def rows_of(text: str, most_lines: int) -> tuple[list[list[str]], list[str]]:
    """Rows of a CSV file as far as they can be read, and what could not, in words; lines without a cell are left out.

    Commas, semicolons or tabs part the cells, whichever is there most often.

    Args:
        text: the file.
        most_lines: how many lines are read.
    """
    lines = [line for line in text.lstrip("\ufeff").splitlines() if line.strip()]
    delimiter = max(";\t,", key=lambda mark: sum(line.count(mark) for line in lines[:20]))
    rows: list[list[str]] = []
    skipped = [f"Only the first {most_lines} lines were read."] if len(lines) > most_lines else []
    long = next((number for number, line in enumerate(lines[:most_lines], 1) if len(line) > LONGEST_LINE), None)
    if long is not None:
        skipped.append(f"Line {long} is no line of a table: it was read up to there.")
    try:
        rows.extend(csv.reader(lines[: most_lines if long is None else long - 1], delimiter=delimiter))
    except csv.Error:
        skipped.append(f"After line {len(rows)} a quotation mark is never closed: it was read up to there.")
    return rows, skipped


def plain_cell(text: str) -> str:
    """A text that no spreadsheet takes for a formula."""
    return f"'{text}" if text.startswith(tuple("=+-@\t\r")) else text
