"""Lengths as a document holds them: a JSON number is millimetres, a text is what a person types.

The units that a bare number assumes stand in the document itself (`"units"`); a document class that
derives from `InUnits` makes them known to every length inside it while it is being read.
"""

import math
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from decimal import Decimal
from typing import Annotated, Any

from pydantic import (
    BaseModel,
    ConfigDict,
    PlainSerializer,
    PlainValidator,
    SerializerFunctionWrapHandler,
    WithJsonSchema,
    model_serializer,
    model_validator,
)
from pydantic_core import PydanticCustomError

from anvilhead.core.slate.expression import work_out
from anvilhead.core.slate.quantity import QuantityKind
from anvilhead.core.units.errors import LengthError
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.length_reading import LONGEST_MM, read_length
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import INCH_MM, Units

_units: ContextVar[Units | None] = ContextVar("units of the document being read", default=None)


@dataclass(frozen=True, slots=True)
class Length:
    """A length of a document: what it means, and what was written (units spelled out, or a number of mm)."""

    mm: float
    written: str | float

    @property
    def text(self) -> str:
        """What was written as a text with its unit, also when it was a plain number."""
        return self.written if isinstance(self.written, str) else f"{self.kept_mm:f} mm"

    @property
    def kept_mm(self) -> Decimal:
        """The length as the database keeps it: millimetres with at most six decimals."""
        return round(Decimal(self.mm), 6).normalize()


def mm_of(length: Length | None) -> float | None:
    """Millimetres of a length that may be left out."""
    return length.mm if length else None


SHOWN_MM = 0.005
"""A length that a tape shows this near is written as the tape shows it; others in decimals that show it so."""


def length_of(mm: float, units: Units) -> Length:
    """A computed length as a builder of these units would type it, or in full where a tape cannot show it."""
    printed = print_length(mm, units)
    return Length(mm, printed.text if abs(printed.remainder_mm) < SHOWN_MM else _in_decimals(mm, units))


def _in_decimals(mm: float, units: Units) -> str:
    """A length to a ten-thousandth of an inch, or to a hundredth of a millimetre, in units of a tape."""
    if units is Units.FT_IN:
        feet, inches = divmod(round(mm / INCH_MM, 4), 12)
        return f"{feet:.0f}' {inches:.4f}".rstrip("0").rstrip(".") + '"'
    text = f"{mm:.2f}" if units is Units.MM else f"{mm / 1000:.5f}"
    return f"{text.rstrip('0').rstrip('.')} {units.value}"


def _reader(smallest: str) -> Callable[[Any], Length]:
    signed = smallest == "any"

    def read(value: object) -> Length:
        length = value if isinstance(value, Length) else _read(value, signed)
        if abs(length.mm) < NOTHING_MM and smallest == "above zero":
            raise _refused("zero", "This length is zero. Type one that is longer than nothing.")
        if length.mm < 0 and not signed:
            raise _refused("negative", "This length cannot be negative. Leave the minus out.")
        return length

    return read


def _read(value: object, signed: bool) -> Length:
    if isinstance(value, str):
        try:
            read = read_length(value, _units.get(), signed=signed)
        except LengthError as error:
            raise _refused(error.code, error.message, error.position) from error
        return Length(float(read.mm), read.explicit)
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise _refused("not-a-length", "A length is a number of millimetres or a text such as 27' 6 1/2\".")
    if not math.isfinite(value):
        raise _refused("not-finite", "This number is not finite. Write the length in digits.")
    if abs(value) > LONGEST_MM:
        raise _refused("too-long", "This is over 100 km. A plain number is millimetres; check it.")
    return Length(float(value), value)


@contextmanager
def in_units(units: Units | None) -> Iterator[None]:
    """Let bare numbers mean these units for a while; None leaves them as they are."""
    token = _units.set(units or _units.get())
    try:
        yield
    finally:
        _units.reset(token)


def units_in_force() -> Units | None:
    """Units that the document being read says its bare numbers are in."""
    return _units.get()


