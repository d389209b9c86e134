"""What stands on heights: posts, stepped walls, old concrete, and the story stick of every structure."""

from anvilhead.core.boards.board_height import heights_of
from anvilhead.core.boards.materials import cut_list
from anvilhead.core.forms.cutting import KERF_MM, cut_from
from anvilhead.core.ground.post import broken_posts, ground_post, post_cut_mm, step_studs, straightness, top_range
from anvilhead.core.ground.stud import studs_one_by_one
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.messages.decided_words import (
    broken_post_text,
    cut_post_text,
    post_cuts_text,
    studs_text,
    top_range_text,
)
from anvilhead.core.units.errors import AnvilheadError
from anvilhead.core.units.length_printing import print_difference
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels import standing_results as r
from anvilhead.jobfile.levels.parts import PostPlan, SteppedPlan, StepPlan, StraightPlan
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.working.board_ground import ground_of, height_rule_of
from anvilhead.jobfile.working.placed import Site
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.form_solving import written_cuts
from anvilhead.jobfile.written.writing import text_of, tidy


def solve_posts(book: Book) -> list[r.PostResult]:
    """Every post at every point."""
    return [_post(book, plan, at) for plan in book.levels.posts for at in plan.at]


def ground_under(book: Book, plan: PostPlan) -> dict[str, float]:
    """Ground under the posts that it was shot at."""
    found = {at: book.book.height_of(Spot(at)) for at in plan.at}
    return {at: mm for at, mm in found.items() if mm is not None}


def solve_post_tops(book: Book) -> list[r.PostTopsResult]:
    """Where one top can lie for every group of posts in the ground, and what breaks at the planned one."""
    out, units = [], book.units
    for plan in book.levels.posts:
        grounds = ground_under(book, plan)
        if plan.length is None or plan.top is None or not grounds:
            continue
        rule = (grounds, plan.length.mm, plan.least.mm, plan.clear.mm)
        found = top_range(*rule)
        out.append(
            r.PostTopsResult(
                name=plan.name,
                lowest_mm=tidy(found.lowest_mm),
                lowest_at=found.lowest_at,
                highest_mm=tidy(found.highest_mm),
                highest_at=found.highest_at,
                fits=found.fits,
                breaks=[
                    r.BrokenPostResult(
                        at=one.name,
                        low_mm=tidy(one.low_mm),
                        deep_mm=tidy(one.deep_mm),
                        longer_mm=tidy(one.longer_mm),
                        text=broken_post_text(one, units),
                    )
                    for one in broken_posts(plan.top.mm, *rule)
                ],
                text=top_range_text(found, units),
            )
        )
    return out


def _post(book: Book, plan: PostPlan, at: str) -> r.PostResult:
    head = r.PostResult(
        name=plan.name, at=at, out_mm=None, deep_mm=None, cut_mm=None, saw_mm=None, hole_mm=None, short_mm=0.0, text=""
    )
    if plan.length is None:
        seat = book.book.height_of(Spot(at, plan.seat))
        if seat is None:
            return head.model_copy(update={"text": f"Shoot “{plan.seat}” here first."})
        cut = mm_of(plan.follow) or post_cut_mm(mm_of(plan.top) or 0.0, seat)
        if cut <= 0:
            return head.model_copy(update={"cut_mm": tidy(cut), "text": "The seat is above the string: no post fits."})
        trim = mm_of(plan.trim) or 0.0
        words = cut_post_text(cut, trim, book.units)
        return head.model_copy(update={"cut_mm": tidy(cut), "saw_mm": tidy(cut + trim), "text": words})
    ground = book.book.height_of(Spot(at))
    if ground is None:
        return head.model_copy(update={"text": "Shoot the ground here first."})
    top = ground + plan.follow.mm if plan.follow else mm_of(plan.top) or 0.0
    post = ground_post(top, ground, plan.length.mm, plan.least.mm)
    words = f"{text_of(post.out_mm, book.units)} out, {text_of(post.deep_mm, book.units)} in the ground."
    pad = mm_of(plan.pad) or 0.0
    if pad:
        words += f" Dig {text_of(post.deep_mm + pad, book.units)}: a pad lies under it."
    if post.short_mm:
        words += (
            f" {print_difference(post.short_mm, book.units)} short of the least: take a post of "
            f"{text_of(post.longer_mm, book.units)} or more."
        )
    return head.model_copy(
        update={
            "out_mm": tidy(post.out_mm),
            "deep_mm": tidy(post.deep_mm),
            "hole_mm": tidy(post.deep_mm + pad),
            "short_mm": tidy(post.short_mm),
            "text": words,
        }
    )


def solve_post_cuts(book: Book) -> list[r.PostCutsResult]:
    """Posts on seats cut from stock, group by group."""
    out, units = [], book.units
    for plan in book.levels.posts:
        if not plan.stock or plan.length is not None:
            continue
        posts = [_post(book, plan, at) for at in plan.at]
        lengths = [post.saw_mm for post in posts if post.saw_mm is not None]
        waiting = [post.at for post in posts if post.cut_mm is None]
        kerf = KERF_MM if plan.kerf is None else plan.kerf.mm
        try:
            cuts = cut_from(lengths, [one.mm for one in plan.stock], kerf, most=2 if plan.factory_end else None)
            text = post_cuts_text(len(lengths), len(cuts), len(waiting), plan.factory_end)
        except AnvilheadError as error:
            cuts, text = [], error.message
        used = sum(cut.stock_mm for cut in cuts)
        out.append(
            r.PostCutsResult(
                name=plan.name,
                cuts=written_cuts(cuts, lengths, units),
                waste_share=round(1 - sum(lengths) / used, 4) if used else 0.0,
                waiting=waiting,
                text=text,
            )
        )
    return out


