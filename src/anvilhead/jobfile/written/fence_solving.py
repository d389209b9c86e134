"""Named places and fences written down."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import pairwise

from anvilhead.core.fence.aim_cross import cross_ends
from anvilhead.core.fence.bays import Remainder
from anvilhead.core.fence.fence import (
    Fence,
    FenceBay,
    FencePost,
    FenceRule,
    PostKind,
    hole_centre,
    marks_along,
    too_near,
)
from anvilhead.core.fence.hole_fill import HoleFill, hole_fill
from anvilhead.core.fence.obstacles import least_shift
from anvilhead.core.fence.post_depth import USUAL_SHARE, DepthRule, StandingPost, depth_for, standing
from anvilhead.core.fence.set_posts import with_set
from anvilhead.core.geometry.along import Path
from anvilhead.core.messages.made import fence_words as say
from anvilhead.core.plan.obstacle import Obstacle
from anvilhead.core.units.length_printing import print_difference, up_to_mark
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.marks import FencePlan
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.results import marks_results as r
from anvilhead.jobfile.results.result_parts import Place
from anvilhead.jobfile.working.marked import POST, obstacle_of, rule_of
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import place, text_of, tidy


def solve_places(found: Planned, units: Units) -> dict[str, r.PlaceResult]:
    """Every named place."""
    return {
        name: r.PlaceResult(
            x_mm=tidy(one.point.x),
            y_mm=tidy(one.point.y),
            station_mm=tidy(one.station_mm),
            text=text_of(one.station_mm, units),
        )
        for name, one in found.places.items()
    }


def solve_fence(found: Planned, units: Units) -> r.FenceResult | None:
    """The fence of a plan; null where it has none."""
    if found.fence is None or found.plan.fence is None:
        return None
    return _Fence(found, found.fence, found.plan.fence, units).result()


def depth_rule_of(plan: FencePlan) -> DepthRule:
    """What the depth of its posts must come up to."""
    share = USUAL_SHARE if plan.depth.share is None else plan.depth.share
    return DepthRule(share, mm_of(plan.depth.frost) or 0.0, mm_of(plan.depth.least) or 0.0)


def stock_of(plan: FencePlan, number: int) -> float | None:
    """The length of a post at hand, millimetres; None for one that is cut to measure."""
    return mm_of(plan.lengths.get(number, plan.length))


def post_name(number: int) -> str:
    """What a post is called, counted from one."""
    return f"{POST} {number}"


def under_post_mm(plan: FencePlan) -> tuple[float, float]:
    """Gravel and pad under each post."""
    return mm_of(plan.gravel) or 0.0, mm_of(plan.pad) or 0.0


def materials_of(plan: FencePlan, posts: Sequence[StandingPost | None], units: Units) -> r.FenceMaterials | None:
    """What its posts and holes take; null while a hole or a height is missing."""
    hole = mm_of(plan.hole)
    stands = [one for one in posts if one is not None]
    if hole is None or not stands:
        return None
    fills = [hole_fill(hole, plan.post.mm, one.depth.mm, *under_post_mm(plan)) for one in stands]
    whole = HoleFill(
        math.fsum(one.spoil_mm3 for one in fills),
        math.fsum(one.gravel_mm3 for one in fills),
        math.fsum(one.round_post_mm3 for one in fills),
    )
    bag = plan.bag.mm3 if plan.bag and plan.concrete else None
    bags = None if bag is None else math.ceil(whole.round_post_mm3 / bag)
    lengths = [stock_of(plan, number) or one.length_mm for number, one in enumerate(stands, 1)]
    return r.FenceMaterials(
        holes=len(fills),
        pads=len(fills) if plan.pad else 0,
        spoil_mm3=tidy(whole.spoil_mm3),
        gravel_mm3=tidy(whole.gravel_mm3),
        fill_mm3=tidy(whole.round_post_mm3),
        bags=bags,
        truck=[*say.posts_text(lengths, units), *say.pads_text(len(fills), mm_of(plan.pad), units)],
        text=say.fill_text(whole, len(fills), bags, concrete=plan.concrete, units=units),
    )


class _Fence:
    def __init__(self, found: Planned, fence: Fence, plan: FencePlan, units: Units) -> None:
        self.found = found
        self.fence = fence
        self.plan = plan
        self.units = units
        self.rule: FenceRule = rule_of(plan)
        self.path = Path(tuple(found.footprint.points))
        self.depths = depth_rule_of(plan)
        self.obstacles = [obstacle_of(one) for one in found.plan.obstacles]
        self.standing = [self._standing(number) for number in range(1, len(fence.posts) + 1)]

    def _standing(self, number: int) -> StandingPost | None:
        height = mm_of(self.plan.height)
        return None if height is None else standing(height, self.depths, stock_of(self.plan, number))

    def result(self) -> r.FenceResult:
        return r.FenceResult(
            posts=self._posts(),
            bays=[
                r.FenceBayResult(
                    start=post_name(bay.start + 1),
                    end=post_name(bay.end + 1),
                    width_mm=tidy(bay.width_mm),
                    width_text=text_of(bay.width_mm, self.units),
                    apart_mm=tidy(bay.apart_mm),
                    apart_text=text_of(bay.apart_mm, self.units),
                    gate=bay.is_gate,
                    leaf_mm=None if leaf is None else tidy(leaf),
                    leaf_text=None if leaf is None else text_of(leaf, self.units),
                )
                for bay in self.fence.bays
                for leaf in [self._leaf_mm(bay)]
            ],
            choices=list(self._choices()),
            counted=say.counted_posts(self.fence, self.units),
            cross_text=self._cross_text(),
            materials=materials_of(self.plan, self.standing, self.units),
            troubles=list(self._troubles()),
            shifts=self._shifts(),
            text=say.fence_text(self.fence, self.units),
        )

    def _posts(self) -> list[r.FencePostResult]:
        play = self._play_mm
        names = self.found.footprint.names
        found = {one.post - 1: one.station.mm for one in self.plan.placed}
        now = with_set(self.fence, found, self.plan.respace)
        only = depth_for(0.0, self.depths)
        out = []
        for number, (post, stands, one) in enumerate(zip(self.fence.posts, self.standing, now, strict=True), 1):
            depth = stands.depth if stands else only if only.mm > 0 else None
            out.append(
                r.FencePostResult(
                    name=post_name(number),
                    kind=post.kind,
                    corner=None if post.corner is None else names[post.corner],
                    station_mm=tidy(post.station_mm),
                    station_text=text_of(post.station_mm, self.units),
                    centre=place(post.centre),
                    play_mm=None if play is None else tidy(play),
                    play_text=None if play is None else print_difference(play, self.units),
                    depth_mm=depth and tidy(depth.mm),
                    depth_text=depth and text_of(depth.mm, self.units),
                    governs=depth and depth.governs,
                    length_mm=stands and tidy(stands.length_mm),
                    length_text=stands and text_of(stands.length_mm, self.units),
                    short_mm=tidy(stands.short_mm) if stands else 0.0,
                    found_mm=None if one.drift_mm is None else tidy(one.station_mm),
                    drift_mm=None if one.drift_mm is None else tidy(one.drift_mm),
                    drift_text=None if one.drift_mm is None else print_difference(one.drift_mm, self.units),
                    now_mm=tidy(one.station_mm),
                    now_text=text_of(one.station_mm, self.units),
                    cross=self._cross(post),
                    hole_deep_mm=depth and tidy(depth.mm + sum(under_post_mm(self.plan))),
                    hole_deep_text=depth and text_of(depth.mm + sum(under_post_mm(self.plan)), self.units),
                )
            )
        return out

    def _leaf_mm(self, bay: FenceBay) -> float | None:
        """Width of the gate in an opening, where anybody said its gaps."""
        if not bay.is_gate:
            return None
        inner = self.fence.posts[bay.start].station_mm + self.rule.post_mm / 2
        gate = min(self.plan.gates, key=lambda one: abs(one.at.mm - inner))
        gaps = [mm_of(gate.hinge), mm_of(gate.latch)]
        return None if gaps == [None, None] else gate.opening.mm - sum(gap or 0.0 for gap in gaps)

    def _cross(self, post: FencePost) -> list[Place]:
        hole, beyond = mm_of(self.plan.hole), mm_of(self.plan.cross)
        if hole is None or beyond is None:
            return []
        ahead = self.path.ways[self.path.leg_at(post.station_mm)]
        return [place(end) for end in cross_ends(post.centre, ahead, hole, beyond)]

    def _cross_text(self) -> str | None:
        hole, beyond = mm_of(self.plan.hole), mm_of(self.plan.cross)
        return None if hole is None or beyond is None else say.cross_text(hole / 2 + beyond, self.units)

    @property
    def _play_mm(self) -> float | None:
        hole = mm_of(self.plan.hole)
        return None if hole is None else (hole - self.rule.post_mm) / 2

    def _choices(self) -> Iterator[r.FenceChoice]:
        for remainder in Remainder:
            if remainder is Remainder.FROM_GATE and not self.rule.gates:
                continue
            marks = marks_along(self.path, replace(self.rule, remainder=remainder))
            widths = [b.station_mm - a.station_mm for a, b in pairwise(marks) if not a.opens]
            yield r.FenceChoice(
                remainder=remainder,
                posts=len(marks),
                bays=len(widths),
                least_mm=tidy(min(widths)) if widths else None,
                most_mm=tidy(max(widths)) if widths else None,
                text=say.choice_text(remainder, len(marks), widths, self.units),
            )

    def _troubles(self) -> Iterator[str]:
        play, hole = self._play_mm, mm_of(self.plan.hole)
        if play is not None and play < say.SMALL_PLAY_MM:
            yield say.play_trouble(play, self.units)
        for number, by in too_near(self.fence, self.rule, hole):
            one, other = post_name(number + 1), post_name(number + 2)
            yield say.near_trouble(
                one, other, by, hole=self.fence.bays[number].apart_mm >= self.rule.post_mm, units=self.units
            )
        short = {post_name(number): one.short_mm for number, one in enumerate(self.standing, 1) if one and one.short_mm}
        if short:
            yield say.short_trouble(short, self.units)
        for obstacle in self.obstacles:
            yield from self._hit(obstacle, hole or self.rule.post_mm)

    def _hit(self, obstacle: Obstacle, hole_mm: float) -> Iterator[str]:
        for number, post in enumerate(self.fence.posts, 1):
            if obstacle.distance_to(post.centre) >= hole_mm / 2:
                continue
            if post.kind is not PostKind.LINE:
                yield say.given_on_obstacle(post_name(number), post.kind, obstacle.name)
                continue

            shift = self._least_shift(number, hole_mm)
            yield say.obstacle_trouble(post_name(number), obstacle.name, shift, self.units)

    def _least_shift(self, number: int, hole_mm: float) -> float | None:
        """What frees a post of everything in the ground, from where it stands now."""
        station = self.fence.posts[number - 1].station_mm
        return least_shift(
            self.obstacles,
            lambda shift: hole_centre(self.path, self.rule, station + shift),
            hole_mm,
            self.rule.bay_mm,
        )

    def _shifts(self) -> list[r.PostShift]:
        """Moves that free line posts, in whole from where their bays put them."""
        hole = mm_of(self.plan.hole) or self.rule.post_mm
        found = []
        for number, post in enumerate(self.fence.posts, 1):
            if post.kind is not PostKind.LINE or all(
                one.distance_to(post.centre) >= hole / 2 for one in self.obstacles
            ):
                continue
            shift = self._least_shift(number, hole)
            if shift is not None:
                whole = up_to_mark(shift, self.units) + self.rule.moved_mm.get(number - 1, 0.0)
                found.append(r.PostShift(post=number, shift_mm=tidy(whole), shift_text=text_of(whole, self.units)))
        return found
