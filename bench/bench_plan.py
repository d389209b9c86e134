"""A whole plan worked out: 40 corners with six families, boards and methods; its growth; its site sheet.

Compared with a plain loop of this Python, since times vary with the machine and their ratio hardly does.
"""

import math
from datetime import date

from anvilhead.core.units.units import Units
from anvilhead.formats.site_sheet import SheetOf, write_site_sheet
from anvilhead.service.asked.documents import PreviewRequest
from anvilhead.service.preview import preview
from bench.plans import comb
from bench.side_by_side import ratio, report

CORNERS = 40
LOOP = 100_000


def loop() -> int:
    """What the figures are held against: squares summed in plain Python, about 6 to 15 ms."""
    return sum(i * i for i in range(LOOP))


def main() -> None:
    def work(corners: int) -> None:
        preview(PreviewRequest.model_validate(comb(corners))).model_dump_json()

    mine, plain, times = ratio(lambda: work(CORNERS), loop, 15)
    print(f"  preview of {CORNERS} corners: {mine * 1000:.1f} ms of server time, the loop {plain * 1000:.1f} ms")
    print("  (to reach: under 40 ms where the loop takes 10)")
    report(
        "a plan of 40 corners with six families, boards and methods, against the loop",
        times,
        "at most 4",
        detail=f"{mine * 1000:.0f} ms",
    )
    _, _, doubled = ratio(lambda: work(2 * CORNERS), lambda: work(CORNERS), 9)
    report("growth of a plan from 40 to 80 corners, power", math.log2(doubled), "about 1", "")
    _, _, halved = ratio(lambda: work(CORNERS), lambda: work(CORNERS // 2), 9)
    report("growth of a plan from 20 to 40 corners, power", math.log2(halved), "about 1", "")

    shown = preview(PreviewRequest.model_validate(comb(CORNERS)))
    sheet = SheetOf("Job", "Comb", shown.plan.size, Units.M, shown.result, shown.calls, date(2026, 5, 4))
    mine, _, times = ratio(lambda: write_site_sheet(sheet, "a4"), loop, 7)
    print(f"  site sheet of it: {mine:.2f} s (to reach: under 1.5 s)")
    report("its site sheet as PDF, against the loop", times, "at most 150", detail=f"{mine:.2f} s")


if __name__ == "__main__":
    main()
