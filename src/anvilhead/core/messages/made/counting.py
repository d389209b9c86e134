"""Counts in words."""


def count_of(number: int, what: str) -> str:
    """So many of a thing: `1 post`, `2 posts`."""
    return f"{number} {what}" if number == 1 else f"{number} {what}s"
