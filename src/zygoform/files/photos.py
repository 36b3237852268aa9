"""Photos lie beside the project file, in a folder of its name; never in it."""

from pathlib import Path

from zygoform.core.condition.photo import SHIPPED, Photo
from zygoform.files.project_json import SUFFIX
from zygoform.files.user_folder import state_folder

KINDS = (".jpg", ".jpeg", ".png", ".webp", ".bmp", ".gif")
_LARGEST = 60_000_000


class PhotoError(Exception):
    """A file that cannot be taken as a photo; the message is for the user."""


def photo_folder(project: Path | None) -> Path:
    """Where a project's photos lie; those of one not saved yet are kept with unsaved work."""
    if project is None:
        return state_folder() / "photos"
    stem = project.name.removesuffix(SUFFIX) if project.name.endswith(SUFFIX) else project.stem
    return project.with_name(f"{stem} photos")


def photo_path(project: Path | None, photo: Photo) -> Path | None:
    """Where a photo's file is; None where its name leads out of its folder."""
    name = photo.file.removeprefix(SHIPPED)
    if not name or Path(name).name != name or name in (".", "..") or "\x00" in name:
        return None
    folder = (
        Path(__file__).parents[1] / "data" / "photos" if photo.file.startswith(SHIPPED) else photo_folder(project)
    )
    return folder / name


def bring_in(project: Path | None, source: Path) -> str:
    """Copies a picture beside the project; returns its name there. Raises PhotoError and OSError."""
    if source.suffix.lower() not in KINDS:
        raise PhotoError(f"{source.name} is no picture. Photos end in {', '.join(KINDS)}.")
    size = source.stat().st_size
    if not 0 < size <= _LARGEST:
        raise PhotoError(f"{source.name} is {'empty' if not size else 'too large, over 60 MB'}.")
    folder = photo_folder(project)
    folder.mkdir(parents=True, exist_ok=True)
    target = _free(folder, source)
    if target.resolve() != source.resolve():
        # Loaded with the first photo: it takes its time.
        import shutil

        shutil.copyfile(source, target)
    return target.name


def copy_along(before: Path | None, after: Path, photos: tuple[Photo, ...]) -> None:
    """Brings the photos to a project saved elsewhere; what is missing stays missing. Raises OSError."""
    import shutil

    for photo in photos:
        source, target = photo_path(before, photo), photo_path(after, photo)
        if source is None or target is None or source == target or not source.is_file() or target.exists():
            continue
        target.parent.mkdir(parents=True, exist_ok=True)
        shutil.copyfile(source, target)


def _free(folder: Path, source: Path) -> Path:
    """A name nobody has in the folder; the file that lies there already keeps its own."""
    stem = source.stem[:80] or "photo"
    for number in range(1, 10_000):
        target = folder / f"{stem}{'' if number == 1 else f' {number}'}{source.suffix.lower()}"
        if not target.exists() or target.resolve() == source.resolve():
            return target
    raise PhotoError("There are too many photos of that name.")
