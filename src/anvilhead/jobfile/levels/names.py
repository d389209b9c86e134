"""Names that documents about levels share."""

from typing import Annotated, Any

from pydantic import BeforeValidator, Field, WithJsonSchema
from pydantic_core import PydanticCustomError

from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.units.units import F_PER_C

Named = Annotated[str, Field(min_length=1, max_length=64, pattern=r"^[^\x00-\x1f\x7f]*\S[^\x00-\x1f\x7f]*$")]
Who = Annotated[str, Field(min_length=1, max_length=120)]
Share = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]
Points = Annotated[list[Named], Field(max_length=500)]

_OTHER_NAMES = {
    "rotary-laser": LevelInstrument.LASER,
    "rotating-laser": LevelInstrument.LASER,
    "level": LevelInstrument.OPTICAL,
    "optical-level": LevelInstrument.OPTICAL,
    "transit": LevelInstrument.OPTICAL,
    "water": LevelInstrument.WATER,
    "line": LevelInstrument.LINE,
    "spirit": LevelInstrument.SPIRIT,
    "straightedge": LevelInstrument.SPIRIT,
    "tape": LevelInstrument.STRING,
}


def _as_known(value: Any) -> Any:
    """An instrument by whatever a builder calls it."""
    plain = "-".join(value.lower().replace("_", " ").split()) if isinstance(value, str) else value
    return _OTHER_NAMES.get(plain, plain) if isinstance(plain, str) else plain


def _degrees(value: object) -> object:
    """Degrees Celsius of a number, or of a text with its scale: 5, "5 C", "9 °F"."""
    if not isinstance(value, str):
        return value
    plain = value.upper().replace(",", ".").replace("°", "").strip()
    try:
        number = float(plain.rstrip("CF "))
    except ValueError as error:
        said = f"“{value}” is no number of degrees. Say it as 5 or 9 °F."
        raise PydanticCustomError("no-degrees", "{said}", {"said": said}) from error
    return number / F_PER_C if plain.endswith("F") else number


WarmerBy = Annotated[
    float,
    Field(ge=0, le=60, allow_inf_nan=False),
    BeforeValidator(_degrees),
    WithJsonSchema({"anyOf": [{"type": "number", "minimum": 0, "maximum": 60}, {"type": "string"}]}, mode="validation"),
]
"""A difference of temperature, degrees Celsius."""

InstrumentName = Annotated[LevelInstrument, BeforeValidator(_as_known)]
