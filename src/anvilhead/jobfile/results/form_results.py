"""Results of forms: boards, joints, stakes, what they are cut from, in which order."""

from anvilhead.jobfile.results.result_parts import Distance, Place, Result


class FormPiece(Result):
    """A form board of a side."""

    mm: float
    text: str


class FormSideResult(Result):
    """The form along one side.

    Attributes:
        length_mm: of its boards end to end, with what runs by the corner; pieces: in order from its start.
        joints, stakes, kickers: stations from the side's start; stakes_at: those on the plan.
        runs_by: the corner that its last board runs by; null where it butts against concrete that is there.
    """

    line: str
    side_mm: float
    side_text: str
    length_mm: float
    length_text: str
    pieces: list[FormPiece]
    joints: list[FormPiece]
    stakes: list[FormPiece]
    stakes_at: list[Place]
    kickers: list[FormPiece]
    kickers_at: list[Place]
    runs_by: str | None


class FormStep(Result):
    """A step of the work; `hold`: nothing goes on before it is done."""

    text: str
    hold: bool


class FormCut(Result):
    """Lengths of stock cut alike."""

    count: int
    stock_text: str
    cuts: list[str]
    left_text: str


class FormsResult(Result):
    """The forms of a slab.

    Attributes:
        outline: their inner faces, set in where that is asked for; checks: its diagonals, to be pulled at the pins.
        gauge_text: stick between the two faces of a strip; null round a slab.
        existing: sides with concrete that is there.
        counted: how the counts come about.
        truck, order, strip: what to take, what to do one after another, what comes back; in sentences.
        waste_share: of the stock.
    """

    outline: list[Place]
    gauge_text: str | None
    sides: list[FormSideResult]
    existing: list[str]
    stakes: int
    kickers: int
    cleats: int
    cuts: list[FormCut]
    waste_share: float
    checks: list[Distance]
    truck: list[str]
    counted: list[str]
    order: list[FormStep]
    strip: list[str]
    troubles: list[str]
    text: str
