"""Days: calendars, tickets and the critical path; numbers worked by hand, and against a plain day-by-day count."""

from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.days.in_turn import in_turn
from anvilhead.core.days.locate import Locate, Standing, locate, renew_by, stands
from anvilhead.core.days.rates import FIRST_GUESS, LEAST_MINUTES, Work, learned_rate, minutes_for
from anvilhead.core.days.schedule import Moment, Planner, Scheduled, Task, circle_among, schedule, slipped
from anvilhead.core.days.work_order import tasks_of
from anvilhead.core.days.working_days import DaysError, WorkingDays

MONDAY = date(2026, 11, 30)
WEEKDAYS = WorkingDays(frozenset(range(5)), frozenset({date(2026, 12, 25)}))
PLANNER = Planner(WEEKDAYS, MONDAY)


def december(day: int) -> date:
    return date(2026, 12, day)


class TestWorkingDays:
    def test_the_second_working_day_after_a_friday_is_a_tuesday(self) -> None:
        assert WEEKDAYS.after(date(2026, 11, 20), 2) == date(2026, 11, 24)

    def test_a_closed_day_is_passed_over_both_ways(self) -> None:
        assert WEEKDAYS.after(december(24), 1) == december(28)
        assert WEEKDAYS.before(december(28), 1) == december(24)
        assert WEEKDAYS.on_or_after(december(25)) == december(28)
        assert WEEKDAYS.on_or_before(december(26)) == december(24)

    def test_days_between_are_counted_without_the_first_and_with_the_last(self) -> None:
        assert WEEKDAYS.between(december(23), december(28)) == 2
        assert WEEKDAYS.between(december(28), december(23)) == -2
        assert WEEKDAYS.between(december(5), december(6)) == 0

    @pytest.mark.parametrize("days", [WorkingDays(frozenset()), WorkingDays(frozenset({0}), frozenset())])
    def test_nothing_is_looked_for_beyond_the_calendar(self, days: WorkingDays) -> None:
        with pytest.raises(DaysError):
            days.after(MONDAY, 100_000)

    @given(st.dates(date(2020, 1, 1), date(2030, 1, 1)), st.integers(1, 60), st.sets(st.integers(0, 6), min_size=1))
    def test_counting_forward_and_back_meet(self, day: date, count: int, weekdays: set[int]) -> None:
        days = WorkingDays(frozenset(weekdays))
        there = days.after(day, count)
        assert days.between(day, there) == count
        assert days.before(there, count) == days.on_or_before(day)


class TestLocate:
    def test_whole_working_days_pass_after_the_day_asked(self) -> None:
        """Asked on a Friday: Monday and Tuesday pass, on Wednesday digging may begin."""
        assert locate(date(2026, 11, 20), 2, 14, WEEKDAYS) == Locate(date(2026, 11, 25), december(4))

    def test_asked_on_a_sunday_the_same_days_pass(self) -> None:
        assert locate(date(2026, 11, 22), 2, 14, WEEKDAYS).earliest_dig == date(2026, 11, 25)

    def test_no_notice_is_the_next_working_day(self) -> None:
        assert locate(december(24), 0, None, WEEKDAYS) == Locate(december(28), None)

    def test_one_that_ends_before_it_begins_is_refused(self) -> None:
        with pytest.raises(DaysError, match="ends on Tue 24 Nov 2026, before digging may begin on Wed 25 Nov 2026"):
            locate(date(2026, 11, 20), 2, 4, WEEKDAYS)

    @pytest.mark.parametrize(
        ("today", "dug_until", "standing"),
        [
            (date(2026, 11, 24), None, Standing.WAITING),
            (date(2026, 11, 25), december(4), Standing.OPEN),
            (date(2026, 11, 25), december(7), Standing.RUNS_OUT),
            (december(4), None, Standing.OPEN),
            (december(5), None, Standing.RUN_OUT),
        ],
    )
    def test_where_it_stands(self, today: date, dug_until: date | None, standing: Standing) -> None:
        ticket = locate(date(2026, 11, 20), 2, 14, WEEKDAYS)
        assert stands(ticket, today, dug_until) is standing

    def test_asked_again_in_time_nobody_waits_a_working_day(self) -> None:
        """It ends on Friday the 4th; with two days' notice Wednesday is the last day to ask for Monday."""
        ticket = locate(date(2026, 11, 20), 2, 14, WEEKDAYS)
        assert renew_by(ticket, 2, WEEKDAYS) == december(2)
        assert locate(december(2), 2, 14, WEEKDAYS).earliest_dig == december(7)
        assert locate(december(3), 2, 14, WEEKDAYS).earliest_dig == december(8)


def by_id(tasks: list[Task], planner: Planner = PLANNER) -> dict[str, Scheduled]:
    return schedule(tasks, planner)


