"""What is made on the lines, held against the plan: forms, slabs, digging that cannot be."""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.fence.fence import Fence
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.plan.line_family import FamilyOutline
from anvilhead.core.plan.strip import Strip
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.working.faults import Faults
from anvilhead.jobfile.working.marked import POST, MarkedPlace, footing_edges, form_faces, marked_points


@dataclass(frozen=True, slots=True)
class Lines:
    """What things are made on: the outline, lines beside it, places and posts along it, its width."""

    outline: Footprint
    outlines: Sequence[FamilyOutline]
    places: Mapping[str, MarkedPlace]
    fence: Fence | None
    strip: Strip | None

    @property
    def families(self) -> list[str]:
        """Names of the line families."""
        return [one.family.name for one in self.outlines]


def made_faults(plan: Plan, lines: Lines, faults: Faults) -> None:
    """Every fault of what is made on the lines of a plan."""
    _forms(plan, lines.outline, lines.outlines, lines.families, faults)
    _pour(plan, lines.outline, lines.families, faults)
    for i, line in enumerate(plan.offset_lines):
        if lines.outline.ends_of(line.along) is None:
            faults.unknown(("offset_lines", i, "along"), "line", line.along, list(lines.outline.sides_by_name))
        rows = [*(row.name for row in plan.places), *(one.name for one in plan.offset_lines[:i])]
        if line.name in rows or (line.name == POST and plan.fence) or _takes(line.name, plan):
            message = f"“{line.name}” names places, stakes or another line already. Call this one otherwise."
            faults.add(("offset_lines", i, "name"), "name-twice", message)
    _plates(plan, lines, faults)
    edges = footing_edges(lines.outlines, lines.strip) is not None
    _digging(plan, lines.outline, marked_points(lines.outline, lines.places, lines.fence), edges, faults)


def _takes(name: str, plan: Plan) -> bool:
    """Whether a line's stakes would be called as a named stake is."""
    return bool({f"{name} 1", f"{name} 2"} & {stake.name for stake in plan.stakes})


def _forms(
    plan: Plan, outline: Footprint, outlines: Sequence[FamilyOutline], families: list[str], faults: Faults
) -> None:
    if plan.forms and not outline.closed and not plan.strip:
        message = "An open line has forms along it once it has a width. Say “strip”, or take “forms” out."
        faults.add(("forms",), "open-forms", message)
    elif plan.forms and outline.closed and outlines:
        with faults.at("forms"):
            form_faces(plan.forms, plan.boards.existing, outline, outlines)
    if plan.forms and plan.forms.family and plan.forms.family not in families:
        faults.unknown(("forms", "family"), "line family", plan.forms.family, families)


def _plates(plan: Plan, lines: Lines, faults: Faults) -> None:
    """Plates need a closed outline, and edges on its sides."""
    if plan.plates is None:
        return
    if not lines.outline.closed:
        faults.add(("plates",), "open-plates", "Plates are laid over a closed outline. Take “plates” out.")
        return
    if plan.plates.family and plan.plates.family not in lines.families:
        faults.unknown(("plates", "family"), "line family", plan.plates.family, lines.families)
    for i, edge in enumerate(plan.plates.found):
        side = lines.outline.sides_by_name.get(edge.line)
        if side is None:
            faults.unknown(("plates", "found", i, "line"), "line", edge.line, list(lines.outline.sides_by_name))
        elif edge.at.mm > side.length_mm + plan.tolerance.mm:
            message = f"{edge.at.text} lies beyond the end of {edge.line}. Read the edge within its side."
            faults.add(("plates", "found", i, "at"), "beyond-side", message)


def _pour(plan: Plan, outline: Footprint, families: list[str], faults: Faults) -> None:
    """What a slab rests on: a closed outline or a strip, a line and sides that are there."""
    if plan.pour is None:
        return
    if not outline.closed and plan.strip is None:
        message = "An open line has no slab until it has a width. Say “strip”, or take “pour” out."
        faults.add(("pour",), "open-pour", message)
    if plan.pour.family and plan.pour.family not in families:
        faults.unknown(("pour", "family"), "line family", plan.pour.family, families)
    for i, row in enumerate(plan.pour.dowels):
        if row.along not in outline.sides_by_name:
            faults.unknown(("pour", "dowels", i, "along"), "line", row.along, list(outline.sides_by_name))


def _digging(plan: Plan, outline: Footprint, known: Collection[str], edges: bool, faults: Faults) -> None:
    """What is dug needs edges; pads and what was found need something they are of."""
    if plan.digging is None:
        return
    if not edges and not plan.digging.pads:
        message = "Nothing says how wide the footing is. Add a “section” with a footing, a “strip”, or pads."
        faults.add(("digging",), "no-footing", message)
    taken = {*outline.sides_by_name}
    for i, pad in enumerate(plan.digging.pads):
        if pad.name in taken:
            faults.add(
                ("digging", "pads", i, "name"), "name-twice", f"There is a “{pad.name}” already. Name this other."
            )
        taken.add(pad.name)
        if pad.at not in known:
            faults.unknown(("digging", "pads", i, "at"), "point", pad.at, list(known))
    named = {pad.name for pad in plan.digging.pads} | ({*outline.sides_by_name} if edges else set())
    for i, one in enumerate(plan.digging.found):
        if one.on not in named:
            faults.unknown(("digging", "found", i, "on"), "side or pad", one.on, sorted(named))
