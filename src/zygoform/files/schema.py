"""The JSON schema of a project file, as published in docs/project.schema.json."""

import json
from pathlib import Path
from typing import Any

import msgspec

from zygoform.core.project import Project
from zygoform.files.project_json import FORMAT


def project_schema() -> dict[str, Any]:
    """The document's schema, with the line that says what the file is."""
    (schema,), components = msgspec.json.schema_components([Project], ref_template="#/$defs/{name}")
    project = dict(components[str(schema["$ref"]).rsplit("/", 1)[1]])
    project["properties"] = {"format": {"const": FORMAT}, **project["properties"]}
    project["required"] = ["format"]
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **project, "$defs": components}


def publish(path: Path) -> None:
    """Writes the schema; run as `python -m zygoform.files.schema docs/project.schema.json`."""
    path.write_text(json.dumps(project_schema(), indent=1, sort_keys=True) + "\n")


if __name__ == "__main__":
    import sys

    publish(Path(sys.argv[1]))
