"""Plate lines over old concrete, as a document."""

from typing import Annotated

from pydantic import Field

from anvilhead.jobfile.documents.beside import FamilyName, LineName
from anvilhead.jobfile.lengths import NonNegativeLength, SignedLength, Sparse, Strict


class EdgePlan(Strict):
    """An edge as found: `at` a station of a side, so far `out` of its planned line; inside below zero."""

    line: LineName
    at: NonNegativeLength
    out: SignedLength


class PlatesPlan(Sparse):
    """Plates on concrete that is there.

    Attributes:
        family: the line of the plates' outer face; the wall face when left out.
        found: the concrete's edges, as they were read from the strings.
        overhang: a plate may hang over by no more; inset: concrete may stand out beyond one by no more, any when left
            out.
    """

    family: FamilyName | None = None
    found: Annotated[list[EdgePlan], Field(min_length=1, max_length=400)]
    overhang: NonNegativeLength | None = None
    inset: NonNegativeLength | None = None
