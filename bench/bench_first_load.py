"""What a browser fetches to show the yard: script and style, compressed, fonts apart."""

import gzip
import re

from anvilhead.launch.paths import WEB
from bench.side_by_side import report

BUILD = WEB / "build"


def main() -> None:
    page = (BUILD / "index.html").read_text("utf-8")
    wanted = set(re.findall(r"/?(_app/immutable/[^\"']+\.(?:js|css))", page))
    # the entry names the parts of every view; count all of them, more than the yard alone needs
    parts = {path for path in BUILD.glob("_app/immutable/**/*") if path.suffix in (".js", ".css")}
    first = {BUILD / name for name in wanted}
    for name, files in (("named by the page", first), ("every view of the app", parts)):
        size = sum(len(gzip.compress(path.read_bytes(), 6)) for path in files)
        report(f"script and style {name}, compressed", size / 1000, "under 200", "kB")


if __name__ == "__main__":
    main()
