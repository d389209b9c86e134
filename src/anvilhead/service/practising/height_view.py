"""Runs of the practice yard that are about heights, as clients get them."""

from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.made.trend_words import SHOWN_OVER_MM
from anvilhead.core.messages.practised import height_words as say
from anvilhead.core.messages.practised.lessons import lesson_text
from anvilhead.core.practice.level_debrief import level_debrief, level_gains
from anvilhead.core.practice.level_tasks import OVER_MM, Tool
from anvilhead.core.practice.level_yard import LevelStep, LevelYard
from anvilhead.core.units.length_printing import print_difference, print_distance, print_length
from anvilhead.core.units.units import Units
from anvilhead.core.world.level_stand_ins import WINDOW_MM
from anvilhead.jobfile.written.writing import place, tidy
from anvilhead.service.views.practice_views import DebriefView, LevelSiteView, Named, PracticeShot, TruthView


def site_view(yard: LevelYard, units: Units) -> LevelSiteView:
    """A yard of heights as far as it is."""
    task = yard.task
    now = yard.setups[-1] if yard.setups else None
    walks: Point | None = None if now is None or now[0] in (Tool.HOSE, Tool.LINE) else task.stand_mm(now[1])
    return LevelSiteView(
        places={name: place(at) for name, at in task.places.items()},
        tops=task.tops,
        targets=[Named(key=top, name=print_difference(mm, units)) for top, mm in task.targets.items()],
        over_text=None if task.targets else print_distance(SHOWN_OVER_MM[units], units),
        tools=[Named(key=tool, name=say.TOOL_NAMES[tool]) for tool in task.tools],
        stands=[Named(key=stand, name=say.STAND_NAMES[stand]) for stand in task.stands],
        setups=[
            say.TOOL_NAMES[tool] + (f", {say.STAND_NAMES[stand]}" if len(task.stands) > 1 else "")
            for tool, stand in yard.setups
        ],
        tool=now and now[0],
        stands_at=walks and place(walks),
        shots=[_shot(yard, number, units) for number in range(len(yard.shots))],
    )


def _shot(yard: LevelYard, number: int, units: Units) -> PracticeShot:
    shot = yard.shots[number]
    return PracticeShot(
        number=number,
        at=shot.at,
        setup=shot.setup,
        tool=shot.tool,
        turned=shot.turned,
        shows_mm=tidy(shot.shows_mm),
        shows_text=print_length(shot.shows_mm, units).text,
        moving_mm=tidy(shot.moving_mm),
        dead_mm=yard.grade(shot.tool).reading_mm if shot.tool is Tool.LASER else None,
        window_mm=WINDOW_MM if shot.tool is Tool.LASER else None,
        called=print_length(shot.shows_mm, units).text if shot.called else None,
        written=None if shot.written_mm is None else print_length(shot.written_mm, units).text,
    )


def own_texts(yard: LevelYard, units: Units) -> list[str]:
    """What is said of instruments of the shelf that are used."""
    return [say.own_level_text(one, units) for one in yard.own.values()]


def told_steps(steps: list[LevelStep], units: Units) -> list[str]:
    """Tops that were set, and air let out, in words."""
    told = []
    for step in steps:
        if step.do == "set":
            way = "up" if step.by_mm > 0 else "down"
            told.append(f"{step.at}: {print_difference(abs(step.by_mm), units)} {way}")
        elif step.do == "bleed":
            told.append("the hose: air and warm water let out")
        elif step.do == "focus":
            told.append("the eyepiece: focused on its hair")
    return told


def debrief_view(yard: LevelYard, units: Units) -> DebriefView:
    """What a run came to; only for one that is over."""
    found, gains = level_debrief(yard), level_gains(yard)
    targets = yard.task.targets
    return DebriefView(
        outcome=found.outcome,
        text=say.tops_text(found, units),
        lessons=list(found.lessons),
        lesson_texts=[lesson_text(lesson) for lesson in found.lessons],
        corners={},
        believed=None,
        coach=say.tops_believed_text(found, targets, units) if targets else "",
        pulls=[
            TruthView(
                number=number,
                true_text=print_length(one.true_mm, units).text,
                off_mm=tidy(one.shows_mm - one.true_mm),
                text=say.shot_text(one, units),
                gained=say.level_gain_text(gain),
            )
            for number, (one, gain) in enumerate(zip(found.shots, gains, strict=True))
        ],
    )


def said_mm(too_much_mm: float, units: Units) -> float:
    """What was said of an instrument over the distance of the brief, over the hundred feet of the task."""
    return too_much_mm * OVER_MM / SHOWN_OVER_MM[units]
