"""Days of a job file, solved: tasks on the calendar, tickets, bookings, and what is refused."""

from typing import Any

import pytest

from anvilhead.jobfile.problems import DocumentRefused
from tests.jobfile.solving import refused, solved

PAD = {
    "kind": "slab",
    "footprint": {"shape": "rectangle", "length": "40'", "width": "22'"},
    "forms": {"thickness": '6"', "board": '1 1/2"', "stock": ["12'", "16'"]},
    "pour": {"thickness": '4"'},
}
TASKS = [
    {"id": "a", "days": 2},
    {"id": "b", "name": "Steel", "days": 3, "after": ["a"]},
    {"id": "c", "days": 1, "after": ["a"]},
]
FOR_EVER = [{"id": f"t{n}", "days": 2000, "after": [f"t{n - 1}"] if n else []} for n in range(30)]
TICKET = {"number": "T-1", "asked": "2026-11-20", "notice_days": 2, "lasts_days": 14}


def days(**more: Any) -> dict[str, Any]:
    return {"start": "2026-11-30", "closed": ["2026-12-25"], **more}


def found(**more: Any) -> dict[str, Any]:
    result: dict[str, Any] = solved(PAD, days=days(**more))["days"]
    return result


def wrong(**more: Any) -> dict[str, str]:
    return refused(PAD, days=days(**more))


def test_a_job_that_says_nothing_of_days_has_none() -> None:
    assert solved(PAD)["days"] is None


def test_tasks_with_their_days_and_slack() -> None:
    result = found(tasks=TASKS)
    shown = {name: [task[key] for key in ("start", "end", "latest_start", "slack_days", "critical")]
             for name, task in result["tasks"].items()}  # fmt: skip
    assert shown == {
        "a": ["2026-11-30", "2026-12-01", "2026-11-30", 0, True],
        "b": ["2026-12-02", "2026-12-04", "2026-12-02", 0, True],
        "c": ["2026-12-02", "2026-12-02", "2026-12-04", 2, False],
    }
    assert result["end"] == "2026-12-04"
    assert [task["name"] for task in result["tasks"].values()] == ["a", "Steel", "c"]


def test_a_ticket_with_its_days() -> None:
    (ticket,) = found(locates=[TICKET])["locates"]
    assert (ticket["number"], ticket["earliest_dig"], ticket["last_day"]) == ("T-1", "2026-11-25", "2026-12-04")
    assert ticket["text"].startswith("Ticket T-1: digging may begin on Wed 25 Nov 2026, until the end of Fri 4 Dec")


def test_what_was_marked_on_a_ticket_is_told_with_it() -> None:
    """A pipe under the pad's pier, and one on a ticket nobody has."""
    marks = [
        {"name": "gas", "at": ["0'", "0'"], "radius": "2'", "ticket": "T-1"},
        {"name": "drain", "at": ["90'", "0'"], "radius": "1'", "ticket": "T-9"},
        {"name": "tree", "at": ["0'", "9'"], "radius": "1'"},
    ]
    stakes = [{"name": "S1", "at": ["1'", "1'"]}]
    result = solved(PAD | {"obstacles": marks, "stakes": stakes}, days=days(locates=[TICKET]))["days"]
    (ticket,) = result["locates"]
    assert [(one["name"], one["zone_text"]) for one in ticket["marks"]] == [("gas", "2' 0\"")]
    assert "S1 falls on gas" in " ".join(ticket["marks"][0]["hits"])
    assert result["asks"] == ["drain on the plan of s was marked on ticket T-9, which is not among the tickets."]


def test_holidays_of_the_place_are_not_worked() -> None:
    """Thanksgiving of 2026 is the 26th of November: asked on the Monday before, the Friday is the first day."""
    ticket = TICKET | {"asked": "2026-11-23"}
    assert found(locates=[ticket], holidays="US")["locates"][0]["earliest_dig"] == "2026-11-27"
    assert found(locates=[ticket])["locates"][0]["earliest_dig"] == "2026-11-26"


def test_notice_is_counted_on_days_of_its_own() -> None:
    """A crew that works on Saturdays: the place counts none."""
    works = ["mon", "tue", "wed", "thu", "fri", "sat"]
    assert found(locates=[TICKET], works=works)["locates"][0]["earliest_dig"] == "2026-11-24"
    week = ["mon", "tue", "wed", "thu", "fri"]
    assert found(locates=[TICKET], works=works, notice_on=week)["locates"][0]["earliest_dig"] == "2026-11-25"


