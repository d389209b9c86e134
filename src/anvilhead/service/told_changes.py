"""What changed from one document to the next, in words for the record: “gas: radius 2' instead of 18"”."""

from collections.abc import Iterator
from typing import Any

from anvilhead.service.put_together import by_name

NOTHING: tuple[Any, ...] = (None, False, "", [], {})
"""Values that are not worth a word where they come with something new."""


def told_changes(was: dict[str, Any], now: dict[str, Any]) -> str:
    """Every change, in the order of the documents: values by their keys, things of lists by their names."""
    return "; ".join(phrase for key in _keys(was, now) for phrase in _told(_spelled(key), was.get(key), now.get(key)))


def _told(name: str, was: Any, now: Any) -> Iterator[str]:
    if was == now or (was in NOTHING and now in NOTHING):
        return
    if now in NOTHING:
        yield f"{name} taken out"
    elif isinstance(was, dict) and isinstance(now, dict):
        for key in _keys(was, now):
            yield from _told(f"{name} {_spelled(key)}", was.get(key), now.get(key))
    elif isinstance(now, list) and (was in NOTHING or isinstance(was, list)):
        yield from _told_list(name, was or [], now)
    elif was in NOTHING:
        yield f"{name} {_compact(now)}".rstrip()
    else:
        yield f"{name} {_compact(now)} instead of {_compact(was)}"


def _told_list(name: str, was: list[Any], now: list[Any]) -> Iterator[str]:
    before, after = by_name(was), by_name(now)
    if before is None or after is None:
        yield f"{name} {_compact(now)}" + (f" instead of {_compact(was)}" if was else "")
        return
    for item in _keys(before, after):
        if item not in before:
            told = _compact({key: value for key, value in after[item].items() if value != item})
            yield f"{item} new in {name}" + (f" ({told})" if told else "")
        elif item not in after:
            yield f"{item} taken out of {name}"
        else:
            yield from _told(f"{item}:", before[item], after[item])


def _compact(value: Any) -> str:
    if isinstance(value, dict):
        parts = [(key, one) for key, one in value.items() if one not in NOTHING]
        return ", ".join(_spelled(key) if one is True else f"{_spelled(key)} {_compact(one)}" for key, one in parts)
    if isinstance(value, list):
        return " ".join(_compact(one) for one in value)
    return "" if value is True else str(value)


def _keys(was: dict[str, Any], now: dict[str, Any]) -> list[str]:
    return list(dict.fromkeys([*was, *now]))


def _spelled(key: str) -> str:
    return key.replace("_", " ")
