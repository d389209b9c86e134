"""Writes the documents that are made from the models: the job file's JSON Schema and the OpenAPI document.

`--check` writes nothing and fails when one is not current.
"""

import json
import sys
from typing import Any

from anvilhead.api.app import create_app, openapi_document
from anvilhead.jobfile.documents.models import JobFile
from anvilhead.launch.paths import ROOT


def documents() -> dict[str, dict[str, Any]]:
    """Every generated document by its path in the checkout."""
    schema = {"$schema": "https://json-schema.org/draft/2020-12/schema", **JobFile.model_json_schema()}
    return {"docs/job-file.schema.json": schema, "docs/openapi.json": openapi_document(create_app(None))}


def main(arguments: list[str]) -> int:
    """Write the documents, or check them; returns the exit status."""
    stale = []
    for name, document in documents().items():
        path, text = ROOT / name, json.dumps(document, indent=1, ensure_ascii=False) + "\n"
        if path.is_file() and path.read_text("utf-8") == text:
            continue
        stale.append(name)
        if "--check" not in arguments:
            path.parent.mkdir(exist_ok=True)
            path.write_text(text, "utf-8")
            print(f"wrote {name}")
    if stale and "--check" in arguments:
        print(f"not current: {', '.join(stale)}. Run .venv/bin/python -m anvilhead.launch.generate", file=sys.stderr)
        return 1
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
