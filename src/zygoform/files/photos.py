"""Photos lie beside the project file, in a folder that is that project's alone; never in it.

The folder is named by the project file's whole name and the project's own id, so that two projects never share one.
"""

import os
from collections.abc import Iterator
from contextlib import suppress
from pathlib import Path

from msgspec import Struct, structs

from zygoform.core.condition.condition import SHIPPED, Photo
from zygoform.core.project import Project
from zygoform.files.atomic import copy_whole, same_content
from zygoform.files.names import shown
from zygoform.files.pictures import PhotoError, looked_at
from zygoform.files.project_json import SUFFIX, write_project
from zygoform.files.user_folder import state_folder

LONGEST_FILE = 120
"""Signs that the name of a photo in the document has at most."""
NAME_BYTES = 255
"""Bytes that a name may have, on almost every file system."""


def own_id() -> str:
    """An id for a project that has none."""
    return os.urandom(6).hex()


def photo_folder(project: Path | None, own: str) -> Path:
    """Where the photos of a project (its file, its own id) are written; before it is saved, with its copy."""
    if project is None:
        return state_folder() / f"photos {own}"
    ending = f" photos {own}"
    return project.with_name(_within(project.name.removesuffix(".json"), NAME_BYTES - len(ending)) + ending)


def photo_path(project: Path | None, own: str, photo: Photo) -> Path | None:
    """Where a photo's file is, or would be; None where its name, or a link, leads out of its folder."""
    name = photo.file.removeprefix(SHIPPED)
    if not name or Path(name).name != name or name in (".", "..") or "\x00" in name:
        return None
    if photo.file.startswith(SHIPPED):
        return Path(__file__).parents[1] / "data" / "photos" / name
    places = (folder / name for folder in _folders(project, own))
    path = next((place for place in places if os.path.lexists(place)), photo_folder(project, own) / name)
    return path if _stays(path) else None


def _folders(project: Path | None, own: str) -> Iterator[Path]:
    """Where photos may lie: the project's own folder, that of the name its file had before, and as it was once.

    Last where they lay before it was first saved: one that was taken out before that may come back by undo.
    """
    yield photo_folder(project, own)
    if project is not None and own:
        yield from sorted(project.parent.glob(f"* photos {own}"))
    if project is not None:
        stem = project.name.removesuffix(SUFFIX) if project.name.endswith(SUFFIX) else project.stem
        yield project.with_name(f"{stem} photos")
        yield photo_folder(None, own)


def _stays(path: Path) -> bool:
    """Whether a name in a folder is a thing in that folder, and no link out of it."""
    return Path(os.path.realpath(path)).parent == Path(os.path.realpath(path.parent))


def forget_unsaved(own: str) -> None:
    """The project is saved or given up: its photos are not needed any more where they lay before."""
    with suppress(OSError):
        folder = photo_folder(None, own)
        if own and not folder.is_symlink():
            for photo in folder.iterdir():
                photo.unlink()
            folder.rmdir()


def bring_in(project: Path | None, own: str, source: Path) -> str:
    """Copies a picture beside the project; returns its name there. Raises PhotoError and OSError."""
    ending = looked_at(source)
    folder = photo_folder(project, own)
    folder.mkdir(parents=True, exist_ok=True)
    lies_there = source.parent.resolve() == folder.resolve() and _stays(folder / source.name)
    if lies_there and shown(source) == source.name and len(source.name) <= LONGEST_FILE:
        return source.name
    target = _free(folder, source.stem, ending)
    copy_whole(source, target)
    return target.name


def bring_in_all(project: Path | None, own: str, files: list[Path]) -> tuple[list[tuple[str, str]], list[str]]:
    """The pictures that were brought in, each with a title; and what is wrong with the others."""
    taken, faults = [], []
    for source in files:
        try:
            taken.append((bring_in(project, own, source), Path(shown(source)).stem))
        except PhotoError as refused:
            faults.append(str(refused))
        except OSError as refused:
            faults.append(f"{shown(source)} cannot be copied: {refused.strerror or refused}.")
    return taken, faults


def copy_along(before: Path | None, after: Path, own: str, photos: tuple[Photo, ...]) -> tuple[Photo, ...]:
    """Brings the photos to where a project is saved, each whole; what is missing stays missing. Raises OSError.

    One that is there already is looked at, size and content. Where another picture has its name it gets a new one:
    the photos are returned with the names they have there.
    """
    folder, found = photo_folder(after, own), []
    for photo in photos:
        source = photo_path(before, own, photo)
        if photo.file.startswith(SHIPPED) or source is None or not source.is_file():
            found.append(photo)
            continue
        target = folder / photo.file
        if source != target:
            folder.mkdir(parents=True, exist_ok=True)
            if os.path.lexists(target) and not (_stays(target) and same_content(source, target)):
                target = _free(folder, target.stem, target.suffix)
            if not os.path.lexists(target):
                copy_whole(source, target)
        found.append(photo if target.name == photo.file else structs.replace(photo, file=target.name))
    return tuple(found)


def _free(folder: Path, stem: str, ending: str) -> Path:
    """A name nobody has in the folder."""
    plain = _within(stem.strip(" .") or "photo", 100)
    for number in range(1, 10_000):
        target = folder / f"{plain}{'' if number == 1 else f' {number}'}{ending}"
        if not os.path.lexists(target):
            return target
    raise PhotoError("There are too many photos of that name.")


def _within(name: str, most: int) -> str:
    """A name cut to so many bytes, between two signs."""
    return os.fsencode(name)[:most].decode("utf-8", "ignore")


# A project saved with its photos beside it.


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
