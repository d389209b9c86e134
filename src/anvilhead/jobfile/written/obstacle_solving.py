"""What nothing may hit, and what hits it, written down."""

from collections.abc import Iterator, Sequence

from anvilhead.core.boards.obstructed import hits, least_setback
from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.made import stake_words as say
from anvilhead.core.plan.obstacle import Obstacle
from anvilhead.core.trench.pad import pad_corners
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results import marks_results as r
from anvilhead.jobfile.working.marked import marked_points, obstacle_of, trench_edges
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
            ticket=plan.ticket,
            hits=[
                *_boards(found, boards, one, obstacles, units),
                *_marks(found, one),
                *_digging(found, one),
                *(_tapes(found, one) if one.stands else ()),
            ],
        )
        for plan, one in zip(found.plan.obstacles, obstacles, strict=True)
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


def _digging(found: Planned, obstacle: Obstacle) -> Iterator[r.ObstacleHit]:
    """Footing trenches and pads in its zone: a stretch down the middle, half as wide again to each side of it."""
    for outer, inner in trench_edges(found.outlines, found.strip):
        middle = tuple(a + (b - a) * 0.5 for a, b in zip(outer.stretch, inner.stretch, strict=True))
        half = abs((inner.start_point - outer.start_point).dot(outer.direction.left())) / 2
        if obstacle.distance_to_stretch((middle[0], middle[1])) < half:
            yield r.ObstacleHit(
                what=f"trench {outer.name}", text=say.dig_hit(f"The trench {outer.name}", obstacle.name)
            )
    if found.plan.digging is None:
        return
    points = marked_points(found.footprint, found.places, found.fence)
    for pad in found.plan.digging.pads:
        corners = pad_corners(
            points[pad.at], found.footprint.sides[0].direction, pad.length.mm, (pad.width or pad.length).mm
        )
        edges = zip(corners, (*corners[1:], corners[0]), strict=True)
        inside = Footprint(tuple(corners)).contains(obstacle.start)
        if inside or any(obstacle.distance_to_stretch(edge) < 0 for edge in edges):
            yield r.ObstacleHit(what=pad.name, text=say.dig_hit(pad.name, obstacle.name))


def _tapes(found: Planned, obstacle: Obstacle) -> Iterator[r.ObstacleHit]:
    """Sides and diagonals that cannot be pulled straight past what stands in the way."""
    lines: list[Side] = [*found.footprint.sides, *working_diagonals(found.footprint)]
    for line in lines:
        if obstacle.distance_to_stretch(line.stretch) < 0:
            yield r.ObstacleHit(what=f"{line.start}–{line.end}", text=say.tape_hit(line.start, line.end, obstacle.name))
