"""Parts that all results are made of."""

from pydantic import BaseModel, ConfigDict, Field


class Result(BaseModel):
    """Base of all results: lengths in millimetres as numbers, and as text in the job's units."""

    model_config = ConfigDict(
        frozen=True,
        defer_build=True,
        populate_by_name=True,
        serialize_by_alias=True,
        json_schema_serialization_defaults_required=True,
    )


def build_every_result() -> None:
    """Build the models that were put off until somebody needs them: before threads share them, not while."""
    waiting: list[type[Result]] = [Result]
    while waiting:
        for model in waiting.pop().__subclasses__():
            model.model_rebuild()
            waiting.append(model)


class Place(Result):
    """A place on the plan, millimetres."""

    x_mm: float
    y_mm: float


class EllipseResult(Result):
    """Holds the corner 95 times in 100: half axes, and the major axis anticlockwise from +x."""

    major_mm: float
    minor_mm: float
    angle_deg: float


class Between(Result):
    """Something between two corners."""

    start: str = Field(alias="from")
    end: str = Field(alias="to")


class Distance(Between):
    """A planned distance; `remainder_mm` is what rounding the text left over (exact minus text), told when it shows."""

    length_mm: float
    text: str
    remainder_mm: float
    remainder_text: str | None


class SideResult(Distance):
    """A side, and the name of the line along it."""

    line: str


class Direction(Result):
    """A unit vector on the plan."""

    x: float
    y: float
