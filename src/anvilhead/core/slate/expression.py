"""A sum as it is typed, read and worked out.

    sum     = product { ("+" | "-") product }
    product = signed { ("×" | "÷" | …) signed }
    signed  = ["-" | "+"] power
    power   = root { "^" signed | "²" | "³" }
    root    = ("sqrt" | "√") root | "(" sum ")" | "π" | length | number

A hyphen that touches digits on both sides, or a foot mark and a digit, belongs to a length (`27-6`); a minus has
spaces.  A slash that touches whole numbers on both sides belongs to a fraction.  `9 m²` is nine square metres; after
marks (`3'²`) the length itself is squared.  A bare number is a number; added to a length it is a length in the units
at hand.
"""

import operator
import re
from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction

from anvilhead.core.slate.quantity import Quantity, SumError
from anvilhead.core.units.errors import LengthError
from anvilhead.core.units.length_reading import read_length, read_number
from anvilhead.core.units.units import Units

LONGEST_SUM = 500
DEEPEST = 60
"""Parentheses in one another; more is a key that stuck."""

_VULGAR = "½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞"
_NUMBER = rf"(?:[0-9]+[/⁄][0-9]+|[0-9]*[.,][0-9]+|[0-9]+\.?|[{_VULGAR}])"
_WORD = r"(?:ft|foot|feet|in|inch|inches|m|metres?|meters?|cm|mm)(?![A-Za-z])\.?"
_MARK = "''|[\"“”″'’‘′´`]"
_UNIT = rf"(?:{_MARK}|{_WORD})"
_PIECE = rf"{_NUMBER}(?:\s*{_UNIT})?"
_LITERAL = re.compile(rf"{_PIECE}(?:(?:\s*|(?<=[0-9'’′{_VULGAR}])[-‑–](?=[0-9{_VULGAR}])){_PIECE})*", re.IGNORECASE)
_SIZED = re.compile(
    rf"(?P<number>{_NUMBER})\s*(?:(?P<power>sq|square|cu|cubic)\.?\s*(?P<unit>{_WORD}|yards?(?![A-Za-z])|yd(?![A-Za-z])\.?)"
    r"|(?P<litres>l|litres?|liters?)(?![A-Za-z]))",
    re.IGNORECASE,
)
"""Areas and volumes by their own words: `12 sq ft`, `1.5 cu yd`, `17 litres`."""
_LITRE = Fraction(10**6)
_YARD = Fraction(9144, 10)
_HAS_UNIT = re.compile(_UNIT, re.IGNORECASE)
_ENDS_IN_WORD = re.compile(rf"{_WORD}$", re.IGNORECASE)
_PIECES = re.compile(_PIECE, re.IGNORECASE)
_ONE_NUMBER = re.compile(rf"(?:[0-9]+\s*)?(?:[0-9]+[/⁄][0-9]+|[{_VULGAR}])|{_NUMBER}")
_TIGHT = re.compile(r"(?<=['’′])[-‑–]")
_NAME = re.compile(r"[A-Za-zπ√]+")
_SYMBOLS = {
    "+": "+", "-": "-", "−": "-", "–": "-", "—": "-", "×": "*", "*": "*", "·": "*", "x": "*", "X": "*",
    "÷": "/", "/": "/", ":": "/", "(": "(", ")": ")", "^": "^", "²": "²", "³": "³", "√": "√",
}  # fmt: skip
_DOES = {"+": operator.add, "-": operator.sub, "*": operator.mul, "/": operator.truediv}
_PI = Fraction(3141592653589793238462643, 10**24)
_WHOLE = 10**9
"""More than this is refused in any number: it measures nothing on a site."""


@dataclass(frozen=True, slots=True)
class _Token:
    """A symbol, a name, or a literal as typed; where it starts."""

    kind: str
    source: str
    start: int


