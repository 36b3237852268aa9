"""The JSON schema of a project file, as published in docs/project.schema.json."""

import json
from pathlib import Path
from typing import Any

import msgspec

from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.core.project import Project
from zygoform.files.project_json import FORMAT


def project_schema() -> dict[str, Any]:
    """The document's schema, with the line that says what the file is."""
    kinds: dict[str, list[type[msgspec.Struct]]] = {
        "pieces": [row.load() for row in PIECE_KINDS.values()],
        "changes": [row.load() for row in CHANGE_KINDS.values()],
    }
    every = [kind for loaded in kinds.values() for kind in loaded]
    (schema, *_), components = msgspec.json.schema_components([Project, *every], ref_template="#/$defs/{name}")
    project = dict(components[str(schema["$ref"]).rsplit("/", 1)[1]])
    project["properties"] = dict(project["properties"])
    for name, loaded in kinds.items():
        own = [{"$ref": f"#/$defs/{kind.__name__}"} for kind in loaded]
        project["properties"][name] = {"type": "array", "items": {"anyOf": own}, "default": []}
    project["properties"] = {"format": {"const": FORMAT}, **project["properties"]}
    project["required"] = ["format"]
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **project, "$defs": components}


def publish(path: Path) -> None:
    """Writes the schema; run as `python -m zygoform.files.schema docs/project.schema.json`."""
    path.write_text(json.dumps(project_schema(), indent=1, sort_keys=True) + "\n")


if __name__ == "__main__":
    import sys

    publish(Path(sys.argv[1]))
