"""Fences over the ground that was shot, written down."""

from collections.abc import Callable

from anvilhead.core.fence.fence import Fence, FencePost
from anvilhead.core.fence.post_depth import StandingPost, standing
from anvilhead.core.fence.rails import Panel, RailBay, rails_of
from anvilhead.core.fence.tops import Tops
from anvilhead.core.geometry.along import HeightsAlong, Path
from anvilhead.core.messages.made import fence_words as say
from anvilhead.core.units.length_printing import print_difference
from anvilhead.jobfile.documents.marks import FencePlan
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels import fence_results as r
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.hanging import ON_STRING_MM
from anvilhead.jobfile.levels.written.height_solving import target_reading_of, target_text
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.fence_solving import depth_rule_of, materials_of, post_name, stock_of
from anvilhead.jobfile.written.writing import text_of, tidy


def solve_fences(frames: Frames) -> list[r.FenceHeights]:
    """Every fence any of whose ground was shot."""
    return [
        found
        for structure, planned in frames.site.planned.items()
        if planned.fence and planned.plan.fence
        for found in [_fence(frames, structure, planned, planned.plan.fence)]
        if found
    ]


def _fence(frames: Frames, structure: str, planned: Planned, plan: FencePlan) -> r.FenceHeights | None:
    fence, book = planned.fence, frames.book
    assert fence, "asked for"
    points = frames.points(structure)
    own = [points.name_in(structure, post_name(number)) for number in range(1, len(fence.posts) + 1)]
    ground_at = _ground_along(frames, structure, planned)
    grounds = [ground_at(name, post) for name, post in zip(own, fence.posts, strict=True)]
    if all(ground is None for ground in grounds):
        return None
    height, rule = mm_of(plan.height), depth_rule_of(plan)
    tops = [
        _top(plan, number, post.station_mm, fence.posts[-1].station_mm, ground, height)
        for number, (post, ground) in enumerate(zip(fence.posts, grounds, strict=True))
    ]
    stands: list[StandingPost | None] = [
        None if top is None or ground is None else standing(top - ground, rule, stock_of(plan, number))
        for number, (top, ground) in enumerate(zip(tops, grounds, strict=True), 1)
    ]
    rows = [
        _post(book, own[n], post_name(n + 1), grounds[n], tops[n], tops[n - 1] if n else None, stands[n])
        for n in range(len(own))
    ]
    rails = _rails(fence, plan, tops, grounds)
    return r.FenceHeights(
        structure=structure,
        posts=rows,
        rails=[_rail_row(number, bay, book) for number, bay in rails.items()],
        rails_text=_rails_text(plan, rails, book),
        materials=materials_of(plan, stands, book.units) if all(stands) else None,
        troubles=_troubles(rows, stands, book),
        text=say.heights_text(tops, [ground for ground in grounds if ground is not None], len(own), book.units),
    )


def _ground_along(frames: Frames, structure: str, planned: Planned) -> Callable[[str, FencePost], float | None]:
    """The ground at a post: as shot there, or at its corner; between shots; along the run between shots on it."""
    known, mesh, points = frames.book.heights_on(), frames.mesh(structure), frames.points(structure)
    names, path = planned.footprint.names, Path(tuple(planned.footprint.points))
    near = sorted(
        (station, shot.height_mm)
        for shot in frames.shots(structure)
        for station, off in [path.nearest(shot.place)]
        if off <= ON_STRING_MM
    )
    along = HeightsAlong(tuple(dict(near).items())) if len(near) > 1 else None

    def at(name: str, post: FencePost) -> float | None:
        if name in known:
            return known[name]
        corner = None if post.corner is None else points.name_in(structure, names[post.corner])
        if corner in known:
            return known[corner]
        between = mesh.height_at(post.centre) if mesh else None
        if between is None and along and near[0][0] <= post.station_mm <= near[-1][0]:
            return along.at(post.station_mm)
        return between

    return at


