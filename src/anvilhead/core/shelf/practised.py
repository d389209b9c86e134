"""What an instrument of the shelf is used as in the practice yard."""

from typing import Literal

from anvilhead.core.practice.level_tasks import KINDS, Tool
from anvilhead.core.shelf.shelf_kind import ShelfKind

TAPE: Literal["tape"] = "tape"
_TOOLS = {level: tool for tool, level in KINDS.items()}


def practised_as(kind: ShelfKind) -> Literal["tape"] | Tool | None:
    """What it is used as; None for what nothing is practised with."""
    if kind in (ShelfKind.STEEL_TAPE, ShelfKind.LONG_TAPE):
        return TAPE
    return None if kind.level is None else _TOOLS.get(kind.level)
