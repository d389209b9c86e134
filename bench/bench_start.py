"""The second `./anvilhead demo`: how long from the database being up to being ready."""

import os
import socket
import subprocess
import tempfile
import time

from anvilhead.launch.paths import ROOT
from bench.side_by_side import report


def main() -> None:
    with tempfile.TemporaryDirectory(prefix="anvilhead-bench-") as var, socket.socket() as probe:
        os.chmod(var, 0o755)
        probe.bind(("127.0.0.1", 0))
        port = str(probe.getsockname()[1])
        probe.close()
        for name in ("first", "second"):
            began = time.perf_counter()
            process = subprocess.Popen(
                [str(ROOT / "anvilhead"), "demo", "--port", port],
                env={**os.environ, "ANVILHEAD_VAR": var}, stderr=subprocess.PIPE, text=True,
            )  # fmt: skip
            up = began
            for line in process.stderr or []:
                if "✓ starting the database" in line:
                    up = time.perf_counter()
                if "is ready" in line:
                    break
            ready = time.perf_counter()
            print(f"  {name} start: {ready - began:.1f} s in all")
            report(f"{name} `demo` start, from the database being up", ready - up, "5", "s")
            process.terminate()
            process.wait()


if __name__ == "__main__":
    main()
