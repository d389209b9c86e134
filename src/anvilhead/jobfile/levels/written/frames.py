"""The ground, and tops that were shot, in the plan frames of a job's structures; each worked out once."""

from anvilhead.core.ground.terrain import GroundShot, Terrain
from anvilhead.jobfile.levels.level_points import LevelPoints, level_points
from anvilhead.jobfile.levels.written.book_solving import Book, mesh_of
from anvilhead.jobfile.working.placed import Site


class Frames:
    """Shots of a book, and the surfaces between them, wherever they are asked for."""

    def __init__(self, book: Book, site: Site) -> None:
        self.book = book
        self.site = site
        self._points: dict[str | None, LevelPoints] = {book.points.frame: book.points}
        self._meshes: dict[tuple[str | None, str], Terrain | None] = {}

    def points(self, structure: str | None) -> LevelPoints:
        """Where names are in a structure's plan frame."""
        if structure not in self._points:
            self._points[structure] = level_points(self.book.levels, self.site, structure)
        return self._points[structure]

    def shots(self, structure: str | None, thing: str = "") -> list[GroundShot]:
        """Shots on the ground, or on a thing, that have a place in a structure's plan frame."""
        return self.book.shots_on(self.points(structure), thing)

    def mesh(self, structure: str | None, thing: str = "") -> Terrain | None:
        """The surface between them; None when they hold no area."""
        if (structure, thing) not in self._meshes:
            self._meshes[structure, thing] = self._mesh(structure, thing)
        return self._meshes[structure, thing]

    def _mesh(self, structure: str | None, thing: str) -> Terrain | None:
        known = self.book.ground_mesh if not thing else None
        if known is None or structure == self.book.points.frame:
            return known or mesh_of(self.shots(structure, thing))
        # another frame is only turned and moved: the triangles stay
        moved = {shot.name: shot for shot in self.shots(structure)}
        if moved.keys() >= {shot.name for shot in known.shots}:
            return Terrain(tuple(moved[shot.name] for shot in known.shots), known.triangles)
        return mesh_of(list(moved.values()))
