"""Where things lie in a checkout; ANVILHEAD_VAR moves what is kept elsewhere."""

import os
from pathlib import Path

ROOT = Path(__file__).resolve().parents[3]
VAR = Path(os.environ.get("ANVILHEAD_VAR") or ROOT / "var").absolute()
VENV = ROOT / ".venv"
WEB = ROOT / "web"
REQUIREMENTS = ROOT / "requirements"
CHROMIUM = "chromium-headless-shell"
"""Debian's package and its program: a browser without windows of its own, in which tests take a fifth less time."""
