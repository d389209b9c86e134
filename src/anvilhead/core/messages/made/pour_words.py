"""What goes under, into and over a slab, in words."""

from collections.abc import Sequence

from anvilhead.core.messages.made.counting import count_of
from anvilhead.core.pour.concrete_order import ConcreteOrder
from anvilhead.core.pour.control_joints import CUT_SHARE, JointPlan
from anvilhead.core.pour.lifts import Lifts
from anvilhead.core.pour.mesh import Mesh, Sheet
from anvilhead.core.units.length_printing import print_area, print_difference, print_length, print_volume
from anvilhead.core.units.tolerances import FLOAT_SLACK
from anvilhead.core.units.units import Units


def strip_text(width_mm: float, lengths_mm: tuple[float, float], units: Units) -> str:
    """A strip: its width, and how long each face is."""
    left, right = (print_length(mm, units).text for mm in lengths_mm)
    wide = print_length(width_mm, units).text
    return f"{wide} wide; left face {left}, right face {right}, corners mitred."


def pour_text(area_mm2: float, thickness_mm: float, volume_mm3: float, units: Units) -> str:
    """How much concrete the plan asks for."""
    thick = print_length(thickness_mm, units).text
    return f"{print_area(area_mm2, units)} × {thick}: {print_volume(volume_mm3, units)} by the plan."


def lifts_text(lifts: Lifts, units: Units) -> str:
    """A base in lifts."""
    each, loose = print_difference(lifts.each_mm, units), print_difference(lifts.loose_mm, units)
    return (
        f"{count_of(lifts.count, 'lift')} of {each}, spread {loose} loose; {lifts.passes} passes in all. "
        f"{print_volume(lifts.loose_mm3, units)} of stone as it is delivered, "
        f"{print_volume(lifts.volume_mm3, units)} when compacted."
    )


def bars_text(count: int, spacing_mm: float, way: str, units: Units) -> str:
    """Bars one way: spaces and bars told apart."""
    if count < 2:
        return f"{count_of(count, 'bar')} {way}."
    apart = print_length(spacing_mm, units).text
    return f"{count} bars {way}, {apart} apart: {count_of(count - 1, 'space')}."


def all_bars_text(bars: int, laps: int, chairs: int, length_mm: float, units: Units) -> str:
    """All bars of a grid."""
    told = [f"{count_of(bars, 'bar')}, {print_length(length_mm, units).text} of them laid end to end"]
    if laps:
        told.append(f"{count_of(laps, 'lap')}, from bar to bar at changing ends")
    if chairs:
        told.append(count_of(chairs, "chair"))
    return "; ".join(told) + "."


def mesh_text(mesh: Mesh, sheet: Sheet, way: str, units: Units) -> str:
    """Sheets of mesh: rows, whole ones, cut ones."""
    wide = print_length(mesh.last_wide_mm, units).text
    cut_row = mesh.last_wide_mm < sheet.width_mm - FLOAT_SLACK
    told = [
        f"{count_of(mesh.sheets, 'sheet')}, lengthwise {way}",
        count_of(mesh.rows, "row") + (f", the last cut to {wide} wide" if cut_row else ""),
    ]
    if mesh.cut:
        pieces = count_of(len(mesh.cut), "piece")
        told.append(f"{mesh.whole} laid whole, {pieces} cut from {count_of(len(mesh.cuts), 'sheet')}")
    return "; ".join(told) + f"; laps of {print_difference(sheet.lap_mm, units)}."


def dowels_text(count: int, spacing_mm: float, size: str | None, deep_mm: float | None, units: Units) -> str:
    """Dowels along a side, with what is still to be asked."""
    apart = f", {print_length(spacing_mm, units).text} apart" if count > 1 else ""
    thick = size or "size: ask"
    deep = f"drilled {print_difference(deep_mm, units)} deep" if deep_mm is not None else "depth: ask"
    return f"{count_of(count, 'dowel')}{apart}; {thick}, {deep}."


def joints_text(plan: JointPlan, most_mm: float, most_aspect: float, thickness_mm: float, units: Units) -> str:
    """Control joints, and whether the panels keep to the rule."""
    longest, shortest = (print_length(mm, units).text for mm in (plan.longest_mm, plan.shortest_mm))
    deep = print_difference(thickness_mm * CUT_SHARE, units)
    told = (
        f"{count_of(plan.panels, 'panel')}, no side over {longest}, none under {shortest}; "
        f"cut at least {deep} deep, as soon as the top carries the saw."
    )
    over = []
    if plan.longest_mm > most_mm * (1 + FLOAT_SLACK):
        over.append(f"a panel is longer than {print_length(most_mm, units).text}")
    if plan.aspect > most_aspect + FLOAT_SLACK:
        over.append(f"a panel is {plan.aspect:.1f} times as long as wide: an inner corner asks for its joint")
    return told + (f" Mind: {', and '.join(over)}." if over else "")


def order_text(order: ConcreteOrder, units: Units) -> str:
    """The order of concrete."""
    told = f"Order {print_volume(order.volume_mm3, units)}: {count_of(order.trucks, 'truck')}"
    if order.part_mm3:
        told += f", the last with {print_volume(order.part_mm3, units)}"
    if order.hours is not None:
        minutes = round(order.hours * 60)
        told += f"; {minutes // 60} h {minutes % 60:02d} min to place it"
    return told + "."


def pour_truck(
    stone_mm3: float | None, stock: Sequence[tuple[int, str]], size: str | None, sheets: int, chairs: int, units: Units
) -> list[str]:
    """What goes on the truck."""
    told = [] if stone_mm3 is None else [f"{print_volume(stone_mm3, units)} of stone, loose"]
    told += [f"{count} × bar {size or '(size: ask)'} {text}" for count, text in stock]
    told += [f"{sheets} × sheet of mesh"] if sheets else []
    return told + ([f"{chairs} × chair"] if chairs else [])


def asks_text(what: str) -> str:
    """What the drawings must still say."""
    return f"Ask the engineer or the drawings: {what}."
