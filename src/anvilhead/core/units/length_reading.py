"""Reading lengths the way builders write them.

A text becomes an exact number of millimetres (a `Fraction`: 1/16 inch is 127/80 mm) together with
the same text with its units spelled out, so that it means the same in any job.
"""

import re
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from itertools import pairwise

from anvilhead.core.units.errors import LengthError
from anvilhead.core.units.units import EXACT_FOOT_MM, EXACT_INCH_MM, Units

LONGEST_MM = 100_000_000
"""100 km: no set-out is longer, so a longer length is a slip of the keys."""
LONGEST_TEXT = 60


@dataclass(frozen=True, slots=True)
class ReadLength:
    """A length as understood: exact millimetres, and the text with every unit written out."""

    mm: Fraction
    explicit: str


_UNIT_NAMES = {
    "'": "ft", "ft": "ft", "foot": "ft", "feet": "ft",
    '"': "in", "''": "in", "in": "in", "inch": "in", "inches": "in",
    "m": "m", "metre": "m", "metres": "m", "meter": "m", "meters": "m",
    "cm": "cm", "mm": "mm",
}  # fmt: skip
_UNIT_MM = {"ft": EXACT_FOOT_MM, "in": EXACT_INCH_MM, "m": Fraction(1000), "cm": Fraction(10), "mm": Fraction(1)}
_SYMBOL = {"ft": "'", "in": '"', "m": " m", "cm": " cm", "mm": " mm"}
_BARE_UNIT = {Units.FT_IN: "ft", Units.M: "m", Units.MM: "mm"}
_SPOKEN = {"ft": "feet", "in": "inches", "m": "metres", "cm": "centimetres", "mm": "millimetres"}
_NEXT_UNIT = {"ft": "in", "m": "mm"}
"""The unit of a bare number that follows a number with this unit: 8' 6 is 8' 6", 8 m 394 is 8.394 m."""
_PARTS_IN = {("ft", "in"): 12, ("m", "cm"): 100, ("m", "mm"): 1000, ("cm", "mm"): 10}

_SAME = str.maketrans({
    "’": "'", "‘": "'", "′": "'", "´": "'", "`": "'",
    "”": '"', "“": '"', "″": '"',
    "−": "-", "–": "-", "—": "-", "‑": "-",
    "⁄": "/", "\u00a0": " ", "\u202f": " ", "\u2009": " ", "\t": " ",
})  # fmt: skip
_VULGAR = {
    "½": (1, 2), "⅓": (1, 3), "⅔": (2, 3), "¼": (1, 4), "¾": (3, 4), "⅕": (1, 5), "⅖": (2, 5),
    "⅗": (3, 5), "⅘": (4, 5), "⅙": (1, 6), "⅚": (5, 6), "⅛": (1, 8), "⅜": (3, 8), "⅝": (5, 8),
    "⅞": (7, 8),
}  # fmt: skip

_METRE_COMMA = re.compile(r"\s*-?[1-9][0-9]?,[0-9]{3}\s*m?\s*")
"""Metres and millimetres with a decimal comma: in a job of metres nobody means fifteen kilometres by 15,410."""

_TOKEN = re.compile(
    r"(?P<fraction>[0-9]+ *[/] *[0-9]+)"
    r"|(?P<decimal>[0-9]*[.,][0-9]+|[0-9]+[.])"
    r"|(?P<whole>[0-9]+)"
    r"|(?P<vulgar>[" + "".join(_VULGAR) + "])"
    r"|(?P<unit>''|['\"]|[A-Za-z]+[.]?)"
    r"|(?P<dash>-)"
    r"|(?P<space> +)"
)


@dataclass(frozen=True, slots=True)
class _Token:
    kind: str
    source: str
    start: int
    value: Fraction = Fraction(0)

    @property
    def is_number(self) -> bool:
        return self.kind in ("fraction", "decimal", "whole")