class TestSchedule:
    def test_two_ways_to_the_same_end(self) -> None:
        tasks = [
            Task("boards", 2),
            Task("dig", 3, after=("boards",)),
            Task("steel", 1, after=("boards",)),
            Task("pour", 1, after=("dig", "steel")),
        ]
        found = by_id(tasks)
        assert (found["dig"].start, found["dig"].end) == (december(2), december(4))
        assert (found["steel"].latest_start, found["steel"].slack_days) == (december(4), 2)
        assert found["pour"].start == december(7)
        assert [name for name, one in found.items() if one.is_critical] == ["boards", "dig", "pour"]

    def test_a_task_runs_over_christmas_without_working_on_it(self) -> None:
        assert by_id([Task("a", 4)], Planner(WEEKDAYS, december(23)))["a"].end == december(29)

    def test_concrete_cures_over_the_weekend(self) -> None:
        found = by_id(
            [Task("pour", 5), Task("cure", 3, after=("pour",), runs_on=True), Task("strip", 1, after=("cure",))]
        )
        assert (found["cure"].start, found["cure"].end) == (december(5), december(7))
        assert found["strip"].start == december(8)

    def test_hours_share_a_day_and_whole_days_do_not(self) -> None:
        found = by_id([Task("a", minutes=180), Task("b", minutes=400, after=("a",)), Task("c", 1, after=("b",))])
        assert found["b"].begins == Moment(MONDAY, 180)
        assert found["b"].ends == Moment(december(1), 100)
        assert found["c"].start == december(2)

    def test_a_pour_is_not_stopped_at_the_evening(self) -> None:
        found = by_id([Task("a", minutes=300), Task("pour", minutes=300, after=("a",), at_once=True)])
        assert found["pour"].begins == Moment(december(1))

    def test_frost_keeps_a_pour_waiting_and_nothing_else(self) -> None:
        frost = frozenset({december(1), december(2)})
        found = by_id([Task("a", 1), Task("pour", 1, after=("a",), not_on=frost), Task("b", 1, after=("a",))])
        assert (found["pour"].start, found["b"].start) == (december(3), december(1))

    def test_what_was_done_stays_where_it_was_done(self) -> None:
        found = by_id([Task("a", 3, ended=december(1)), Task("b", 1, after=("a",))])
        assert (found["a"].end, found["b"].start) == (december(1), december(2))

    def test_a_circle_names_those_in_it(self) -> None:
        tasks = [Task("a", 1), Task("b", 1, after=("a", "d")), Task("c", 1, after=("b",)), Task("d", 1, after=("c",))]
        assert sorted(circle_among(tasks)) == ["b", "c", "d"]
        assert circle_among([Task("a", 1, after=("a",))]) == ["a"]
        assert circle_among(tasks[:1]) == []

    def test_a_slip_of_a_day_moves_what_hangs_on_it(self) -> None:
        tasks = [Task("a", 1), Task("b", 1, after=("a",)), Task("c", 4)]
        assert slipped(tasks, PLANNER, "a", 1) == {"a": december(1), "b": december(2)}


def plain_ends(tasks: list[Task], planner: Planner) -> dict[str, tuple[date, date]]:
    """First and last days of whole-day tasks, by walking through the calendar day by day."""
    left = {task.id: task.days or 1 for task in tasks}
    span: dict[str, tuple[date, date]] = {}
    ended: dict[str, date] = {}
    day = planner.start
    while len(ended) < len(tasks):
        for task in tasks:
            if task.id in ended or any(one not in ended or ended[one] >= day for one in task.after):
                continue
            if task.runs_on or (day.weekday() in WEEKDAYS.weekdays and day not in WEEKDAYS.closed | task.not_on):
                span[task.id] = (span.get(task.id, (day, day))[0], day)
                left[task.id] -= 1
                if not left[task.id]:
                    ended[task.id] = day
        day += timedelta(days=1)
    return span


@st.composite
def networks(draw: st.DrawFn, *, whole: bool) -> list[Task]:
    """Up to nine tasks, each waiting for some before it."""
    count = draw(st.integers(1, 9))
    made = []
    for i in range(count):
        after = tuple(f"t{k}" for k in draw(st.sets(st.integers(0, i - 1), max_size=3))) if i else ()
        lasts = draw(st.integers(1, 6))
        runs_on = draw(st.booleans()) and draw(st.booleans())
        frost = frozenset(december(day) for day in draw(st.sets(st.integers(1, 20), max_size=4)))
        if whole or runs_on or draw(st.booleans()):
            made.append(Task(f"t{i}", lasts, after=after, runs_on=runs_on, not_on=frost))
        else:
            made.append(Task(f"t{i}", minutes=150 * lasts, after=after, not_on=frost, at_once=draw(st.booleans())))
    return made


