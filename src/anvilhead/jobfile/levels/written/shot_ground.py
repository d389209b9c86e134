"""Ground that was shot, given to the boards that stand on it."""

from dataclasses import replace

from anvilhead.core.boards.batter_board import Board
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.working.board_ground import with_ground
from anvilhead.jobfile.working.placed import Site
from anvilhead.jobfile.working.planned import Planned


def is_known(book: Book, structure: str, found: Planned, board: Board) -> bool:
    """Whether the ground of a board was said or shot, at it or its corner, or lies between shots: not beyond them."""
    near = {board.name, board.corner}
    if near & (book.ground_by_owner.get(structure, {}).keys() | found.plan.boards.ground.keys()):
        return True
    place = book.points.places.get(book.points.name_in(structure, board.name))
    return bool(place and book.ground_mesh and book.ground_mesh.height_at(place) is not None)


def on_ground_shot(site: Site, book: Book) -> Site:
    """The same site, every structure on the ground as the level book has it."""
    planned = {name: with_ground(found, _ground(book, name, found)) for name, found in site.planned.items()}
    return replace(site, planned=planned)


def _ground(book: Book, structure: str, found: Planned) -> dict[str, float]:
    """Ground at a structure's own points as shot, and at boards that were not shot themselves.

    That lies between the shots.  Beyond them it is that of the board's corner, else the nearest shot, but only when
    something of this structure was shot: what lies around another one says nothing here.
    """
    out = dict(book.ground_by_owner.get(structure, {}))
    known = found.heights_mm.keys() | out.keys()
    shots, mesh = book.ground_shots, book.ground_mesh
    for board in found.boards if shots else ():
        place = book.points.places.get(book.points.name_in(structure, board.name))
        if place is None or board.name in known:
            continue
        height = mesh.height_at(place) if mesh else None
        if height is None and not known:
            return {}
        if height is None and board.corner not in known:
            height = min(shots, key=lambda shot: shot.place.distance_to(place)).height_mm
        if height is not None:
            out[board.name] = height
    return out
