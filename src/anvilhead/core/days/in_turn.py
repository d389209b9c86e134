"""One crew does one thing after the other: who comes first is settled by what can begin first."""

from collections.abc import Sequence
from dataclasses import replace
from heapq import heappop, heappush

from anvilhead.core.days.schedule import Moment, Planner, Task


def in_turn(tasks: Sequence[Task], planner: Planner) -> list[Task]:
    """The same tasks, each of the crew's waiting for the one the crew does before it.

    While concrete cures the crew goes on with what can be done meanwhile; of two tasks that can begin when the crew
    is free the one listed first is done first.  Serial schedule generation, as in resource-limited planning.

    Args:
        tasks: without a circle, in the order of preference.
        planner: their calendar.
    """
    return _Crew(tasks, planner).chained()


class _Crew:
    """A crew on its way through the tasks."""

    def __init__(self, tasks: Sequence[Task], planner: Planner) -> None:
        self._tasks, self._planner = tasks, planner
        self._rank = {task.id: i for i, task in enumerate(tasks)}
        self._behind: dict[str, list[int]] = {task.id: [] for task in tasks}
        for i, task in enumerate(tasks):
            for one in task.after:
                self._behind[one].append(i)
        self._missing = [len(set(task.after)) for task in tasks]
        self._ends: dict[str, Moment] = {}
        self._comes: list[tuple[Moment, int]] = []  # tasks of the crew, by the moment they can begin
        self._can: list[int] = []  # those that can begin when the crew is free, as listed

    def chained(self) -> list[Task]:
        chained = {task.id: task for task in self._tasks}
        for i in [i for i, missing in enumerate(self._missing) if not missing]:
            self._open(i)
        last: str | None = None
        while self._comes or self._can:
            free = self._ends[last] if last else Moment(self._planner.start)
            while self._comes and self._comes[0][0] <= free:
                heappush(self._can, heappop(self._comes)[1])
            if not self._can:
                heappush(self._can, heappop(self._comes)[1])
            task = self._tasks[heappop(self._can)]
            if last is not None and last not in task.after:
                task = replace(task, after=(*task.after, last))
            chained[task.id], last = task, task.id
            self._end(task)
        return [chained[task.id] for task in self._tasks]

    def _open(self, i: int) -> None:
        """Take a task whose every other has ended: the crew's into its list, others done at once."""
        task = self._tasks[i]
        if task.crew and task.ended is None:
            heappush(self._comes, (self._planner.forward(task, self._ready(task))[0], i))
        else:
            self._end(task)

    def _end(self, task: Task) -> None:
        self._ends[task.id] = self._planner.forward(task, self._ready(task))[1]
        for i in self._behind[task.id]:
            self._missing[i] -= 1
            if not self._missing[i]:
                self._open(i)

    def _ready(self, task: Task) -> Moment | None:
        return max((self._ends[one] for one in task.after), default=None)
