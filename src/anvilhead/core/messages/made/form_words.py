"""The forms of a slab, in words."""

from collections.abc import Mapping, Sequence

from anvilhead.core.messages.made.counting import count_of
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.units import Units


def forms_text(boards: int, sides: int, stakes: int, spacing_mm: float, units: Units) -> str:
    """What the forms are, in a sentence."""
    apart = print_length(spacing_mm, units).text
    held = f"{count_of(stakes, 'stake')} no more than {apart} apart"
    return f"{count_of(boards, 'board')} along {count_of(sides, 'side')}, {held}."


def counted_forms(
    stakes: Mapping[str, int], joints: Mapping[str, int], kickers: Mapping[str, int], screws: tuple[int, int]
) -> list[str]:
    """How stakes, cleats and screws come about, side by side; `screws`: in each stake and each cleat."""
    per_side = ", ".join(f"{line} {number}" for line, number in stakes.items())
    cleats = {line: number for line, number in joints.items() if number}
    told = [
        f"{count_of(sum(stakes.values()), 'stake')}: {per_side}; one beside each corner and at each joint, "
        "the others between them no farther apart than asked"
    ]
    if sum(kickers.values()):
        behind_side = ", ".join(f"{line} {number}" for line, number in kickers.items())
        told.append(
            f"{count_of(sum(kickers.values()), 'kicker')}: {behind_side}; at each joint and between, no farther apart "
            "than asked, each on a stake of its own"
        )
    if cleats:
        at = ", ".join(f"{line} {number}" for line, number in cleats.items())
        told.append(f"{count_of(sum(cleats.values()), 'cleat')}: one behind each joint ({at})")
    each, behind = screws
    total = each * sum(stakes.values()) + behind * sum(cleats.values())
    return [*told, f"{count_of(total, 'screw')}: {each} in each stake, {behind} in each cleat"]


def form_truck(
    stock: Sequence[tuple[int, str]], driven: tuple[int, int, int], cleats: int, cleat_text: str, screws: int
) -> list[str]:
    """What goes on the truck for them.

    `driven`: stakes; kickers, each of which takes a stake of its own; how many of the stakes are pins at corners.
    """
    stakes, kickers, pins = driven
    told = [f"{count} × board {text}" for count, text in stock]
    told.append(f"{stakes + kickers} × stake" + (f", {pins} of them pins at the corners" if pins else ""))
    told += [f"{kickers} × kicker"] if kickers else []
    if cleats:
        told.append(f"{cleats} × cleat {cleat_text}")
    return [*told, f"{screws} × screw", "caps for steel stakes"]


def form_order(
    checks: Sequence[str],
    inset_mm: float,
    below_mm: float,
    existing: Sequence[str],
    gauge_mm: float | None,
    units: Units,
) -> list[tuple[str, bool]]:
    """The order of work, each step with whether nothing goes on before it is done; `gauge_mm`: across a strip."""
    if gauge_mm is not None:
        return _strip_order(gauge_mm, below_mm, units)
    pulls = f": {' and '.join(checks)} when square" if checks else ""
    told = [
        "Join the boards of each side, a cleat behind every joint; lay all sides to their inner faces.",
        "Pin the corners only, two stakes at each.",
        HOLD.format(pulls),
        "Push the frame until they agree, then screw the corners.",
        "String each side from corner to corner and pin the rest to it.",
        "Bring the tops to grade, from the highest corner down.",
        "Brace: the kickers, at every joint first; one more wherever a stake gives under the foot.",
        "Pull the diagonals again before the pour; look at tops and stakes once more.",
    ]
    if existing:
        told.insert(1, f"No form along {', '.join(existing)}: concrete is there. Hold it; butt the boards against it.")
    if inset_mm > 0:
        told.insert(1, f"The faces are set in by {print_difference(inset_mm, units)}: wet concrete pushes them out.")
    if below_mm > 0:
        told.insert(
            -1, f"Cut the stakes {print_difference(below_mm, units)} below the tops, so that the screed passes."
        )
    hold = HOLD.format(pulls)
    return [(one, one in (hold, told[-1])) for one in told]


def _strip_order(gauge_mm: float, below_mm: float, units: Units) -> list[tuple[str, bool]]:
    """Twin forms: one face to the string, the other to a stick."""
    told = [
        ("Join the boards of each face, a cleat behind every joint.", False),
        ("Pin the right face to the string, from corner to corner.", False),
        (f"Cut a gauge stick of {print_length(gauge_mm, units).text}; set the left face to it at every stake.", False),
        ("Tie both faces across at every joint, so that they keep their gap; bring both tops to grade.", False),
        ("Run the stick from end to end once more before the pour; look at tops and stakes.", True),
    ]
    if below_mm > 0:
        told.insert(-1, (f"Cut the stakes {print_difference(below_mm, units)} below the tops.", False))
    return told


HOLD = "Stop: pull the diagonals before any other stake is driven{}."


def form_strip(boards: int, stakes: int, cleats: int) -> list[str]:
    """What comes back when they are stripped."""
    return [count_of(boards, "board"), count_of(stakes, "stake"), *([count_of(cleats, "cleat")] if cleats else [])]
