"""What can go wrong with kept things, told in this project's words.

StoreError
├── NotFound          nothing is kept under this id
├── StaleRevision     somebody saved first; carries both revisions
├── Conflict          it contradicts what is kept (an id used for something else, a reading already struck)
└── DatabaseAway      the database does not answer just now; nothing was saved, try again
    └── DatabaseBusy  others had their hands on the same rows, or on every connection
"""


class StoreError(Exception):
    """Base of the store's errors; the message is for people."""


class NotFound(StoreError):
    """Nothing is kept under this id."""


class StaleRevision(StoreError):
    """A change was made against a revision that is no longer the newest.

    Attributes:
        base: the revision the change was made against.
        current: the newest one.
    """

    def __init__(self, base: int, current: int) -> None:
        super().__init__(f"Revision {base} is not the newest any more; the newest is {current}.")
        self.base = base
        self.current = current


class Conflict(StoreError):
    """It contradicts what is kept."""


class DatabaseAway(StoreError):
    """The database does not answer, or is too busy; nothing was saved."""


class DatabaseBusy(DatabaseAway):
    """Others had their hands on the same rows, or on every connection; the same again may well succeed."""
