"""Results of what goes under, into and over a slab, and of a run with a width."""

from anvilhead.jobfile.results.form_results import FormCut
from anvilhead.jobfile.results.result_parts import Place, Result


class StripFace(Result):
    """One face of a strip: its line from corner to corner, and the length of each leg."""

    name: str
    points: list[Place]
    lengths_mm: list[float]
    length_texts: list[str]


class StripResult(Result):
    """A run with a width: both faces, mitred at the corners."""

    faces: list[StripFace]
    width_mm: float
    width_text: str
    area_mm2: float
    area_text: str
    text: str


class Laid(Result):
    """A stretch that is laid or cut: a bar, a joint."""

    start: Place
    end: Place


class BarsWay(Result):
    """Bars one way: how many, how far apart, and the first and last of them."""

    way: str
    count: int
    spacing_mm: float
    spacing_text: str
    bars: list[Laid]
    text: str


class DowelRow(Result):
    """Dowels along a side: running distances from its start, and where that is."""

    line: str
    stations_mm: list[float]
    stations: list[str]
    at: list[Place]
    text: str


class OrderResult(Result):
    """Concrete to order.

    Attributes:
        volume_mm3: with waste; trucks: the part load with them; part_mm3: of the last, zero where all are full.
        hours: to place it.
    """

    volume_mm3: float
    trucks: int
    part_mm3: float
    hours: float | None
    text: str


class PourResult(Result):
    """A slab as it is built up and poured.

    Attributes:
        outline: its faces.
        volume_mm3: by the plan, without waste.
        base, mesh: in a sentence each; null where the plan has none.
        bars: each way; chairs: under them; laps: bars that are pieced together.
        cuts: bars and mesh from stock; asks: what the drawings must still say; troubles: what cannot be.
        truck: what to take.
    """

    outline: list[Place]
    area_mm2: float
    volume_mm3: float
    volume_text: str
    order: OrderResult | None
    base: str | None
    bars: list[BarsWay]
    bars_text: str | None
    chairs: int
    laps: int
    cuts: list[FormCut]
    mesh: str | None
    sheets: int
    dowels: list[DowelRow]
    joints: list[Laid]
    panels: int
    joints_text: str | None
    truck: list[str]
    asks: list[str]
    troubles: list[str]
    text: str
