"""A job file in a zip with its photos and voices beside it."""

import io
import zipfile
from collections.abc import Mapping
from dataclasses import dataclass

from anvilhead.jobfile.problems import DocumentRefused, Problem
from anvilhead.jobfile.reading import LARGEST_BYTES

JOB = "job.anvil.json"
"""What the job file is called inside."""
MEDIA = "media/"
"""Where photos and voices lie."""

LARGEST_BUNDLE_BYTES = 300_000_000
"""A zip of some hundred photos; it is held in memory while it is read."""
MOST_FILES = 5000


@dataclass(frozen=True, slots=True)
class Bundle:
    """A job file as it was written, and what lies beside it by name."""

    job: bytes
    files: Mapping[str, bytes]


def is_bundle(raw: bytes) -> bool:
    """Whether a file is a zip."""
    return raw[:4] == b"PK\x03\x04"


def write_bundle(bundle: Bundle) -> bytes:
    """Write the zip; photos are packed already, so they are only stored."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as packed:
        packed.writestr(JOB, bundle.job, zipfile.ZIP_DEFLATED)
        for name, content in bundle.files.items():
            packed.writestr(MEDIA + name, content, zipfile.ZIP_STORED)
    return out.getvalue()


def read_bundle(raw: bytes) -> Bundle:
    """Read a zip.

    Raises:
        DocumentRefused: when it is no whole zip, holds no job file, or unpacks to more than any job needs.
    """
    try:
        with zipfile.ZipFile(io.BytesIO(raw)) as packed:
            found = [one for one in packed.infolist() if not one.is_dir()]
            if len(found) > MOST_FILES or sum(one.file_size for one in found) > LARGEST_BUNDLE_BYTES:
                raise _refused("too-large", "This zip unpacks to more than any job needs. Is it the right file?")
            job = next((one for one in found if one.filename.endswith(".anvil.json")), None)
            if job is None:
                raise _refused("no-job-file", f"There is no job file in this zip. It is called {JOB}.")
            if job.file_size > LARGEST_BYTES:
                raise _refused("too-large", f"The job file inside is over {LARGEST_BYTES // 1_000_000} MB.")
            names = {one.filename.rsplit("/", 1)[-1]: one for one in found if one is not job}
            return Bundle(packed.read(job), {name: packed.read(one) for name, one in names.items()})
    except (zipfile.BadZipFile, NotImplementedError, EOFError, RuntimeError) as error:
        raise _refused(
            "not-a-zip", "This zip cannot be read to its end. Is it whole, and without a password?"
        ) from error


def _refused(code: str, message: str) -> DocumentRefused:
    return DocumentRefused([Problem(pointer="", code=code, message=message)])