def solve_stepped(book: Book) -> list[r.SteppedResult]:
    """Studs of every stepped wall."""
    return [_stepped(book, plan) for plan in book.levels.stepped]


def _stepped(book: Book, plan: SteppedPlan) -> r.SteppedResult:
    units, plates = book.units, sum(plate.mm for plate in plan.plates)
    readings = [reading.mm for reading in plan.readings]
    each = studs_one_by_one(readings, mm_of(plan.spacing) or 0.0, plates, plan.trim.mm, plan.rise.mm)
    fitting = [stud.length_mm for stud in each if stud.length_mm > 0]
    cuts = cut_list(fitting, [one.mm for one in plan.stock]) if fitting and plan.stock else None
    return r.SteppedResult(
        name=plan.name,
        line_mm=tidy(plan.line.mm),
        studs=[_stud(book, plan, step) for step in plan.steps],
        begin=plan.begin,
        each=[
            r.OneStudResult(
                number=stud.number,
                along_mm=tidy(stud.along_mm),
                along_text=text_of(stud.along_mm, units),
                reading_mm=tidy(stud.reading_mm),
                stud_mm=tidy(stud.length_mm),
                bends=stud.bends,
                text=text_of(stud.length_mm, units) if stud.length_mm > 0 else "no room",
            )
            for stud in each
        ],
        cuts=[
            r.CutResult(
                stock_mm=tidy(piece.stock_mm),
                stock_text=text_of(piece.stock_mm, units),
                cuts=[text_of(mm, units) for mm in piece.cuts_mm],
                left_mm=tidy(piece.left_mm),
                left_text=text_of(piece.left_mm, units),
            )
            for piece in (cuts.pieces if cuts else ())
        ],
        text=studs_text(each, cuts.too_long_mm if cuts else (), plan.begin, units),
    )


def _stud(book: Book, plan: SteppedPlan, step: StepPlan) -> r.StudResult:
    length = mm_of(step.length)
    height = step.height.mm if step.height else book.book.height_of(Spot(step.at or ""))
    if height is None:
        return r.StudResult(step=step.name, length_mm=length, stud_mm=None, text=f"Shoot {step.at} first.")
    plates = sum(plate.mm for plate in (plan.plates if step.plates is None else step.plates))
    stud = step_studs(plan.line.mm, [(step.name, height)], plates, plan.trim.mm)[0].stud_mm
    text = f"Stud {text_of(stud, book.units)}" if stud > 0 else "No room for a stud: the plates fill it."
    return r.StudResult(step=step.name, length_mm=length, stud_mm=tidy(stud), text=text)


def solve_straight(book: Book) -> list[r.StraightResult]:
    """Old concrete against its string."""
    return [_straight(book, plan) for plan in book.levels.straight]


def _straight(book: Book, plan: StraightPlan) -> r.StraightResult:
    found = straightness([(gap.name, gap.along.mm, gap.gap.mm) for gap in plan.gaps])
    offs = dict(found.offs)
    within = max(abs(off) for off in offs.values()) <= plan.allowed.mm
    out, back = offs[found.most_out], offs[found.most_back]
    parts = [f"stands {print_difference(out, book.units)} out at {found.most_out}"] if out > 0 else []
    parts += [f"lies {print_difference(-back, book.units)} back at {found.most_back}"] if back < 0 else []
    said = "It " + " and ".join(parts) if parts else "It is straight"
    allowed = print_difference(plan.allowed.mm, book.units)
    return r.StraightResult(
        name=plan.name,
        offs={name: tidy(off) for name, off in offs.items()},
        spread_mm=tidy(found.spread_mm),
        within=within,
        text=f"{said}: {'within' if within else 'more than'} the {allowed} allowed.",
    )


def string_mm_of(planned: Planned) -> float | None:
    """Height of the highest string of a structure; None while nothing says it."""
    rule, ground = height_rule_of(planned.plan), ground_of(planned)
    if ground is None or not planned.boards:
        return rule.string_mm
    return heights_of(planned.boards, ground, rule).string_mm


def solve_sticks(book: Book, site: Site) -> list[r.StickView]:
    """The story stick of every structure whose strings have a height: drops to all that is set under them."""
    out = []
    for structure, planned in site.planned.items():
        string = string_mm_of(planned)
        layers = _layers(book, structure)
        if string is None or not layers:
            continue
        drops = sorted(layers, key=lambda layer: -layer[1])
        out.append(
            r.StickView(
                structure=structure,
                string_mm=tidy(string),
                string_text=text_of(string, book.units),
                drops=[
                    r.StickResult(
                        name=name,
                        height_mm=tidy(height),
                        drop_mm=tidy(string - height),
                        text=f"{text_of(abs(string - height), book.units)} {'down' if string >= height else 'up'}",
                    )
                    for name, height in drops
                ],
            )
        )
    return out


def _layers(book: Book, structure: str) -> list[tuple[str, float]]:
    """Targets that belong to a structure, and what its level slabs are made of."""
    layers = [
        (target.name, target.height.mm)
        for target in book.levels.targets
        if (not target.at and structure == book.points.on)
        or any(book.points.own_name(structure, at) is not None for at in target.at)
    ]
    for slab in book.levels.slabs:
        if (slab.structure or book.points.on) == structure and slab.fall is None:
            base = slab.height.mm - slab.thickness.mm
            layers += [(f"{slab.name} finish", slab.height.mm), (f"{slab.name} {slab.base}", base)]
            if slab.base_thickness:
                layers.append((f"{slab.name} {slab.subgrade}", base - slab.base_thickness.mm))
    return layers
