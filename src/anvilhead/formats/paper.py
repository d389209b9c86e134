"""Writing on paper: fonts, fractions, pages that break by themselves, and a foot on every page."""

import io
import re
import threading
from collections.abc import Sequence
from functools import cache
from pathlib import Path

from reportlab.lib.pagesizes import A4, LETTER, landscape
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

REGULAR, BOLD = "Sofia", "SofiaBold"
MARGIN = 14 * mm
PAPERS = {"a4": A4, "letter": LETTER}
_FONTS = Path(__file__).parent / "fonts"
_FRACTION = re.compile(r"([0-9]+)/([0-9]+)")
# the letters of a sheet are cut out of font files that all sheets read: two at once would read each other's place
_ONE_AT_THE_FONTS = threading.Lock()


@cache
def load_fonts() -> None:
    """Make the fonts that ship with the application known, once."""
    with _ONE_AT_THE_FONTS:
        if REGULAR in pdfmetrics.getRegisteredFontNames():
            return
        pdfmetrics.registerFont(TTFont(BOLD, _FONTS / "SofiaSansCondensed-Bold.ttf"))
        pdfmetrics.registerFont(TTFont(REGULAR, _FONTS / "SofiaSansCondensed-Regular.ttf"))


class Paper:
    """Pages of one size, written from the top down; ink-saving: black lines and letters, nothing filled.

    Attributes:
        canvas: what is drawn on.
        width, height: of the page in hand, points.
        y: where the next line goes.
    """

    def __init__(self, paper: str, title: str, foot: str) -> None:
        load_fonts()
        self._out = io.BytesIO()
        self._size = PAPERS[paper]
        self._foot = foot
        self._page = 0
        self.canvas = Canvas(self._out, pagesize=self._size, pageCompression=1, invariant=1, lang="en")
        self.canvas.setTitle(title)
        self.canvas.setCreator("Anvilhead")
        self.width, self.height = self._size
        self.y = 0.0

    def new_page(self, *, lying: bool = False, footed: bool = True) -> None:
        """Begin a page, standing or lying; with what stands at its foot, and its number."""
        if self._page:
            self.canvas.showPage()
        self._page += 1
        size = landscape(self._size) if lying else self._size
        self.width, self.height = size
        self.canvas.setPageSize(size)
        self.canvas.setLineWidth(0.6)
        if footed:
            self.text(MARGIN, 8 * mm, self._foot, 8.5)
            self.text(self.width - MARGIN, 8 * mm, f"{self._page}", 10, align="right")
        self.y = self.height - MARGIN

    def bytes(self) -> bytes:
        """The finished file."""
        self.canvas.showPage()
        with _ONE_AT_THE_FONTS:
            self.canvas.save()
        return self._out.getvalue()

    def room_for(self, height: float) -> None:
        """Begin a page unless this much is left on this one, points."""
        if self.y - height < MARGIN + 6 * mm:
            self.new_page()

    def part(self, share: float = 0.4) -> None:
        """Begin a part of the sheet: on a page of its own unless this share of the one in hand is left."""
        self.room_for(self.height * share)

    def heading(self, text: str, size: float = 17) -> None:
        """A heading with a line under it; it goes where what it heads begins, a table's head and first row as well."""
        self.room_for(size * 8)
        self.y -= size * (1 if self.y > self.height - MARGIN - 1 else 1.9)
        self.text(MARGIN, self.y, text, size, bold=True)
        self.y -= 4
        self.canvas.setLineWidth(1.2)
        self.canvas.line(MARGIN, self.y, self.width - MARGIN, self.y)
        self.canvas.setLineWidth(0.6)
        self.y -= 6

    def paragraph(self, text: str, size: float = 12, *, indent: float = 0.0) -> None:
        """A text broken into lines."""
        for line in self.broken(text, size, self.width - 2 * MARGIN - indent):
            self.room_for(size * 1.4)
            self.y -= size * 1.25
            self.text(MARGIN + indent, self.y, line, size)
        self.y -= size * 0.35

    def row(self, cells: Sequence[str], at: Sequence[float], size: float = 13, *, bold: int = -1, rule: bool = True,
            right: Sequence[int] = ()) -> None:  # fmt: skip
        """One row of a table: cells at shares of the width; one may be bold, some set to the right."""
        inner = self.width - 2 * MARGIN
        ends = [*at[1:], 1.0]
        lines = [
            [cell] if i in right else self.broken(cell, size, (ends[i] - at[i]) * inner - 6)
            for i, cell in enumerate(cells)
        ]
        height = max(len(cell) for cell in lines) * size * 1.2 + size * 0.5
        self.room_for(height)
        for i, cell in enumerate(lines):
            for n, line in enumerate(cell):
                y = self.y - size * 1.05 - n * size * 1.2
                if i in right:
                    self.text(MARGIN + ends[i] * inner - 6, y, line, size, bold=i == bold, align="right")
                else:
                    self.text(MARGIN + at[i] * inner, y, line, size, bold=i == bold)
        self.y -= height
        if rule:
            self.canvas.setLineWidth(0.3)
            self.canvas.line(MARGIN, self.y, self.width - MARGIN, self.y)
            self.canvas.setLineWidth(0.6)

    def head(self, cells: Sequence[str], at: Sequence[float], first: float, right: Sequence[int] = ()) -> None:
        """The head of a table, on the page of its first row, which is set in a size of `first`."""
        self.room_for(11 * 1.7 + first * 3)
        self.row(cells, at, 11, right=right)

    def text(self, x: float, y: float, text: str, size: float, *, bold: bool = False, align: str = "left") -> None:
        """A line of text, fractions as fractions."""
        width = text_width(text, size, bold)
        x -= width if align == "right" else width / 2 if align == "middle" else 0
        font = BOLD if bold else REGULAR
        for piece, is_fraction in pieces_of(text):
            if is_fraction:
                x = self._fraction(x, y, piece, size, font)
            else:
                self.canvas.setFont(font, size)
                self.canvas.drawString(x, y, piece)
                x += pdfmetrics.stringWidth(piece, font, size)

    def turned(self, x: float, y: float, text: str, size: float, turn_deg: float) -> None:
        """A text about its middle, turned anticlockwise, on white so that lines under it do not cross it."""
        self.canvas.saveState()
        self.canvas.translate(x, y)
        self.canvas.rotate(turn_deg)
        width = text_width(text, size, False)
        self.canvas.setFillColorRGB(1, 1, 1)
        self.canvas.rect(-width / 2 - 1, -size * 0.42, width + 2, size * 0.88, stroke=0, fill=1)
        self.canvas.setFillColorRGB(0, 0, 0)
        self.text(0, -size * 0.34, text, size, align="middle")
        self.canvas.restoreState()

    def broken(self, text: str, size: float, width: float) -> list[str]:
        """A text in lines no wider than this, broken at spaces; a longer word stays whole."""
        lines, line = [], ""
        for word in text.split(" "):
            longer = f"{line} {word}" if line else word
            if line and text_width(longer, size, False) > width:
                lines.append(line)
                line = word
            else:
                line = longer
        return [*lines, line]

    def _fraction(self, x: float, y: float, piece: str, size: float, font: str) -> float:
        above, below = piece.split("/")
        small = size * FRACTION_SHARE
        self.canvas.setFont(font, small)
        self.canvas.drawString(x, y + size * 0.3, above)
        x += pdfmetrics.stringWidth(above, font, small)
        slash = size * 0.2
        self.canvas.setLineWidth(size * 0.055)
        self.canvas.line(x - slash * 0.1, y - size * 0.02, x + slash, y + size * 0.68)
        x += slash * 0.9
        self.canvas.drawString(x, y, below)
        return x + pdfmetrics.stringWidth(below, font, small)


FRACTION_SHARE = 0.62


def pieces_of(text: str) -> list[tuple[str, bool]]:
    """A text in pieces: plain, and fractions."""
    pieces, at = [], 0
    for match in _FRACTION.finditer(text):
        if match.start() > at:
            pieces.append((text[at : match.start()], False))
        pieces.append((match.group(), True))
        at = match.end()
    if at < len(text) or not pieces:
        pieces.append((text[at:], False))
    return pieces


def text_width(text: str, size: float, bold: bool) -> float:
    """How wide a text is, fractions as fractions, points."""
    font = BOLD if bold else REGULAR
    width = 0.0
    for piece, is_fraction in pieces_of(text):
        if is_fraction:
            digits = piece.replace("/", "")
            width += pdfmetrics.stringWidth(digits, font, size * FRACTION_SHARE) + size * 0.18
        else:
            width += pdfmetrics.stringWidth(piece, font, size)
    return width
