"""What nothing may hit, and what hits it, written down."""

from collections.abc import Iterator, Sequence

from anvilhead.core.boards.obstructed import hits, least_setback
from anvilhead.core.geometry.footprint import Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.made import stake_words as say
from anvilhead.core.plan.obstacle import Obstacle
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results import marks_results as r
from anvilhead.jobfile.working.marked import obstacle_of
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.board_solving import Boards
from anvilhead.jobfile.written.line_solving import working_diagonals
from anvilhead.jobfile.written.writing import place, text_of, tidy


def solve_obstacles(found: Planned, boards: Boards, units: Units) -> list[r.ObstacleResult]:
    """What nothing may hit, and what of the plan does."""
    obstacles = [obstacle_of(one) for one in found.plan.obstacles]
    return [
        r.ObstacleResult(
            name=one.name,
            start=place(one.start),
            end=place(one.end),
            radius_mm=tidy(one.radius_mm),
            radius_text=text_of(one.radius_mm, units),
            hits=[
                *_boards(found, boards, one, obstacles, units),
                *_marks(found, one),
                *(_tapes(found, one) if one.stands else ()),
            ],
        )
        for one in obstacles
    ]


def _boards(
    found: Planned, boards: Boards, obstacle: Obstacle, obstacles: Sequence[Obstacle], units: Units
) -> Iterator[r.ObstacleHit]:
    """Boards whose stakes fall on it, with the nearest setback that misses everything."""
    corners = found.footprint.corners
    for board in boards.boards:
        span = boards.standing.spans[board.name]
        stakes = [stake.place for stake in boards.standing.stakes if board.name in stake.boards]
        if not hits(obstacle, span, stakes):
            continue
        setback = (board.nail - corners[board.corner]).dot(board.outward)
        free = least_setback(obstacles, board, span, stakes, setback)
        yield r.ObstacleHit(
            what=board.name,
            board=board.name,
            setback_mm=None if free is None else tidy(free),
            setback_text=None if free is None else text_of(free, units),
            text=say.board_hit(board.name, obstacle.name, free, units),
        )


def _marks(found: Planned, obstacle: Obstacle) -> Iterator[r.ObstacleHit]:
    """Named stakes and places that fall on it."""
    points = {
        **{stake.name: (stake.at[0].mm, stake.at[1].mm) for stake in found.plan.stakes},
        **{name: (one.point.x, one.point.y) for name, one in found.places.items()},
    }
    for name, (x, y) in points.items():
        if obstacle.distance_to(Point(x, y)) < 0:
            yield r.ObstacleHit(what=name, text=say.mark_hit(name, obstacle.name))


def _tapes(found: Planned, obstacle: Obstacle) -> Iterator[r.ObstacleHit]:
    """Sides and diagonals that cannot be pulled straight past what stands in the way."""
    lines: list[Side] = [*found.footprint.sides, *working_diagonals(found.footprint)]
    for line in lines:
        if obstacle.distance_to_stretch(line.stretch) < 0:
            yield r.ObstacleHit(what=f"{line.start}–{line.end}", text=say.tape_hit(line.start, line.end, obstacle.name))
