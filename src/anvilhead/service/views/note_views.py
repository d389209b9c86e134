"""Notes as the API answers them."""

from datetime import datetime

from anvilhead.jobfile.documents.notes import NotePin
from anvilhead.jobfile.results.result_parts import Result
from anvilhead.service.views.structure_views import StageName


class MediaView(Result):
    """A photo or a voice that can be fetched by its id; size in pixels of a photo."""

    id: str
    media_type: str
    size: int
    wide: int | None
    high: int | None


class NoteView(Result):
    """A note; one that was struck stays, and says by whom."""

    number: int
    id: str
    structure_id: str | None
    stage: StageName | None
    pin: NotePin | None
    text: str
    media: MediaView | None
    who: str
    at: datetime
    struck_by: str | None
