"""The level sheet: what the person at the rod takes out on paper.  Big type, black on white.

Target readings first, with room for what was read; then board by board what stands where, slabs and posts, and the
whole book behind it.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date

from anvilhead.core.levels.level_book import Spot
from anvilhead.core.messages.spoken import spoken
from anvilhead.formats.paper import MARGIN, Paper
from anvilhead.formats.site_sheet import FOOT
from anvilhead.jobfile.levels.built_results import EdgeResult
from anvilhead.jobfile.levels.level_results import LevelsResult

CAUTIONS = (
    "Look up for overhead lines before raising a rod. Never look into a laser.",
    "A larger reading is lower ground. Measure again after every disturbance, and close on the benchmark at the end.",
)


@dataclass(frozen=True, slots=True)
class LevelSheetOf:
    """What a level sheet is made from.

    Attributes:
        names: of the job's structures, by their ids; labels: how points of the book read beside this structure.
        printed: the day written on it.
    """

    job: str
    name: str
    result: LevelsResult
    printed: date
    names: Mapping[str, str] = field(default_factory=dict)
    labels: Mapping[str, str] = field(default_factory=dict)

    def structure(self, id_in_file: str) -> str:
        """A structure as the crew calls it."""
        return self.names.get(id_in_file, id_in_file)

    def point(self, name: str) -> str:
        """A point of the book as the crew calls it: this structure's by their letters, others with their structure."""
        structure, slash, own = spoken(self.labels.get(name, name)).partition("/")
        return f"{self.structure(structure)} {own}" if slash else structure


def write_level_sheet(sheet: LevelSheetOf, paper: str) -> bytes:
    """Write the sheet for `a4` or `letter`."""
    page, result = Paper(paper, f"{sheet.job}: levels", FOOT), sheet.result
    page.new_page()
    page.y -= 18
    page.text(MARGIN, page.y, f"{sheet.job}: {sheet.name}, levels", 22, bold=True)
    page.text(page.width - MARGIN, page.y, sheet.printed.isoformat(), 12, align="right")
    page.y -= 14
    for caution in CAUTIONS:
        page.paragraph(caution, 11.5)
    if result.benchmarks:
        held = "; ".join(f"{Spot(one.name, one.thing or '')} at {one.text}" for one in result.benchmarks)
        page.paragraph(f"Heights held as true: {held}.", 14)
    _targets(page, sheet)
    _sticks(page, sheet)
    _decided(page, sheet)
    _slabs(page, sheet)
    _ground(page, sheet)
    _posts(page, sheet)
    _book(page, sheet)
    return page.bytes()


def _targets(page: Paper, sheet: LevelSheetOf) -> None:
    result = sheet.result
    if not result.targets:
        return
    page.heading("To height")
    if result.standing is not None:
        level = result.setups[result.standing].level_line_text
        page.paragraph(f"For {result.standing_text}: level line at {level}. Set up anew, these readings change.", 11.5)
    at = (0.0, 0.14, 0.4, 0.6, 0.74)
    page.head(["At", "What", "Rod reads", "Within", "Found, then"], at, 18, right=(2,))
    for target in result.targets:
        said = target.words + (f" · {target.stake}" if target.stake else "")
        cells = [
            sheet.point(target.at),
            target.name,
            target.target_reading_text or target.text,
            target.tolerance_text,
            said,
        ]
        page.row(cells, at, 18, bold=2, right=(2,))


def _sticks(page: Paper, sheet: LevelSheetOf) -> None:
    result = sheet.result
    for stick in result.sticks:
        page.heading(f"Story stick for {sheet.structure(stick.structure)}: from the string at {stick.string_text}")
        for drop in stick.drops:
            page.row([drop.name, drop.text], (0.0, 0.5), 15, bold=1)


def _slabs(page: Paper, sheet: LevelSheetOf) -> None:
    result = sheet.result
    for slab in result.slabs:
        page.heading(f"{slab.name}: {sheet.structure(slab.structure)}")
        base = f" Base {slab.base_text}." if slab.base_text else ""
        page.paragraph(f"{slab.text} Concrete {slab.concrete_text}, waste with it.{base}", 12.5)
        _edges(page, [*slab.edges, *slab.rails, *slab.pegs])
        for side in slab.existing:
            falls = "; ".join(f"{sheet.point(one.at or '')} {one.height_text}, {one.fall_text}" for one in side.falls)
            page.paragraph(f"Along {side.side} there is concrete, no form. The slab there: {falls}.", 12)
        for trouble in slab.troubles:
            page.paragraph(trouble, 12.5)
        if slab.spots:
            page.paragraph(
                "Thickness: " + ", ".join(f"{sheet.point(spot.at)} {spot.text}" for spot in slab.spots) + ".", 12
            )


