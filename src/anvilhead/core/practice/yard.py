"""What every practice yard has in common: steps one after the other, minutes, dangers looked for or not."""

from abc import ABC, abstractmethod
from collections.abc import Iterable
from enum import StrEnum
from typing import Generic, Protocol, Self, TypeVar

from anvilhead.core.practice.dangers_there import DangersThere
from anvilhead.core.units.errors import InputError

HINT_S = 300.0
"""What asking costs: somebody has to come over."""
LOOK_S = 120.0
"""A walk round the yard, with a look up."""


class Risk(StrEnum):
    """What nobody may be put at."""

    RAISED_UNDER = "raised-under"
    """A rod was raised within what is to be kept from a line overhead."""
    DROVE_BESIDE = "drove-beside"
    """A stake was driven beside paint without opening the ground by hand."""


class Done(Protocol):
    """A step of any yard."""

    @property
    def do(self) -> str:
        """What was done."""


StepT = TypeVar("StepT", bound=Done)


class Yard(ABC, Generic[StepT]):
    """One run of a task.

    Attributes:
        there: its dangers; None in a yard without any, where nobody has to look.
        looked: whether somebody looked for them; began_blind: whether work had begun by then, or nobody ever did.
        risked: what somebody was put at.
        hints: how many were asked for; seconds: that have passed; accepted: whether it is over.
    """

    def __init__(self, there: DangersThere | None) -> None:
        self.there = there
        self.looked = False
        self.began_blind = False
        self.risked: set[Risk] = set()
        self.hints = 0
        self.seconds = 0.0
        self.accepted = False

    def take(self, steps: Iterable[StepT]) -> Self:
        """Do steps one after the other.

        Raises:
            InputError: when a step cannot be done.
        """
        for step in steps:
            if self.accepted:
                raise InputError("over", "This run is over. Begin another.")
            if step.do == "hint":
                self.hints += 1
                self.seconds += HINT_S
            elif step.do == "look":
                self._look()
            else:
                self.began_blind |= self.there is not None and not self.looked
                self._do(step)
        return self

    def _look(self) -> None:
        if self.there is None:
            raise InputError("no-look", "There is nothing to look for in this yard.")
        self.looked = True
        self.seconds += LOOK_S

    @abstractmethod
    def _do(self, step: StepT) -> None:
        """Do what is done in this yard alone."""