def _refused(code: str, message: str, position: int | None = None) -> PydanticCustomError:
    return PydanticCustomError(code, "{message}", {"message": message, "position": position})


_SCHEMA = WithJsonSchema(
    {
        "anyOf": [{"type": "string", "maxLength": 60}, {"type": "number"}],
        "description": "A number is millimetres; a text is a length as typed, such as 27' 6 1/2\" or 8.395 m.",
        "examples": ["27' 6 1/2\"", "8.395 m", 8394.7],
    }
)
_WRITTEN = PlainSerializer(lambda length: length.written, return_type=str | int | float)

read_positive = _reader("above zero")
PositiveLength = Annotated[Length, PlainValidator(read_positive), _WRITTEN, _SCHEMA]
"""A length above zero."""

NonNegativeLength = Annotated[Length, PlainValidator(_reader("zero")), _WRITTEN, _SCHEMA]
"""A length of zero or more."""

SignedLength = Annotated[Length, PlainValidator(_reader("any")), _WRITTEN, _SCHEMA]
"""A height or an offset: below zero as well."""


@dataclass(frozen=True, slots=True)
class VolumeSaid:
    """A volume of a document: what it means, and what was written."""

    mm3: float
    written: str | float


def _read_volume(value: object) -> VolumeSaid:
    if isinstance(value, VolumeSaid):
        return value
    if isinstance(value, str):
        try:
            found = work_out(value, _units.get() or Units.MM)
        except LengthError as error:
            raise _refused(error.code, error.message, error.position) from error
        if found.kind is not QuantityKind.VOLUME or found.value <= 0:
            raise _refused("not-a-volume", f"{value} is no volume. Write it with its unit: 0.6 cu ft, or 17 litres.")
        return VolumeSaid(float(found.value), value)
    if isinstance(value, bool) or not isinstance(value, int | float) or not math.isfinite(value) or value <= 0:
        raise _refused("not-a-volume", "A volume is a number of cubic millimetres or a text such as 0.6 cu ft.")
    return VolumeSaid(float(value), value)


Volume = Annotated[
    VolumeSaid,
    PlainValidator(_read_volume),
    PlainSerializer(lambda volume: volume.written, return_type=str | int | float),
    WithJsonSchema(
        {
            "anyOf": [{"type": "string", "maxLength": 60}, {"type": "number"}],
            "description": "A number is cubic millimetres; a text is a volume as typed: 0.6 cu ft, 17 litres.",
        }
    ),
]
"""A volume above zero."""

Coordinates = Annotated[
    tuple[SignedLength, SignedLength],
    WithJsonSchema(
        {
            "type": "array",
            "items": {"anyOf": [{"type": "string", "maxLength": 60}, {"type": "number"}]},
            "minItems": 2,
            "maxItems": 2,
        }
    ),
]
"""A place: x and y."""


class Strict(BaseModel):
    """Base of all documents: a misspelt key is refused rather than dropped, since a dropped burn is a foot."""

    model_config = ConfigDict(extra="forbid", frozen=True, populate_by_name=True, serialize_by_alias=True)


class Sparse(Strict):
    """A document that is written without what is not said: no nulls, no empty lists, no empty objects."""

    @model_serializer(mode="wrap")
    def _leave_out_what_is_not_said(self, handler: SerializerFunctionWrapHandler) -> dict[str, Any]:
        written: dict[str, Any] = handler(self)
        return {key: value for key, value in written.items() if value not in (None, [], {})}


class InUnits(Strict):
    """A document whose `units` say what a bare number in its texts means."""

    units: Units | None = None

    @model_validator(mode="wrap")
    @classmethod
    def _with_units(cls, data: Any, handler: Any) -> Any:
        named = data.get("units") if isinstance(data, dict) else None
        known = Units(named) if isinstance(named, str) and named in list(Units) else None
        token = _units.set(known)
        try:
            return handler(data)
        finally:
            _units.reset(token)
