"""Ground that was shot, given to the boards that stand on it."""

from dataclasses import replace

from anvilhead.core.levels.terrain import GroundShot, Terrain
from anvilhead.jobfile.levels.book_solving import Book
from anvilhead.jobfile.levels.level_points import level_points
from anvilhead.jobfile.levels.surfaces import mesh_of, shots_on
from anvilhead.jobfile.placed import Site
from anvilhead.jobfile.planned import Planned, with_ground


def on_ground_shot(site: Site, book: Book) -> Site:
    """The same site, every structure on the ground as the level book has it."""
    planned = {}
    for structure, found in site.planned.items():
        shot = book.ground_mm(structure)
        shots = shots_on(book, level_points(book.levels, site, structure))
        planned[structure] = with_ground(found, shot | _between(found, shot, shots, mesh_of(shots)))
    return replace(site, planned=planned)


def _between(found: Planned, shot: dict[str, float], shots: list[GroundShot], mesh: Terrain | None) -> dict[str, float]:
    """Ground at boards that were not shot themselves.

    It lies between the shots.  Beyond them it is that of the board's corner, else the nearest shot, but only when
    something of this structure was shot: what lies around another one says nothing here.
    """
    out: dict[str, float] = {}
    known = found.heights_mm.keys() | shot.keys()
    for board in found.boards if shots else ():
        height = mesh.height_at(board.nail) if mesh else None
        if height is None and not known:
            return {}
        if board.name in known or (height is None and board.corner in known):
            continue
        nearest = min(shots, key=lambda s: s.place.distance_to(board.nail))
        out[board.name] = nearest.height_mm if height is None else height
    return out