@dataclass(slots=True)
class _Part:
    """One or two numbers and the unit behind them: `6 1/2"`."""

    numbers: list[_Token]
    unit: str | None = None

    @property
    def start(self) -> int:
        return self.numbers[0].start

    @property
    def source(self) -> str:
        return " ".join(number.source for number in self.numbers)

    @property
    def value(self) -> Fraction:
        return sum((number.value for number in self.numbers), Fraction(0))


@lru_cache(maxsize=4096)  # while one field is typed in, all others are read again with every stroke
def read_length(text: str, units: Units | None, *, signed: bool = False) -> ReadLength:
    """Read a length as a builder types it.

    Args:
        text: for example ``27' 6 1/2"``, ``27-6-1/2``, ``330.5"``, ``8 m 394.7`` or ``8394.7mm``.
        units: what a bare number means; None when every text must carry its own unit.
        signed: whether a leading minus is allowed (heights, offsets).

    Returns:
        The exact length and its text with all units spelled out.

    Raises:
        LengthError: when the text cannot be read or could mean two things; `position` says where.
    """
    if len(text) > LONGEST_TEXT:
        raise LengthError(
            "too-long-text",
            f"{len(text)} characters were typed; a length has at most {LONGEST_TEXT}. Type one length.",
            LONGEST_TEXT,
        )
    if units is Units.M and _METRE_COMMA.fullmatch(text):
        text = text.replace(",", ".")
    tokens = _tokens(text)
    if not tokens:
        raise LengthError("empty", "Nothing is typed here. Type a length, for example 27' 6 1/2\" or 8.395 m.")
    negative = tokens[0].kind == "dash"
    if negative and not signed:
        raise LengthError(
            "negative",
            f"{text.strip()}: this length cannot be negative. Leave the minus out.",
            tokens[0].start,
        )
    parts = _parts(text, tokens[1:] if negative else tokens, units)
    _check_order(text, parts)
    magnitude = sum((part.value * _UNIT_MM[part.unit or ""] for part in parts), Fraction(0))
    if magnitude > LONGEST_MM:
        raise LengthError("too-long", f"{text.strip()} is over 100 km. Check the number and its unit.", parts[0].start)
    explicit = " ".join(part.source + _SYMBOL[part.unit or ""] for part in parts)
    return ReadLength(-magnitude if negative else magnitude, ("-" if negative else "") + explicit)


def read_number(text: str) -> Fraction:
    """Read one number without a unit: ``3``, ``3.2``, ``3/4``, ``2 1/2``.

    Raises:
        LengthError: when it is none, or could be two; `position` says where.
    """
    tokens = _tokens(text)
    if not tokens or not all(token.is_number for token in tokens) or not _is_one_number(tokens):
        message = f"{text.strip()} is not one number. Write it with digits, a point or a fraction."
        raise LengthError("not-a-number", message)
    return sum((token.value for token in tokens), Fraction(0))


def _tokens(text: str) -> list[_Token]:
    plain = text.translate(_SAME)
    tokens: list[_Token] = []
    position = 0
    while position < len(plain):
        match = _TOKEN.match(plain, position)
        if match is None:
            raise LengthError(
                "not-a-length",
                f"“{text[position]}” at character {position + 1} is not part of a length. "
                "Use digits, fractions and units such as ft, in, m or mm.",
                position,
            )
        kind = match.lastgroup or ""
        if kind != "space":
            tokens.append(_token(kind, match.group(), position))
        position = match.end()
    return tokens


def _token(kind: str, source: str, start: int) -> _Token:
    if kind == "unit":
        name = _UNIT_NAMES.get(source.lower().rstrip("."))
        if name is None:
            raise LengthError(
                "unknown-unit",
                f"“{source}” at character {start + 1} is not a unit. Use ft, in, m, cm or mm.",
                start,
            )
        return _Token(kind, name, start)
    if kind == "vulgar":
        above, below = _VULGAR[source]
        return _Token("fraction", f"{above}/{below}", start, Fraction(above, below))
    if kind == "fraction":
        above, below = (int(side) for side in source.split("/"))
        if below == 0:
            raise LengthError(
                "zero-denominator",
                f"{source} at character {start + 1} divides by nothing. Type the fraction again.",
                start,
            )
        return _Token(kind, f"{above}/{below}", start, Fraction(above, below))
    if kind == "decimal":
        return _Token(kind, _decimal_point(source, start), start, Fraction(_decimal_point(source, start)))
    return _Token(kind, source, start, Fraction(source) if kind == "whole" else Fraction(0))