class TestAgainstPlainCounting:
    @given(networks(whole=True))
    def test_days_are_those_of_walking_through_the_calendar(self, tasks: list[Task]) -> None:
        found = by_id(tasks)
        assert {name: (one.start, one.end) for name, one in found.items()} == plain_ends(tasks, PLANNER)

    @given(networks(whole=False), st.data())
    def test_a_task_can_begin_on_its_latest_day_and_no_later(self, tasks: list[Task], data: st.DataObject) -> None:
        """Held back by hand to its latest day the end stays; held back to the next day it does not."""
        found = by_id(tasks)
        end = max(one.end for one in found.values())
        slips = data.draw(st.sampled_from(tasks))

        def end_when_held_to(day: date) -> date:
            held = [t if t is not slips else replace(t, not_before=day) for t in tasks]
            return max(one.end for one in by_id(held).values())

        latest = found[slips.id].latest_start
        assert end_when_held_to(latest) == end
        days = WEEKDAYS.without(slips.not_on)
        assert end_when_held_to(latest + timedelta(days=1) if slips.runs_on else days.after(latest, 1)) > end


class TestInTurn:
    def test_while_one_cures_the_crew_goes_on_elsewhere(self) -> None:
        tasks = [
            Task("1 pour", minutes=400, crew=True),
            Task("1 cure", 3, after=("1 pour",), runs_on=True),
            Task("1 strip", minutes=60, after=("1 cure",), crew=True),
            Task("2 boards", minutes=400, crew=True),
        ]
        found = by_id(in_turn(tasks, PLANNER))
        assert found["2 boards"].begins == Moment(MONDAY, 400)
        assert found["1 strip"].start == december(4)

    @given(networks(whole=False), st.data())
    def test_a_crew_is_at_one_thing_at_a_time_and_waits_as_told(self, tasks: list[Task], data: st.DataObject) -> None:
        of_crew = data.draw(st.sets(st.sampled_from([task.id for task in tasks])))
        tasks = [replace(t, crew=t.id in of_crew and not t.runs_on) for t in tasks]
        chained = in_turn(tasks, PLANNER)
        assert all(set(was.after) <= set(now.after) for was, now in zip(tasks, chained, strict=True))
        found = by_id(chained)
        spans = sorted((found[t.id].begins, found[t.id].ends) for t in tasks if t.crew)
        assert all(one[1] <= next_[0] for one, next_ in pairwise(spans))


class TestRates:
    def test_a_crew_of_two_drives_twice_as_fast_and_one_pulls_with_a_second(self) -> None:
        boards, pulls = FIRST_GUESS[Work.BOARDS], FIRST_GUESS[Work.SQUARE]
        assert minutes_for(20, boards, 1) == 2 * minutes_for(20, boards, 2)
        assert minutes_for(20, pulls, 1) == minutes_for(20, pulls, 2) == minutes_for(20, pulls, 5)
        assert minutes_for(1, boards, 4) == LEAST_MINUTES

    def test_the_order_of_work_with_a_wait_behind_the_pour(self) -> None:
        made = tasks_of("pad", {Work.BOARDS: 8, Work.POUR: 4.0, Work.STRIP: 20.0}, {}, 2, 5)
        assert [one.task.id for one in made] == ["pad/boards", "pad/pour", "pad/cure", "pad/strip"]
        assert [one.task.after for one in made] == [(), ("pad/boards",), ("pad/pour",), ("pad/cure",)]
        assert (made[2].task.days, made[2].task.runs_on, made[1].people) == (5, True, 2)

    def test_a_rate_of_its_own_goes_before_the_first_guess(self) -> None:
        (made,) = tasks_of("pad", {Work.SQUARE: 12}, {Work.SQUARE: 6.0}, 2, 3)
        assert made.task.minutes == 60

    def test_a_record_says_how_fast_without_dinner_and_the_first_of_a_day(self) -> None:
        """Six at ten minutes each, an hour's dinner, three more; eight gaps less the dinner: six an hour."""
        nine = datetime(2026, 11, 30, 9, tzinfo=UTC)
        times = [nine + timedelta(minutes=m) for m in (0, 10, 20, 30, 40, 50, 110, 120, 130)]
        learned = learned_rate(times)
        assert learned is not None
        assert (learned.an_hour, learned.days, learned.done) == (pytest.approx(6.0), 1, 7)

    def test_what_is_recorded_at_once_was_done_in_the_gap_before(self) -> None:
        nine = datetime(2026, 11, 30, 9, tzinfo=UTC)
        learned = learned_rate([nine] * 12 + [nine + timedelta(minutes=30)] * 6)
        assert learned is not None
        assert learned.an_hour == pytest.approx(12.0)

    def test_too_few_say_nothing(self) -> None:
        nine = datetime(2026, 11, 30, 9, tzinfo=UTC)
        assert learned_rate([nine + timedelta(minutes=5 * n) for n in range(5)]) is None
