"""Two changes of one plan, made by two people: put together where they touch different things, told where not."""

from datetime import datetime
from typing import Any, Protocol

from anvilhead.service.views.structure_views import PlanFieldChange, StaleDetails


class Kept(Protocol):
    """A revision as it is kept."""

    @property
    def revision(self) -> int:
        """Number, counted from 1."""

    @property
    def document(self) -> dict[str, Any]:
        """The plan."""

    @property
    def who(self) -> str:
        """Who made it."""

    @property
    def at(self) -> datetime:
        """When."""


class PlanIsStale(Exception):
    """Somebody saved a plan first; carries what changed, so that nothing is lost on either side."""

    def __init__(self, details: StaleDetails, said: str = "Look at what changed, then save again.") -> None:
        super().__init__(f"{details.who} changed this plan while you were at it. {said}")
        self.details = details


def stale_details(base_revision: int, base: dict[str, Any], newest: Kept, *, can_merge: bool = False) -> StaleDetails:
    """What somebody changed since a revision.

    Args:
        base_revision: that a change was made against.
        base: its document.
        newest: the newest revision.
        can_merge: whether both changes can be kept.
    """
    return StaleDetails(
        base_revision=base_revision,
        current_revision=newest.revision,
        who=newest.who,
        at=newest.at,
        changes=changes_between(base, newest.document),
        can_merge=can_merge,
    )


def changes_between(was: dict[str, Any], now: dict[str, Any]) -> list[PlanFieldChange]:
    """Every value in which two plan documents differ."""
    before, after = _flat(was), _flat(now)
    return [
        PlanFieldChange(pointer=key, was=before.get(key), now=after.get(key))
        for key in dict.fromkeys([*before, *after])
        if before.get(key) != after.get(key)
    ]


def _flat(document: dict[str, Any] | list[Any], prefix: str = "") -> dict[str, str]:
    flat: dict[str, str] = {}
    for key, value in document.items() if isinstance(document, dict) else enumerate(document):
        if isinstance(value, dict | list):
            flat |= _flat(value, f"{prefix}/{key}")
        elif value is not None:
            flat[f"{prefix}/{key}"] = str(value)
    return flat


ATOMS = ("footprint", "placing")
"""Parts of a plan that are one thing: two changes of them are never put together, unless both leave a rectangle one."""


def things_changed(was: dict[str, Any], now: dict[str, Any]) -> list[str]:
    """What differs between two documents, by name: things of its lists as they are called, else its own keys."""
    found: list[str] = []
    for key in dict.fromkeys([*was, *now]):
        before, after = was.get(key), now.get(key)
        if before == after:
            continue
        named = [by_name(items) if isinstance(items, list) else None for items in (before or [], after or [])]
        if named[0] is None or named[1] is None:
            found.append(str(after.get("name", key) if isinstance(after, dict) else key).replace("_", " "))
        else:
            both = {**named[0], **named[1]}
            found += [name for name in both if named[0].get(name) != named[1].get(name)]
    return found


def merged(base: dict[str, Any], mine: dict[str, Any], theirs: dict[str, Any]) -> dict[str, Any] | None:
    """Both changes of a document together; None where they touch the same value in different ways.

    Lists whose items each have a name of their own are lists of things: one may change each.
    """
    out: dict[str, Any] = {}
    for key in dict.fromkeys([*theirs, *mine]):
        was, one, other = base.get(key), mine.get(key), theirs.get(key)
        if one in (was, other):
            value = other
        elif other == was:
            value = one
        elif isinstance(one, dict) and isinstance(other, dict) and (key not in ATOMS or _are_rectangles(one, other)):
            value = merged(was if isinstance(was, dict) else {}, one, other)
            if value is None:
                return None
        elif isinstance(one, list) and isinstance(other, list):
            value = _merged_lists(was if isinstance(was, list) else [], one, other)
            if value is None:
                return None
        else:
            return None
        if value is not None:
            out[key] = value
    return out


def _merged_lists(base: list[Any], mine: list[Any], theirs: list[Any]) -> list[Any] | None:
    named = [by_name(items) for items in (base, mine, theirs)]
    if None in named:
        return None
    both = merged(*(items or {} for items in named))
    return None if both is None else list(both.values())


def by_name(items: list[Any]) -> dict[str, Any] | None:
    """Items by what they are called; None where one has no name, or two have the same."""
    names = [(_called(item), item.get("on")) if isinstance(item, dict) else (None, None) for item in items]
    if any(name is None for name, _ in names) or len(set(names)) < len(names):
        return None
    return {f"{name}, {on}" if on else str(name): item for (name, on), item in zip(names, items, strict=True)}


def _called(item: dict[str, Any]) -> Any:
    """What a thing of a list is told apart by: its id, the number of a ticket, its name."""
    return next((item[key] for key in ("id", "number", "name") if item.get(key) is not None), None)


def _are_rectangles(one: dict[str, Any], other: dict[str, Any]) -> bool:
    """Length and width of a rectangle are two things: one may change each."""
    return one.get("shape") == other.get("shape") == "rectangle"
