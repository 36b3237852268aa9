"""A project saved with its photos beside it."""

from pathlib import Path

from msgspec import structs

from zygoform.core.condition.photo import SHIPPED
from zygoform.core.project import Project
from zygoform.files.photos import copy_along, own_id
from zygoform.files.project_json import write_project


def save_project(before: Path | None, path: Path, project: Project) -> Project:
    """Writes a project, of which the file was `before`, and brings its photos along. Raises OSError.

    Returns it as it is in the file: the photos may have other names there, and it an id of its own.
    """
    if any(not photo.file.startswith(SHIPPED) for photo in project.photos):
        own = project.id or own_id()
        photos = copy_along(before, path, own, project.photos)
        if (photos, own) != (project.photos, project.id):
            project = structs.replace(project, photos=photos, id=own)
    write_project(path, project)
    return project