def _decimal_point(source: str, start: int) -> str:
    """Take a decimal comma for a point, unless it could as well part thousands (`8,394`)."""
    if re.fullmatch(r"[1-9][0-9]{0,2},[0-9]{3}", source):
        raise LengthError(
            "ambiguous",
            f"{source} at character {start + 1} could be {source.replace(',', '.')} or "
            f"{source.replace(',', '')}. Write it with a point, or without the comma.",
            start,
        )
    source = source.replace(",", ".")
    return ("0" + source if source.startswith(".") else source).rstrip(".")


def _parts(text: str, tokens: list[_Token], units: Units | None) -> list[_Part]:
    """Group numbers with their units and give every group a unit, or say what is ambiguous."""
    dashed = _dashed_feet_inches(text, tokens)
    if dashed is not None:
        return dashed
    parts: list[_Part] = []
    pending: list[_Token] = []
    for token in tokens:
        if token.is_number:
            pending.append(token)
        elif token.kind == "unit":
            if not pending:
                raise LengthError(
                    "missing-number",
                    f"There is no number before “{text[token.start]}” at character {token.start + 1}.",
                    token.start,
                )
            parts += _with_unit(text, pending, token, units if not parts else None)
            pending = []
        elif token.start == tokens[-1].start or not (pending or parts):
            raise LengthError(
                "not-a-length",
                f"The dash at character {token.start + 1} parts nothing. Take it out.",
                token.start,
            )
    if pending:
        parts += _without_unit(text, pending, parts, units)
    return parts


def _dashed_feet_inches(text: str, tokens: list[_Token]) -> list[_Part] | None:
    """Read ``27-6-1/2`` and ``27-6 1/2"``; None when the text is not in that notation."""
    kinds = "".join({"dash": "-", "fraction": "f", "whole": "n", "decimal": "d", "unit": "u"}[t.kind] for t in tokens)
    if kinds == "n-f":
        raise _ambiguous(
            text,
            tokens[0],
            f'{tokens[0].source} {tokens[2].source}"',
            f"{tokens[0].source}' {tokens[2].source}\"",
        )
    if re.fullmatch(r"n-n-nu?", kinds) and tokens[4].value == 0:  # no sixteenths: 23-0-0
        return [_Part([tokens[0]], "ft"), _Part([tokens[2]], "in")]
    if not re.fullmatch(r"n-(n-?f|n|d|n)u?", kinds) or (kinds.endswith("u") and tokens[-1].source != "in"):
        return None
    numbers = [t for t in tokens if t.is_number]
    return [_Part([numbers[0]], "ft"), _Part(numbers[1:], "in")]


def _with_unit(text: str, numbers: list[_Token], unit: _Token, units: Units | None) -> list[_Part]:
    if _is_one_number(numbers):
        return [_Part(numbers, unit.source)]
    inches = numbers[1:]
    if unit.source == "in" and units is Units.FT_IN and numbers[0].kind == "whole" and _is_one_number(inches):
        return [_Part(numbers[:1], "ft"), _Part(inches, "in")]
    raise _needs_unit(text, numbers)


