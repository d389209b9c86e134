"""Photos and voices as they come from a phone: told by their content, never by what they call themselves."""

import hashlib
import io
import warnings
from dataclasses import dataclass

from PIL import ExifTags, Image, ImageOps, UnidentifiedImageError

from anvilhead.core.units.errors import InputError

LARGEST_BYTES = 16_000_000
"""A photo of a phone has four to twelve megabytes; a minute of voice has one."""
LARGEST_PIXELS = 100_000_000
"""More unpack to half a gigabyte: a picture made to do that."""
LONGEST_EDGE = 2560
"""Pixels; enough to read a tape in the hand of somebody, at a tenth of what a phone sends."""
THUMBNAIL_EDGE = 320
JPEG_QUALITY = 88

_FORMATS = {"JPEG": "image/jpeg", "PNG": "image/png", "WEBP": "image/webp"}
_GPS = ExifTags.Base.GPSInfo


class MediaRefused(InputError):
    """A file that is no photo and no voice, or too large for one."""


@dataclass(frozen=True, slots=True)
class Media:
    """A photo or a voice, ready to be kept; `thumbnail`, `wide`, `high` of a photo."""

    media_type: str
    content: bytes
    thumbnail: bytes | None = None
    wide: int | None = None
    high: int | None = None

    @property
    def digest(self) -> str:
        """SHA-256 of the content."""
        return hashlib.sha256(self.content).hexdigest()


def read_media(raw: bytes, *, keep_place: bool = False) -> Media:
    """Read a photo or a voice.

    A photo is turned upright, made no larger than what a screen shows, and where it was taken is left out of it.

    Args:
        raw: as it was sent.
        keep_place: leave where it was taken in it.

    Raises:
        MediaRefused: says what it is not, and what can be taken.
    """
    if not raw:
        raise MediaRefused("empty", "This file is empty. Take the photo again.")
    if len(raw) > LARGEST_BYTES:
        size, most = len(raw) / 1_000_000, LARGEST_BYTES // 1_000_000
        raise MediaRefused("too-large", f"This has {size:.0f} MB; a photo or a voice may have {most}. Make it smaller.")
    voice = _voice_type(raw)
    return Media(voice, raw) if voice else _photo(raw, keep_place=keep_place)


def _voice_type(raw: bytes) -> str | None:
    """The type of a sound by its first bytes; None for anything else."""
    if raw[:4] == b"OggS":
        return "audio/ogg"
    if raw[:4] == b"\x1a\x45\xdf\xa3":
        return "audio/webm"
    if raw[:4] == b"RIFF" and raw[8:12] == b"WAVE":
        return "audio/wav"
    if raw[4:8] == b"ftyp" and raw[8:12] in (b"M4A ", b"mp42", b"isom", b"iso5", b"M4B "):
        return "audio/mp4"
    return None


def _photo(raw: bytes, *, keep_place: bool) -> Media:
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(raw), formats=list(_FORMATS)) as opened:
                if opened.width * opened.height > LARGEST_PIXELS:
                    raise MediaRefused("too-large", "This picture has more pixels than any phone takes. Take another.")
                media_type = _FORMATS[opened.format or ""]
                exif = opened.getexif()
                upright = ImageOps.exif_transpose(opened)
    except UnidentifiedImageError as error:
        raise MediaRefused("not-a-photo", _not_a_photo(raw)) from error
    except (OSError, SyntaxError, ValueError, Image.DecompressionBombError, Image.DecompressionBombWarning) as error:
        message = "This photo is broken, or not whole. Take it again, or send it again."
        raise MediaRefused("broken-photo", message) from error
    upright.thumbnail((LONGEST_EDGE, LONGEST_EDGE))
    small = upright.convert("RGB")
    small.thumbnail((THUMBNAIL_EDGE, THUMBNAIL_EDGE))
    place = exif if keep_place and _GPS in exif else None
    return Media(media_type, _written(upright, media_type, place), _written(small, "image/jpeg", None), *upright.size)


def _written(image: Image.Image, media_type: str, place: Image.Exif | None) -> bytes:
    """The picture alone: nothing of what the phone wrote beside it, but for the place where that is wanted."""
    bare = Image.new(image.mode, image.size)
    bare.paste(image)
    if image.mode == "P":
        bare = image.convert("RGBA")
        bare.info.clear()
    if media_type == "image/jpeg" and bare.mode not in ("RGB", "L"):
        bare = bare.convert("RGB")
    more = {}
    if place is not None:
        kept = Image.Exif()
        kept.get_ifd(_GPS).update(place.get_ifd(_GPS))
        more["exif"] = kept.tobytes()
    out = io.BytesIO()
    kind = {value: key for key, value in _FORMATS.items()}[media_type]
    bare.save(out, kind, **({"quality": JPEG_QUALITY} if kind != "PNG" else {}), **more)
    return out.getvalue()


def _not_a_photo(raw: bytes) -> str:
    head = raw[:512].lstrip().lower()
    can = "Photos can be JPEG, PNG or WebP; voices Ogg, WebM, MP4 or WAV."
    if head.startswith((b"<!doctype html", b"<html", b"<")):
        return f"This is a page of text, not a photo. {can}"
    if raw[4:8] == b"ftyp":
        return f"This kind of photo cannot be read here; let the phone send JPEG. {can}"
    return f"This is no photo and no voice. {can}"
