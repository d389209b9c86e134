"""Set-outs that were tried out, as the API answers them."""

from anvilhead.jobfile.results.result_parts import Result
from anvilhead.jobfile.results.simulation_results import Bin, StructureExpected


class TriedOut(Result):
    """What set-outs of a structure come to.

    Attributes:
        bins: how many ended with their worst corner how far off.
        clouds: of each corner, by set-out, where it really ended off its plan, millimetres.
    """

    seed: int
    runs: int
    expected: StructureExpected
    bins: list[Bin]
    clouds: dict[str, list[tuple[float, float]]]


class Trying(Result):
    """How far it is: `tried` is null until all are."""

    done: int
    of: int
    tried: TriedOut | None = None