class TestFromPlans:
    def test_tasks_in_the_order_of_work_one_after_the_other(self) -> None:
        tasks = found(from_plans=True)["tasks"]
        works = ["boards", "square", "forms", "pour", "cure", "strip"]
        assert list(tasks) == [f"s/{work}" for work in works]
        assert [task["after"][0] for task in list(tasks.values())[1:]] == [f"s/{work}" for work in works[:-1]]
        # the counts are those of the drawing: 40 by 22 feet, four inches thick, in cubic yards
        assert tasks["s/pour"]["amount_text"].startswith(f"{40 * 22 / 3 / 27:.2f} cu yd")
        assert tasks["s/cure"]["end"] > tasks["s/cure"]["start"] > tasks["s/pour"]["end"]

    def test_stakes_wait_for_the_ticket_and_other_work_does_not(self) -> None:
        tasks = found(from_plans=True, locates=[TICKET | {"asked": "2026-12-01"}])["tasks"]
        assert tasks["s/boards"]["start"] == "2026-12-04"
        other = found(from_plans=True, locates=[TICKET | {"asked": "2026-12-01", "structures": ["s"]}])["tasks"]
        assert other["s/boards"]["start"] == "2026-12-04"

    def test_a_ticket_that_runs_out_before_the_digging_ends_is_told_with_the_day_to_ask_again(self) -> None:
        digs = {"id": "trench", "days": 2, "digs": True, "not_before": "2026-12-04"}
        result = found(tasks=[digs], locates=[TICKET])
        (ticket,) = result["locates"]
        assert (ticket["runs_out"], ticket["dug_until"], ticket["renew_by"]) == (True, "2026-12-07", "2026-12-02")
        assert result["troubles"] == [ticket["text"]]
        assert "Ask again by Wed 2 Dec 2026" in ticket["text"]

    def test_digging_without_a_ticket_and_utilities_that_did_not_answer_are_asked_for(self) -> None:
        assert "no locate ticket covers it" in found(from_plans=True)["asks"][0]
        silent = TICKET | {"utilities": [{"name": "Water", "answered": "marked"}, {"name": "Power"}]}
        result = found(from_plans=True, locates=[silent])
        assert result["locates"][0]["waiting_for"] == ["Power"]
        assert [ask for ask in result["asks"] if "Power" in ask and "Water" not in ask]

    def test_an_inspection_holds_the_pour_back_and_is_booked_ahead(self) -> None:
        inspection = {"id": "look", "days": 1, "after": ["s/forms"], "before": ["s/pour"]}
        booking = {"name": "Inspector", "what": "inspection", "before": "look", "notice_days": 1}
        result = found(from_plans=True, tasks=[inspection], bookings=[booking])
        tasks = result["tasks"]
        assert tasks["s/forms"]["end"] < tasks["look"]["start"] <= tasks["look"]["end"] < tasks["s/pour"]["start"]
        (booked,) = result["bookings"]
        assert booked["on"] == tasks["look"]["start"]
        assert booked["book_by"] < booked["on"]

    def test_what_the_plan_does_not_ask_for_is_not_waited_for(self) -> None:
        """There are no bars here: what waits for them waits for the forms before."""
        tasks = found(from_plans=True, tasks=[{"id": "x", "days": 1, "after": ["s/bars"]}])["tasks"]
        assert tasks["x"]["after"] == ["s/forms"]

    def test_frost_moves_the_pour_and_a_day_typed_as_done_stays(self) -> None:
        plain = found(from_plans=True)["tasks"]
        pour = plain["s/pour"]["start"]
        frost = {"what": "frost", "from": pour, "to": pour, "stops": ["pour"]}
        assert found(from_plans=True, weather=[frost])["tasks"]["s/pour"]["start"] > pour
        assert found(from_plans=True, weather=[frost], ended={"s/pour": pour})["tasks"]["s/pour"]["end"] == pour

    def test_one_person_is_told_what_takes_two(self) -> None:
        (told,) = found(from_plans=True, crew=1, locates=[TICKET])["troubles"]
        assert "More than the crew of 1" in told
        assert "pull square" in told

    def test_a_rate_is_typed_in_the_units_of_the_job(self) -> None:
        """124 feet of forms at 31 feet an hour each: two hours for two, whatever the unit inside."""
        forms = found(from_plans=True, rates={"forms": 31.0})["tasks"]["s/forms"]
        assert forms["hours"] == pytest.approx(2.0, abs=0.05)