def _decided(page: Paper, sheet: LevelSheetOf) -> None:
    """Finishes with what was taken, every station of runs that fall, and bottoms of footings."""
    for finish in sheet.result.finishes:
        page.heading(f"{finish.name}: {sheet.structure(finish.structure)}")
        if finish.adopted:
            taken = finish.adopted
            page.paragraph(f"{taken.height_text}, {taken.name.lower()}. {taken.text}", 12.5)
        at = (0.0, 0.34, 0.5, 0.66, 0.84)
        page.head(["By", "Top at", "Rod reads", "Thick", "Concrete"], at, 12, right=(1, 2))
        for one in finish.candidates:
            thick = f"{one.least_text} to {one.most_text}" if one.least_text else ""
            row = [one.name, one.height_text, one.target_reading_text or "", thick, one.concrete_text]
            page.row(row, at, 12, bold=1, right=(1, 2))
    for run in sheet.result.runs:
        page.heading(run.name)
        page.paragraph(" ".join([f"{run.length_text}, falling {run.fall_text}.", run.text, *run.troubles]), 12.5)
        at = (0.0, 0.2, 0.4, 0.6, 0.8)
        page.head(["Along", "Bottom", "Dig", "From string", "Rod reads"], at, 13, right=(1, 2, 3, 4))
        for station in run.stations:
            cells = [station.along_text, station.invert_text, station.cut_text or ""]
            cells += [station.drop_text or "", station.reading_text or ""]
            page.row(cells, at, 13, bold=2, right=(1, 2, 3, 4))

    for footing in sheet.result.footings:
        page.heading(f"{footing.name}: {sheet.structure(footing.structure)}")
        page.paragraph(footing.text, 12.5)
        at = (0.0, 0.29, 0.58, 0.76, 0.9)
        page.head(["From", "to", "Bottom", "Rod reads", "Courses"], at, 13, right=(2, 3, 4))
        for part in footing.stretches:
            ends = [f"{end.side}, {end.text}" for end in (part.start, part.end)]
            cut = f" and {part.cut_text}" if part.cut_text else ""
            blocks = "" if part.courses is None else f"{part.courses}{cut}"
            page.row([*ends, part.bottom_text, part.reading_text or "", blocks], at, 13, bold=2, right=(2, 3, 4))


def _edges(page: Paper, edges: list[EdgeResult]) -> None:
    at = (0.0, 0.4, 0.7)
    page.head(["Form, rail or peg", "Height", "Rod reads"], at, 14, right=(1, 2))
    for edge in edges:
        page.row([edge.name, edge.text, edge.reading_text or ""], at, 14, bold=2, right=(1, 2))


def _ground(page: Paper, sheet: LevelSheetOf) -> None:
    result = sheet.result
    if result.ground:
        page.heading("Ground")
        page.paragraph(result.ground.text, 12.5)
    for pad in result.pads:
        page.heading(f"{pad.name}: {sheet.structure(pad.structure)}", 14)
        volumes = f" Cut {pad.cut_text}, fill {pad.fill_text}." if pad.cut_text else ""
        loose = f" On the truck {pad.loose_text}." if pad.loose_text else ""
        page.paragraph(pad.text + volumes + loose, 12.5)


def _posts(page: Paper, sheet: LevelSheetOf) -> None:
    result = sheet.result
    if result.posts:
        page.heading("Posts")
    for post in result.posts:
        page.row([sheet.point(post.at), post.name, post.text], (0.0, 0.14, 0.36), 14, bold=0)
    for wall in result.stepped:
        page.heading(wall.name, 14)
        for stud in wall.studs:
            page.row([stud.step, stud.text], (0.0, 0.4), 14, bold=1)


def _book(page: Paper, sheet: LevelSheetOf) -> None:
    result = sheet.result
    if not result.setups:
        return
    page.heading("Level book")
    if result.simulated:
        page.paragraph(result.simulated, 14)
    at = (0.0, 0.32, 0.5, 0.75)
    for number, setup in enumerate(result.setups, 1):
        line = setup.level_line_text or "?"
        page.paragraph(f"Setup {number}: {setup.device or setup.instrument}. Level line at {line}.", 12)
        page.head(["Point", "", "Reading", "Height"], at, 12, right=(2, 3))
        for shot in setup.shots:
            role = {"start": "begins", "check": "check"}.get(shot.role, shot.thing or "")
            page.row([sheet.point(shot.at), role, shot.reading_text, shot.height_text], at, 12, right=(2, 3))
    for closing in result.closings:
        page.paragraph(closing.text, 12)
    for one in result.doubts:
        page.paragraph(one.text, 12)