def _without_unit(text: str, numbers: list[_Token], before: list[_Part], units: Units | None) -> list[_Part]:
    """Give the unit to numbers at the end of the text that have none."""
    if before and before[-1].unit == "in" and _is_one_number([*before[-1].numbers, *numbers]):
        inches = before.pop()  # 31' 6" 1/2: the fraction belongs to the inches before their mark
        return [_Part([*inches.numbers, *numbers], "in")]
    if before:
        follow = _NEXT_UNIT.get(before[-1].unit or "")
        if follow is None or not _is_one_number(numbers):
            raise _needs_unit(text, numbers)
        return [_Part(numbers, follow)]
    if units is None:
        raise LengthError(
            "no-unit",
            f"{text.strip()} has no unit. Write it with one, for example {numbers[0].source} ft or "
            f"{numbers[0].source} mm.",
            numbers[-1].start,
        )
    if len(numbers) == 1 and (numbers[0].kind != "fraction" or units is not Units.FT_IN):
        return [_Part(numbers, _BARE_UNIT[units])]
    if (
        units is Units.FT_IN
        and numbers[0].kind == "whole"
        and len(numbers) > 1
        and numbers[1].kind != "fraction"
        and _is_one_number(numbers[1:])
    ):
        return [_Part(numbers[:1], "ft"), _Part(numbers[1:], "in")]
    if units is Units.FT_IN and _is_one_number(numbers):
        source = _Part(numbers).source
        other = f"{numbers[0].source}' {numbers[1].source}\"" if len(numbers) > 1 else f"{source} ft"
        raise _ambiguous(text, numbers[-1], f'{source}"', other)
    raise _needs_unit(text, numbers)


def _is_one_number(numbers: list[_Token]) -> bool:
    """Whether the numbers read as one: a single number, or a whole one and a proper fraction."""
    if len(numbers) == 1:
        return True
    return len(numbers) == 2 and numbers[0].kind == "whole" and numbers[1].kind == "fraction" and numbers[1].value < 1


def _ambiguous(text: str, token: _Token, one: str, other: str) -> LengthError:
    return LengthError(
        "ambiguous",
        f"{text.strip()} could be {one} or {other} (character {token.start + 1}). Write the one you mean.",
        token.start,
    )


def _needs_unit(text: str, numbers: list[_Token]) -> LengthError:
    improper = next((t for t in numbers[1:] if t.kind == "fraction" and t.value >= 1), None)
    if improper:
        return LengthError(
            "over-full",
            f"{text.strip()}: the fraction {improper.source} at character {improper.start + 1} is one or more. "
            "Write what is left of it.",
            improper.start,
        )
    token = numbers[1] if len(numbers) > 1 else numbers[0]
    return LengthError(
        "ambiguous",
        f"{text.strip()} could mean two things: the number {token.source} at character {token.start + 1} "
        "stands without a unit of its own. Write each number with its unit.",
        token.start,
    )


def _check_order(text: str, parts: list[_Part]) -> None:
    """Refuse what a careful reader would ask back about: 27' 13", 6" 27', 27.5' 6"."""
    for large, small in pairwise(parts):
        limit = _PARTS_IN.get((large.unit or "", small.unit or ""))
        if limit is None:
            raise LengthError(
                "mixed-units",
                f"{text.strip()}: {_SPOKEN[small.unit or '']} cannot follow {_SPOKEN[large.unit or '']} "
                f"(character {small.start + 1}). Write one length in one system.",
                small.start,
            )
        if large.numbers[-1].kind != "whole":
            raise LengthError(
                "ambiguous",
                f"{text.strip()}: {large.source} already has a fraction, so the {small.source} at character "
                f"{small.start + 1} has no place. Write only one of them as a fraction.",
                small.start,
            )
        if small.value >= limit:
            whole = int(large.value) + int(small.value // limit)
            rest = small.value % limit
            would_be = f"{whole}{_SYMBOL[large.unit or '']} {_plain(rest)}{_SYMBOL[small.unit or '']}"
            raise LengthError(
                "over-full",
                f"{text.strip()}: {small.source}{_SYMBOL[small.unit or '']} at character {small.start + 1} is "
                f"{limit} or more. If you mean {would_be}, write that.",
                small.start,
            )


def _plain(value: Fraction) -> str:
    if value.denominator == 1:
        return str(value.numerator)
    whole, rest = divmod(value, 1)
    return f"{whole} {rest}" if whole else str(rest)
