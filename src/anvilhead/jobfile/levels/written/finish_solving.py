"""Finishes to choose written down: every candidate side by side, what was taken, what hangs under it."""

from collections.abc import Mapping
from dataclasses import replace
from statistics import fmean

from anvilhead.core.boards.board_height import heights_of
from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.finish_choice import (
    FinishCandidate,
    FinishQuestion,
    FinishRule,
    finish_candidates,
    stacked,
)
from anvilhead.core.ground.post import broken_posts
from anvilhead.core.levels.height_target import TOLERANCES_MM, ThingKind
from anvilhead.core.messages import decided_words as say
from anvilhead.core.messages.level_words import volume_text
from anvilhead.core.units.length_printing import print_difference
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels import decided_results as r
from anvilhead.jobfile.levels.decided import AdoptedFinish, FinishPlan
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.levels.written.height_solving import target_reading_of, target_text
from anvilhead.jobfile.levels.written.said import kind_of
from anvilhead.jobfile.levels.written.standing_solving import ground_under, string_mm_of
from anvilhead.jobfile.levels.written.surfaces import outline_of
from anvilhead.jobfile.working.board_ground import ground_of, height_rule_of
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.writing import place, text_of, tidy


def solve_finishes(frames: Frames) -> list[r.FinishResult]:
    """Every finish that is to be chosen."""
    return [_Finish(frames, plan).result() for plan in frames.book.levels.finishes]


def candidate_height(frames: Frames, plan: FinishPlan, rule: FinishRule) -> float | None:
    """The height that a rule gives a finish now, millimetres; None where nothing was shot or said for it."""
    return next((one.height_mm for one in _Finish(frames, plan).candidates if one.rule is rule), None)


