"""What is wrong with a document: one problem per fault, each with a JSON pointer (RFC 6901) to its place."""

import difflib
from collections.abc import Iterable, Sequence
from typing import Any

from pydantic import BaseModel

from anvilhead.jobfile.documents.control import WAYS
from anvilhead.jobfile.documents.footprints import SHAPES


class Problem(BaseModel):
    """One fault.

    Attributes:
        pointer: JSON pointer to the faulty value; empty for the whole document.
        code: stable name of the kind of fault.
        message: what is wrong and what to do, for people.
        position: index in the text where the trouble starts, when the fault lies inside a text.
    """

    pointer: str
    code: str
    message: str
    position: int | None = None


class DocumentRefused(Exception):
    """A document cannot be used; carries every problem found."""

    def __init__(self, problems: Sequence[Problem]) -> None:
        super().__init__("; ".join(problem.message for problem in problems))
        self.problems = list(problems)


def pointer_to(path: Iterable[str | int]) -> str:
    """Write a path of keys and indexes as a JSON pointer."""
    return "".join("/" + str(step).replace("~", "~0").replace("/", "~1") for step in path)


def problems_from(errors: Iterable[Any], known_keys: Iterable[str] = ()) -> list[Problem]:
    """Turn validation errors (pydantic's `errors()`) into problems in plain words.

    Args:
        errors: dictionaries with `type`, `loc`, `msg`, `ctx`.
        known_keys: keys that a misspelt one may have meant.
    """
    return [_problem(error, list(known_keys)) for error in errors]


_LINKS = ("gateway", "simulated")
_TAGS = {"footprint": SHAPES, "placing": WAYS, "link": _LINKS}
"""Keys whose documents are told apart by a word, which the validator puts into its paths."""


def _untagged(path: Sequence[str | int]) -> list[str | int]:
    """A path without the words that tell documents apart: /footprint/walk/steps becomes /footprint/steps."""
    return [step for i, step in enumerate(path) if i == 0 or step not in _TAGS.get(str(path[i - 1]), ())]


_KINDS = {"bool": "true or false", "int": "a whole number", "uuid": "a UUID, made anew for each new thing"}
"""What a value must be, by the first word of the validator's code."""


def _problem(error: Any, known_keys: list[str]) -> Problem:
    context = error.get("ctx") or {}
    path = [*_untagged(error["loc"]), *([context["at"]] if context.get("at") else [])]
    last = str(path[-1]) if path else "the document"
    code, message = error["type"], error["msg"]
    if code == "missing":
        message = f"“{last}” is missing. Add it."
    elif code == "extra_forbidden":
        code = "unknown-key"
        close = difflib.get_close_matches(last, [key for key in known_keys if key != last], 4)
        meant = next(
            (key for key in close if key[0] == last[0]), next(iter(close), None)
        )  # first letters are seldom wrong
        message = f"“{last}” is not known here." + (f" Did you mean “{meant}”?" if meant else " Take it out.")
    elif code in ("literal_error", "enum"):
        message = f"“{last}” must be {context.get('expected', 'one of the known words')}."
    elif code in ("model_type", "dict_type", "model_attributes_type"):
        message = f"“{last}” must be an object with named values."
    elif code in ("union_tag_invalid", "union_tag_not_found"):
        path = [*path, {"footprint": "shape", "placing": "by", "link": "how"}.get(last, last)]
        message = f"“{path[-1]}” must be one of {', '.join(_TAGS.get(last, ()))}."
    elif code == "list_type":
        message = f"“{last}” must be a list."
    elif code == "string_type":
        message = f"“{last}” must be a text."
    elif code == "string_too_short":
        message = f"“{last}” is empty. Type something."
    elif code == "string_too_long":
        message = f"“{last}” is too long; at most {context.get('max_length')} characters."
    elif (kind := code.partition("_")[0]) in _KINDS:
        message = f"“{last}” must be {_KINDS[kind]}."
    elif message.startswith("Input should be"):
        message = f"“{last}” must be{message.removeprefix('Input should be')}."
    return Problem(
        pointer=pointer_to(path),
        code=code.replace("_", "-"),
        message=message,
        position=context.get("position"),
    )


def unknown(pointer: str, path: Sequence[str | int], what: str, name: str, known: Sequence[str]) -> Problem:
    """That something names what is not there, and what is.

    Args:
        pointer: of the document it stands in.
        path: from there to the name.
        what: that is not there: a line, a point.
        name: as it was said.
        known: what there is.
    """
    listed = ", ".join(known[:12]) or "none yet"
    message = f"There is no {what} “{name}”. Known: {listed}."
    return Problem(pointer=pointer + pointer_to(path), code=f"unknown-{what.replace(' ', '-')}", message=message)
