"""Names that documents about levels share."""

from typing import Annotated, Any

from pydantic import BeforeValidator, Field

from anvilhead.core.levels.level_instrument import LevelInstrument

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


InstrumentName = Annotated[LevelInstrument, BeforeValidator(_as_known)]