def _top(
    plan: FencePlan, number: int, station: float, length: float, ground: float | None, height: float | None
) -> float | None:
    """As planned; over its own ground where nothing is said."""
    if plan.tops is None:
        return None if ground is None or height is None else ground + height
    drops = {step.post - 1: step.drop.mm for step in plan.tops.steps}
    return Tops(plan.tops.start.mm, mm_of(plan.tops.end), drops).at(number, station, length)


def _post(
    book: Book,
    at: str,
    name: str,
    ground: float | None,
    top: float | None,
    before: float | None,
    stands: StandingPost | None,
) -> r.PostHeight:
    def written(mm: float | None, text: Callable[[float], str]) -> tuple[float | None, str | None]:
        return (None, None) if mm is None else (tidy(mm), text(mm))

    def length(mm: float) -> str:
        return text_of(mm, book.units)

    reading = None if top is None else target_reading_of(book, top, at)
    rise = None if top is None or before is None else top - before
    ground_mm, ground_text = written(ground, length)
    top_mm, top_text = written(top, length)
    out_mm, out_text = written(stands.out_mm if stands else None, length)
    depth_mm, depth_text = written(stands.depth.mm if stands else None, length)
    length_mm, length_text = written(stands.length_mm if stands else None, length)
    rise_mm, rise_text = written(rise, lambda mm: print_difference(mm, book.units))
    return r.PostHeight(
        name=name,
        ground_mm=ground_mm,
        ground_text=ground_text,
        top_mm=top_mm,
        top_text=top_text,
        reading_mm=None if reading is None else tidy(reading),
        reading_text=target_text(book, reading),
        out_mm=out_mm,
        out_text=out_text,
        depth_mm=depth_mm,
        depth_text=depth_text,
        governs=stands and stands.depth.governs,
        bottom_mm=None if ground is None or stands is None else tidy(ground - stands.depth.mm),
        length_mm=length_mm,
        length_text=length_text,
        short_mm=tidy(stands.short_mm) if stands else 0.0,
        rise_mm=rise_mm,
        rise_text=rise_text,
    )


def _rails(fence: Fence, plan: FencePlan, tops: list[float | None], grounds: list[float | None]) -> dict[int, RailBay]:
    """The rails of every bay whose tops are known, by the number of its first post from nothing; none across a gate."""
    down = [one.mm for one in plan.rails]
    found = {}
    for bay in fence.bays if down else ():
        start, end = tops[bay.start], tops[bay.end]
        if bay.is_gate or start is None or end is None:
            continue
        found[bay.start] = rails_of(down, (start, end), (grounds[bay.start], grounds[bay.end]), plan.panel)
    return found


def _rails_text(plan: FencePlan, rails: dict[int, RailBay], book: Book) -> str | None:
    if not rails:
        return None
    clears = [bay.least_clear_mm for bay in rails.values() if bay.least_clear_mm is not None]
    steps = [bay.step_mm for bay in rails.values()]
    return say.rails_text(plan.panel is Panel.STEPPED, steps, min(clears) if clears else None, book.units)


def _rail_row(number: int, bay: RailBay, book: Book) -> r.RailBayResult:
    return r.RailBayResult(
        bay=f"{number + 1}–{number + 2}",
        start_down_mm=[tidy(mm) for mm in bay.start_down_mm],
        start_down=[text_of(mm, book.units) for mm in bay.start_down_mm],
        end_down_mm=[tidy(mm) for mm in bay.end_down_mm],
        end_down=[text_of(mm, book.units) for mm in bay.end_down_mm],
        step_mm=tidy(bay.step_mm),
        step_text=print_difference(bay.step_mm, book.units),
        clear_mm=None if bay.least_clear_mm is None else tidy(bay.least_clear_mm),
        clear_text=None if bay.least_clear_mm is None else print_difference(bay.least_clear_mm, book.units),
    )


def _troubles(rows: list[r.PostHeight], stands: list[StandingPost | None], book: Book) -> list[str]:
    low = [row.name for row in rows if row.out_mm is not None and row.out_mm <= 0]
    short = {row.name: one.short_mm for row, one in zip(rows, stands, strict=True) if one and one.short_mm}
    return [
        *([say.low_trouble(low)] if low else []),
        *([say.short_trouble(short, book.units)] if short else []),
    ]