def work_out(text: str, units: Units) -> Quantity:
    """What a sum comes to.

    Args:
        text: for example ``27' 6" ÷ 4``, ``√(44'² + 27-6²)`` or ``12 × 3.2 m²``.
        units: what a bare number means where it is added to a length.

    Raises:
        LengthError: when it cannot be read, or means nothing; `position` says where.
    """
    if len(text) > LONGEST_SUM:
        message = f"{len(text)} characters were typed; a sum has at most {LONGEST_SUM}. Do it in parts."
        raise LengthError("too-long-text", message, LONGEST_SUM)
    tokens = _tokens(text)
    if not tokens:
        raise LengthError("empty", "Nothing is typed here. Type a sum, for example 27' 6\" ÷ 4.")
    return _Reader(text, tokens, units).whole()


def _tokens(text: str) -> list[_Token]:
    tokens: list[_Token] = []
    at = 0
    while at < len(text):
        if text[at].isspace():
            at += 1
            continue
        sized = _SIZED.match(text, at)
        if sized:
            tokens.append(_Token("sized", sized.group(), at))
            at = sized.end()
            continue
        literal = _LITERAL.match(text, at)
        name = _NAME.match(text, at)
        if literal:
            source = literal.group()
            tight = _TIGHT.search(source)
            if tight and not _reads(source):  # 5'-3' takes three feet from five
                source = source[: tight.start()]
            tokens.append(_Token("literal", source, at))
            at += len(source)
        elif text[at] in _SYMBOLS and not (name and len(name.group()) > 1 and text[at] != "√"):
            tokens.append(_Token(_SYMBOLS[text[at]], text[at], at))
            at += 1
        elif name:
            tokens.append(_Token("name", name.group().lower(), at))
            at += len(name.group())
        else:
            message = f"“{text[at]}” at character {at + 1} is not part of a sum. Use numbers, lengths, + − × ÷ and ( )."
            raise LengthError("not-a-sum", message, at)
    return tokens


def _at(start: int, read: Callable[[], Fraction]) -> Fraction:
    """What a literal means; a fault in it is told at its place in the sum."""
    try:
        return read()
    except LengthError as error:
        raise LengthError(error.code, error.message, start + error.position) from None


def _reads(source: str) -> bool:
    try:
        read_length(source, None)
    except LengthError:
        return False
    return True


def _sized(token: _Token) -> Quantity:
    """An area or a volume with a unit of its own."""
    found = _SIZED.fullmatch(token.source)
    assert found, "the token was made by it"
    number = _at(token.start, lambda: read_number(found["number"]))
    if found["litres"]:
        return Quantity(number * _LITRE, 3)
    power = 2 if found["power"].lower().startswith("sq") else 3
    unit = _YARD if found["unit"].lower().startswith("y") else read_length(f"1 {found['unit']}", None).mm
    return Quantity(number * unit**power, power)


