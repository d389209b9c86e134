"""What is marked and made on the lines, on the site sheet: posts, places, forms, slabs, digging, lines that stay."""

from anvilhead.formats.paper import Paper
from anvilhead.jobfile.results.results import StructureResult


def write_made(page: Paper, result: StructureResult) -> None:
    """Everything that is marked and made."""
    _marks(page, result)
    _offset_lines(page, result)
    _digging(page, result)
    _forms(page, result)
    _pour(page, result)
    _plates(page, result)


def _marks(page: Paper, result: StructureResult) -> None:
    """Running marks: every post of a fence from its first corner, named places row by row."""
    fence = result.fence
    if fence:
        page.heading("Posts, running from the first corner")
        page.paragraph(fence.text, 12)
        for trouble in fence.troubles:
            page.paragraph(trouble, 12)
        at = (0.0, 0.1, 0.28, 0.5, 0.68, 0.84)
        page.head(["Post", "", "Mark at", "Bay", "Deep", "Long"], at, 15, right=(2, 3, 4, 5))
        for number, post in enumerate(fence.posts, 1):
            bay = fence.bays[number - 2] if number > 1 else None
            what = f"{post.corner or ''} {'' if post.kind == 'line' else post.kind}".strip()
            cells = [str(number), what, post.now_text, bay.width_text if bay else ""]
            page.row([*cells, post.depth_text or "", post.length_text or ""], at, 15, bold=2, right=(2, 3, 4, 5))
        if fence.materials:
            page.paragraph(f"{fence.materials.text} {', '.join(fence.materials.truck)}.", 12)
    if result.places:
        page.heading("Places")
        columns = (0.0, 0.3)
        page.head(["Place", "From the end of its row"], columns, 14, right=(1,))
        for name, place in result.places.items():
            page.row([name, place.text], columns, 14, bold=1, right=(1,))


def _forms(page: Paper, result: StructureResult) -> None:
    """The forms of a slab: side by side, how they are cut, in which order they go up."""
    forms = result.forms
    if forms is None:
        return
    page.heading("Forms")
    page.paragraph(forms.text, 12)
    at = (0.0, 0.1, 0.5)
    page.head(["Side", "Boards", "Stakes at"], at, 13)
    for side in forms.sides:
        boards = " + ".join(piece.text for piece in side.pieces)
        page.row([side.line, boards, ", ".join(stake.text for stake in side.stakes)], at, 12.5, bold=1)
    for cut in forms.cuts:
        page.row([f"{cut.count} × {cut.stock_text}", " · ".join(cut.cuts), f"left {cut.left_text}"],
                 (0.0, 0.2, 0.8), 13, bold=0)  # fmt: skip
    page.paragraph("; ".join(forms.truck) + ".", 12)
    for number, step in enumerate(forms.order, 1):
        page.row([str(number), step.text], (0.0, 0.06), 12.5, bold=1 if step.hold else 0)


def _offset_lines(page: Paper, result: StructureResult) -> None:
    """Lines that stay: every point by its station and its measure back."""
    for line in result.offset_lines:
        page.heading(f"Line that stays: {line.name}", 14)
        page.paragraph(f"{line.text} From its first stake, {line.length_text} to the other.", 12)
        at = (0.0, 0.3, 0.65)
        page.head(["Point", "Along it", "Back, square to it"], at, 14, right=(1, 2))
        for back in line.backs:
            page.row([back.name, back.station_text, back.back_text], at, 14, bold=2, right=(1, 2))


def _digging(page: Paper, result: StructureResult) -> None:
    """What is dug, how wide, with which bucket."""
    digging = result.digging
    if digging is None:
        return
    page.heading("Digging")
    for one in [digging.text, *digging.how, *([digging.over_text] if digging.over_text else [])]:
        page.paragraph(one, 12)
    for pad in digging.pads:
        page.row([pad.name, f"at {pad.at}", pad.size_text, f"diagonal {pad.diagonal_text}"], (0.0, 0.2, 0.4, 0.7), 13)
    for dug in digging.dug:
        page.paragraph(dug.text, 12)


def _pour(page: Paper, result: StructureResult) -> None:
    """Base, bars, mesh, dowels, joints and the order of concrete."""
    strip, pour = result.strip, result.pour
    if strip:
        page.heading("Strip")
        page.paragraph(strip.text, 12)
    if pour is None:
        return
    page.heading("Slab")
    order = [pour.order.text] if pour.order else []
    told = [pour.text, *order, pour.base, *(way.text for way in pour.bars), pour.bars_text, pour.mesh, pour.joints_text]
    for one in [*told, *pour.asks, *pour.troubles]:
        if one:
            page.paragraph(one, 12)
    for row in pour.dowels:
        page.paragraph(f"Along {row.line}: {row.text} From its start: {', '.join(row.stations)}.", 12)
    for cut in pour.cuts:
        page.row([f"{cut.count} × {cut.stock_text}", " · ".join(cut.cuts), f"left {cut.left_text}"],
                 (0.0, 0.2, 0.8), 13, bold=0)  # fmt: skip
    if pour.truck:
        page.paragraph("; ".join(pour.truck) + ".", 12)


def _plates(page: Paper, result: StructureResult) -> None:
    """Plate lines over old concrete: the inset to snap at every station."""
    plates = result.plates
    if plates is None:
        return
    page.heading("Plates over the concrete as found")
    page.paragraph(plates.text, 12)
    at = (0.0, 0.2, 0.5)
    page.head(["Side", "At", "Inward from its edge"], at, 13, right=(1, 2))
    for edge in plates.edges:
        page.row([edge.line, edge.at_text, edge.inset_text], at, 13, bold=2, right=(1, 2))