@pytest.mark.parametrize(
    ("more", "pointer", "code"),
    [
        ({"start": "2026-02-31"}, "/days/start", "no-such-day"),
        ({"start": 20261130}, "/days/start", "not-a-day"),
        ({"start": "0026-11-30"}, "/days/start", "far-year"),
        ({"zone": "Mars/North"}, "/days/zone", "unknown-zone"),
        ({"zone": "../../etc/passwd"}, "/days/zone", "unknown-zone"),
        ({"holidays": "XX", "locates": [TICKET]}, "/days/holidays", "unknown-holidays"),
        ({"holidays": "US-ZZ"}, "/days/holidays", "unknown-holidays"),
        ({"works": []}, "/days/works", "too-short"),
        ({"tasks": [{"id": "a", "days": 1}, {"id": "a", "days": 1}]}, "/days/tasks/1/id", "id-twice"),
        ({"tasks": [{"id": "a", "days": 1, "after": ["b"]}]}, "/days/tasks/0/after/0", "unknown-task"),
        ({"tasks": [{"id": "a", "days": 1, "after": ["a"]}]}, "/days/tasks/0/after", "circle"),
        ({"tasks": [{"id": "a"}]}, "/days/tasks/0/days", "one-of"),
        ({"tasks": [{"id": "a", "days": 0}]}, "/days/tasks/0/days", "greater-than-equal"),
        ({"tasks": FOR_EVER}, "/days/tasks", "out-of-the-calendar"),
        ({"locates": [TICKET | {"lasts_days": 2}]}, "/days/locates/0/lasts_days", "ends-before-it-begins"),
        ({"locates": [TICKET, TICKET]}, "/days/locates/1/number", "number-twice"),
        ({"locates": [TICKET | {"structures": ["z"]}]}, "/days/locates/0/structures/0", "unknown-structure"),
        ({"weather": [{"what": "rain", "from": "2026-12-02", "to": "2026-12-01"}]}, "/days/weather/0/to",
         "ends-before-it-begins"),
        ({"bookings": [{"name": "x", "what": "machine", "before": "q"}]}, "/days/bookings/0/before", "unknown-task"),
        ({"from_plans": True, "tasks": [{"id": "s/pour", "days": 1}]}, "/days/tasks/0/id", "id-twice"),
        ({"from_plans": True, "tasks": [{"id": "x", "days": 1, "after": ["s/pour"], "before": ["s/forms"]}]},
         "/days/tasks/0/after", "circle"),
        ({"rates": {"cure": 2}}, "/days/rates", "no-rate"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_refused_where_it_stands(more: dict[str, Any], pointer: str, code: str) -> None:
    assert wrong(**more) == {pointer: code}


def test_a_circle_names_its_tasks() -> None:
    ring = [{"id": "dig", "days": 1, "after": ["steel"]}, {"id": "steel", "days": 1, "after": ["dig"]}]
    with pytest.raises(DocumentRefused, match=r"(dig|steel)” waits for “(steel|dig)”"):
        found(tasks=ring)


def test_tasks_without_a_first_day_ask_for_it() -> None:
    assert refused(PAD, days={"tasks": TASKS}) == {"/days/start": "missing"}


MONUMENT = {"name": "M", "x": "0", "y": "0"}
PLACED = PAD | {"placing": {"by": "point", "corner": "A", "at": "M", "bearing": 90}}


def wire(south: str) -> dict[str, Any]:
    """A site with an overhead line that hangs so far south of the monument; ten feet are to be kept."""
    points = [["0", f"-{south}"], ["60'", f"-{south}"]]
    return {
        "points": [MONUMENT],
        "lines": [{"name": "wire", "kind": "overhead", "keep_clear": "10'", "points": points}],
    }


class TestDangers:
    def dangers(self, structure: dict[str, Any], **more: Any) -> dict[str, Any]:
        found: dict[str, Any] = solved(structure, **more)["structures"]["s"]["dangers"]
        return found

    def test_a_pour_brings_its_hold_points_and_cautions(self) -> None:
        found = self.dangers(PAD)
        assert [one["hold"] for one in found["holds"]][-2:] == ["inspection", "pre-pour"]
        assert "concrete" in [one["danger"] for one in found["cautions"]]
        assert {one["state"] for one in found["holds"]} == {"open"}

    def test_a_cut_is_held_against_the_limit_of_the_place(self) -> None:
        dug = PAD | {"boards": {"dig": {"depth": "6'"}}}
        told = {one["danger"]: one["what"] for one in self.dangers(dug, control={"trench_limit": "5'"})["cautions"]}
        assert told["trench"] == "The cut is 6' 0\" deep; this place asks for protection from 5' 0\" on."
        assert "trench-unknown" in [one["danger"] for one in self.dangers(dug)["cautions"]]
        shallow = self.dangers(dug, control={"trench_limit": "7'"})
        assert "trench" not in [one["hold"] for one in shallow["holds"]]

    def test_an_overhead_line_near_the_outline_is_told_with_its_distance(self) -> None:
        """A at the monument and AB to the east: ten feet to keep and a reach of 25 are 35."""
        near = {one["danger"]: one["what"] for one in self.dangers(PLACED, control=wire("30'"))["cautions"]}
        assert near["overhead-near"] == "“wire” hangs 30' 0\" from the outline. 10' 0\" is to be kept."
        far = {one["danger"] for one in self.dangers(PLACED, control=wire("40'"))["cautions"]}
        assert "overhead-near" not in far
        assert "overhead" in far

    def test_what_was_done_at_hold_points_stands_for_the_structure_or_for_all(self) -> None:
        holds = [
            {"hold": "boundary", "doing": "seen", "who": "Ines", "at": "2026-11-30T08:00:00Z"},
            {"structure": "s", "hold": "setbacks", "doing": "past", "note": "By telephone", "who": "Marta"},
        ]
        found = {one["hold"]: one for one in self.dangers(PAD, holds=holds)["holds"]}
        assert [found[name]["state"] for name in ("boundary", "setbacks", "locate")] == ["seen", "past", "open"]
        assert (found["boundary"]["whole_job"], found["setbacks"]["note"]) == (True, "By telephone")