class _Reader:
    """Reads tokens from the left, each rule of the grammar a method."""

    def __init__(self, text: str, tokens: list[_Token], units: Units) -> None:
        self.text = text
        self.tokens = tokens
        self.units = units
        self.at = 0
        self.deep = 0

    def whole(self) -> Quantity:
        found, _ = self._sum()
        left = self._next()
        if left is not None:
            told = "closes nothing" if left.kind == ")" else "stands without + − × or ÷ before it"
            raise self._fault("left-over", f"“{left.source}” at character {left.start + 1} {told}.", left.start)
        return found

    def _next(self) -> _Token | None:
        return self.tokens[self.at] if self.at < len(self.tokens) else None

    def _takes(self, *kinds: str) -> _Token | None:
        token = self._next()
        if token is None or token.kind not in kinds:
            return None
        self.at += 1
        return token

    def _sum(self) -> tuple[Quantity, _Token | None]:
        """Its value, and the literal that it is when it is nothing else."""
        found, alone = self._product()
        while sign := self._takes("+", "-"):
            other, literal = self._product()
            if found.bare and other.power == 1:
                found = self._as_length(found, alone)
            elif other.bare and found.power == 1:
                other = self._as_length(other, literal)
            found, alone = self._done(sign, _DOES[sign.kind], found, other), None
        return found, alone

    def _product(self) -> tuple[Quantity, _Token | None]:
        found, alone = self._signed()
        while sign := self._takes("*", "/"):
            other, _ = self._signed()
            found, alone = self._done(sign, _DOES[sign.kind], found, other), None
        return found, alone

    def _signed(self) -> tuple[Quantity, _Token | None]:
        sign = self._takes("-", "+")
        found, alone = self._power() if sign is None else self._within(self._signed)
        return (-found if sign and sign.kind == "-" else found), alone

    def _power(self) -> tuple[Quantity, _Token | None]:
        found, alone = self._root()
        while sign := self._takes("^", "²", "³"):
            times = (
                self._within(self._signed)[0]
                if sign.kind == "^"
                else Quantity(Fraction("²³".index(sign.kind) + 2), bare=True)
            )
            if alone and sign.kind != "^" and _ENDS_IN_WORD.search(alone.source):
                found = self._of_unit(alone, int(times.value))
            else:
                found = self._done(sign, operator.pow, found, times)
            alone = None
        return found, alone

    def _root(self) -> tuple[Quantity, _Token | None]:
        token = self._next()
        if token is None:
            raise self._fault("unfinished", "The sum ends before it is whole. Type what is missing.", len(self.text))
        self.at += 1
        if token.kind == "literal":
            return self._literal(token), token
        if token.kind == "sized":
            return _sized(token), None
        if token.kind == "√" or (token.kind == "name" and token.source in ("sqrt", "root")):
            return self._done(token, Quantity.root, self._within(self._root)[0]), None
        if token.kind == "(":
            found, alone = self._within(self._sum)
            if not self._takes(")"):
                where = token.start
                raise self._fault("not-closed", f"The parenthesis at character {where + 1} is not closed.", where)
            return found, alone if alone and not found.power else None
        if token.kind == "name" and token.source in ("π", "pi"):
            return Quantity(_PI, bare=True), None
        raise self._fault(
            "not-a-sum",
            f"“{token.source}” at character {token.start + 1} cannot stand here. Type a number, a length or ( ).",
            token.start,
        )

    def _within(self, rule: Callable[[], tuple[Quantity, _Token | None]]) -> tuple[Quantity, _Token | None]:
        """A part of the sum inside another one; how deep is counted, so that a stuck key ends."""
        self.deep += 1
        if self.deep > DEEPEST:
            raise self._fault("too-deep", f"More than {DEEPEST} signs and parentheses in one another.", 0)
        found = rule()
        self.deep -= 1
        return found

    def _literal(self, token: _Token) -> Quantity:
        """A length where it has a unit or more than one number, else a bare number."""
        if not _HAS_UNIT.search(token.source) and _ONE_NUMBER.fullmatch(token.source):
            return Quantity(self._number(token), bare=True)
        return Quantity(self._length(token.source, token.start), 1)

    def _number(self, token: _Token) -> Fraction:
        return _at(token.start, lambda: read_number(token.source))

    def _length(self, source: str, start: int) -> Fraction:
        return _at(start, lambda: read_length(source, self.units).mm)

    def _as_length(self, bare: Quantity, literal: _Token | None) -> Quantity:
        """A bare number beside a length: so much in the units at hand; what could be inches too is asked about."""
        if literal is not None:
            size = self._length(literal.source, literal.start)
            return Quantity(size if bare.value >= 0 else -size, 1)
        return Quantity(bare.value * self._length("1", 0), 1)

    def _of_unit(self, token: _Token, power: int) -> Quantity:
        """Nine square metres: the number, times the unit to a power."""
        pieces = _PIECES.findall(token.source)
        unit = _ENDS_IN_WORD.search(token.source)
        if unit is None or len([one for one in pieces if _HAS_UNIT.search(one)]) > 1:
            message = f"“{token.source}²” could mean two things. Write ({token.source})², or one unit."
            raise self._fault("ambiguous", message, token.start)
        one = self._length(f"1 {unit.group()}", token.start)
        return Quantity(self._length(token.source, token.start) / one * one**power, power)

    def _done(self, sign: _Token, work: Callable[..., Quantity], *of: Quantity) -> Quantity:
        try:
            found = work(*of)
        except SumError as error:
            raise self._fault(error.code, f"{error.message} (character {sign.start + 1})", sign.start) from None
        if abs(found.value) > Fraction(_WHOLE) ** (found.power + 1):
            raise self._fault("too-large", f"What comes out at character {sign.start + 1} is too large.", sign.start)
        return found

    def _fault(self, code: str, message: str, position: int) -> LengthError:
        return LengthError(code, message, position)
