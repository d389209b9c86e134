"""Results of what stands on heights: posts, stepped walls, old concrete."""

from anvilhead.jobfile.results.form_results import FormCut
from anvilhead.jobfile.results.result_parts import Result


class PostResult(Result):
    """A post: out of and in the ground, or cut from its seat; null lengths where nothing was shot.

    `hole_mm`: how deep its hole is dug, with the pad under it; `cut_mm` is to the string, `saw_mm` what is sawn: longer
    by what is trimmed once it stands.
    """

    name: str
    at: str
    out_mm: float | None
    deep_mm: float | None
    cut_mm: float | None
    saw_mm: float | None
    hole_mm: float | None
    short_mm: float
    text: str


class PostCutsResult(Result):
    """Posts of a name cut from stock: those whose seats are known; `waiting`: for their seats to be shot."""

    name: str
    cuts: list[FormCut]
    waste_share: float
    waiting: list[str]
    text: str


class BrokenPostResult(Result):
    """A post that the top does not do for, and its cures."""

    at: str
    low_mm: float
    deep_mm: float
    longer_mm: float
    text: str


class PostTopsResult(Result):
    """Where one top for all posts of a name can lie: from `lowest_mm`, which one post asks for, to `highest_mm`.

    `fits`: whether any top does for all; `breaks`: those that the planned one does not do for.
    """

    name: str
    lowest_mm: float
    lowest_at: str
    highest_mm: float
    highest_at: str
    fits: bool
    breaks: list[BrokenPostResult]
    text: str


class StudResult(Result):
    """A stud over a step."""

    step: str
    length_mm: float | None
    stud_mm: float | None
    text: str


class OneStudResult(Result):
    """A stud read by itself; `bends`: it and a neighbour on one step would bend the plate."""

    number: int
    along_mm: float
    along_text: str
    reading_mm: float
    stud_mm: float
    bends: bool
    text: str


class CutResult(Result):
    """A length of stock and the studs cut from it; what is left of it."""

    stock_mm: float
    stock_text: str
    cuts: list[str]
    left_mm: float
    left_text: str


class SteppedResult(Result):
    """A stepped wall: a stud to each step, or each by its own reading.

    Attributes:
        begin: end that studs are counted from; each: studs one by one; cuts: what they are cut from.
        text: how many do not lie on their plates, in words; empty where none was read by itself.
    """

    name: str
    line_mm: float
    studs: list[StudResult]
    begin: str
    each: list[OneStudResult]
    cuts: list[CutResult]
    text: str


class StraightResult(Result):
    """Old concrete against a string: how far each place stands out (above zero) or back."""

    name: str
    offs: dict[str, float]
    spread_mm: float
    within: bool
    text: str


class StickResult(Result):
    """A layer on the story stick: its drop below the string."""

    name: str
    height_mm: float
    drop_mm: float
    text: str


class StickView(Result):
    """The story stick of a structure: drops from its string, in order down."""

    structure: str
    string_mm: float
    string_text: str
    drops: list[StickResult]
