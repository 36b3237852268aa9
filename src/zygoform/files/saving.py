"""A project saved with its photos beside it."""

from pathlib import Path

from msgspec import Struct, structs

from zygoform.core.condition.condition import SHIPPED
from zygoform.core.project import Project
from zygoform.files.photos import copy_along, own_id
from zygoform.files.project_json import write_project


class Saved(Struct, frozen=True):
    """A document that was saved: as it is from now on, what the file holds of it, and what not, in words."""

    project: Project
    held: Project
    left_out: tuple[str, ...] = ()


def save_project(before: Path | None, path: Path, project: Project) -> Saved:
    """Writes a project, of which the file was `before`, and brings its photos along. Raises OSError.

    In the document its photos may have other names from now on, and it an id of its own.
    """
    if any(not photo.file.startswith(SHIPPED) for photo in project.photos):
        own = project.id or own_id()
        photos = copy_along(before, path, own, project.photos)
        if (photos, own) != (project.photos, project.id):
            project = structs.replace(project, photos=photos, id=own)
    held, left_out = write_project(path, project)
    return Saved(project, held, left_out)


def left_out_words(left_out: tuple[str, ...], of: str) -> str:
    """What a file is without, and why; nothing where it has all."""
    if not left_out:
        return ""
    others = f" and {len(left_out) - 2} more" if len(left_out) > 2 else ""
    return f"{of} is without {', '.join(left_out[:2])}{others}: change that, or take it out, and save again"
