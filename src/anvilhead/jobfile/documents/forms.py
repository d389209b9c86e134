"""Forms round a slab, as a document."""

from typing import Annotated

from pydantic import Field

from anvilhead.jobfile.documents.beside import FamilyName
from anvilhead.jobfile.lengths import NonNegativeLength, PositiveLength, Sparse


class FormsPlan(Sparse):
    """What forms are made of.

    Attributes:
        family: the line whose sides they follow; the wall face when left out.
        thickness: of the concrete; board: thickness of a form board; stock: lengths at hand.
        lap: how far a board runs by the corner beyond its own thickness; cleat: length of the board behind a joint.
        joint_clear: no joint nearer to a corner; spacing: from stake to stake at the most, kickers: from brace to
            brace, both by the thickness when left out.
        inset: set in against bulging; below: tops of stakes under the form's, for the screed.
    """

    family: FamilyName | None = None
    thickness: PositiveLength
    board: PositiveLength
    stock: Annotated[list[PositiveLength], Field(min_length=1, max_length=20)]
    lap: NonNegativeLength | None = None
    cleat: PositiveLength | None = None
    joint_clear: NonNegativeLength | None = None
    spacing: PositiveLength | None = None
    kickers: PositiveLength | None = None
    inset: NonNegativeLength | None = None
    below: NonNegativeLength | None = None