class _Finish:
    """One finish, on the shots of its structure."""

    def __init__(self, frames: Frames, plan: FinishPlan) -> None:
        self.frames = frames
        self.plan = plan
        self.book: Book = frames.book
        self.structure = plan.structure or frames.book.points.on or ""
        self.planned: Planned = frames.site.planned[self.structure]
        self.outline = outline_of(self.planned, plan)
        self.least_mm = mm_of(plan.least) or plan.thickness.mm
        points = frames.points(self.structure)
        self.candidates = [
            replace(one, thin=tuple(points.own_name(self.structure, name) or name for name in one.thin))
            for one in finish_candidates(self._question())
        ]

    def _question(self) -> FinishQuestion:
        frames, plan, structure = self.frames, self.plan, self.structure
        base = plan.base or ""
        asks_ground = plan.clearance is not None
        return FinishQuestion(
            outline=list(self.outline.values()),
            base=frames.shots(structure, base),
            mesh=frames.mesh(structure, base),
            thickness_mm=plan.thickness.mm,
            least_mm=self.least_mm,
            ground=frames.shots(structure) if asks_ground else (),
            ground_mesh=frames.mesh(structure) if asks_ground else None,
            clearance_mm=mm_of(plan.clearance),
            said=tuple(self._said()),
        )

    def _said(self) -> list[tuple[FinishRule, float]]:
        found = []
        for rule, thing in ((FinishRule.FORM_TOPS, self.plan.forms), (FinishRule.EDGE, self.plan.edge)):
            heights = self._own(self.book.heights_on(thing)) if thing else {}
            if heights:
                found.append((rule, fmean(heights.values())))
        if self.plan.height is not None:
            found.append((FinishRule.TYPED, self.plan.height.mm))
        return found

    def _own(self, heights: Mapping[str, float]) -> dict[str, float]:
        """Those at points of its structure."""
        points = self.frames.points(self.structure)
        return {own: mm for name, mm in heights.items() if (own := points.own_name(self.structure, name))}

    def result(self) -> r.FinishResult:
        """Written down."""
        adopted = self.plan.adopted
        layers = [(layer.name, layer.thickness.mm) for layer in self.plan.layers]
        return r.FinishResult(
            name=self.plan.name,
            structure=self.structure,
            outline=[place(point) for point in self.outline.values()],
            candidates=[self._candidate(one) for one in self.candidates],
            adopted=adopted and self._adopted(adopted),
            layers=[
                r.LayerResult(
                    name=layer.name,
                    top_mm=tidy(layer.top_mm),
                    top_text=text_of(layer.top_mm, self.book.units),
                    bottom_mm=tidy(layer.bottom_mm),
                    reading_text=self._reading_text(layer.top_mm),
                )
                for layer in (stacked(adopted.height.mm, layers) if adopted else ())
            ],
            text="" if self.candidates else say.NOTHING_TO_CHOOSE,
        )

    @property
    def _at(self) -> Point:
        return next(iter(self.outline.values()))

    def _reading_text(self, height_mm: float) -> str | None:
        return target_text(self.book, target_reading_of(self.book, height_mm, self._at))

    def _candidate(self, found: FinishCandidate) -> r.CandidateResult:
        units, concrete = self.book.units, found.concrete_mm3 * (1 + self.plan.waste)
        reading = target_reading_of(self.book, found.height_mm, self._at)
        troubles = self._troubles(found)
        thin = found.least_mm is not None and found.least_mm < self.least_mm - NOTHING_MM
        return r.CandidateResult(
            rule=found.rule,
            name=say.RULE_NAMES[found.rule],
            height_mm=tidy(found.height_mm),
            height_text=text_of(found.height_mm, units),
            least_mm=None if found.least_mm is None else tidy(found.least_mm),
            least_text=None if found.least_mm is None else print_difference(found.least_mm, units),
            least_at=found.least_at and place(found.least_at),
            most_mm=None if found.most_mm is None else tidy(found.most_mm),
            most_text=None if found.most_mm is None else print_difference(found.most_mm, units),
            most_at=found.most_at and place(found.most_at),
            mean_mm=None if found.mean_mm is None else tidy(found.mean_mm),
            mean_text=None if found.mean_mm is None else print_difference(found.mean_mm, units),
            concrete_mm3=tidy(concrete),
            concrete_text=volume_text(concrete, units),
            target_reading_mm=None if reading is None else tidy(reading),
            target_reading_text=target_text(self.book, reading),
            thin=list(found.thin),
            works=not troubles and not thin,
            troubles=troubles,
            text=say.candidate_text(found, self.least_mm, units),
        )

    def _troubles(self, found: FinishCandidate) -> list[str]:
        """Strings it would lie above, stakes and posts that break at that height."""
        units, told = self.book.units, []
        string = string_mm_of(self.planned)
        if string is not None and found.height_mm > string + NOTHING_MM:
            told.append(say.above_strings(found.height_mm - string, units))
        ground = ground_of(self.planned)
        if ground and self.planned.boards and (string is None or found.height_mm > string):
            rule = replace(height_rule_of(self.planned.plan), string_mm=found.height_mm)
            rows = [row for row in heights_of(self.planned.boards, ground, rule).boards if row.short_mm > NOTHING_MM]
            if rows:
                told.append(say.stakes_short([row.board for row in rows], max(row.short_mm for row in rows), units))
        short = self._short_posts(found.height_mm)
        if short:
            told.append(say.posts_short(list(short), max(short.values()), units))
        return told

    def _short_posts(self, top_mm: float) -> dict[str, float]:
        """Posts of a structure of posts that stand too shallow with their tops at a height, and by how much."""
        if self.planned.plan.kind != "posts":
            return {}
        points, short = self.frames.points(self.structure), {}
        for plan in self.book.levels.posts:
            grounds = ground_under(self.book, plan)
            if plan.length and grounds:
                for one in broken_posts(top_mm, grounds, plan.length.mm, plan.least.mm, 0.0):
                    if one.deep_mm and (own := points.own_name(self.structure, one.name)):
                        short[own] = one.deep_mm
        return short

    def _adopted(self, adopted: AdoptedFinish) -> r.AdoptedResult:
        units = self.book.units
        now = next((one.height_mm for one in self.candidates if one.rule is adopted.rule), None)
        drift = None if now is None else now - adopted.height.mm
        tolerance, again = self._set_again(adopted.height.mm)
        return r.AdoptedResult(
            rule=adopted.rule,
            name=say.RULE_NAMES[adopted.rule],
            height_mm=tidy(adopted.height.mm),
            height_text=text_of(adopted.height.mm, units),
            target_reading_text=self._reading_text(adopted.height.mm),
            drift_mm=None if drift is None else tidy(drift),
            set_again=again,
            text=say.adopted_text(drift, again, tolerance, units),
        )

    def _set_again(self, height_mm: float) -> tuple[float, list[str]]:
        """The tolerance of what is set to it, and what was set to another height: targets called after the finish."""
        tolerances: list[float] = []
        again: list[str] = []
        for target in self.book.levels.targets:
            if target.name != self.plan.name:
                continue
            allowed = mm_of(target.tolerance) or TOLERANCES_MM[kind_of(target)]
            tolerances.append(allowed)
            for at, found in self._own(self.book.heights_on(target.name)).items():
                if abs(found - height_mm) > allowed + NOTHING_MM:
                    again.append(at)
        return min(tolerances, default=TOLERANCES_MM[ThingKind.FORM_TOPS]), again
