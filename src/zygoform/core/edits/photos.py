"""Edits of photos and the dots on them."""

from msgspec import structs

from zygoform.core.condition.condition import Dot, Photo
from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.measure.message import Message, literal
from zygoform.core.most import most
from zygoform.core.project import Project


def add_photos(project: Project, files: tuple[tuple[str, str], ...], own: str = "") -> Edited:
    """Takes files (name, title) that lie in the project's folder of photos into it; `own` is that folder's id."""
    if len(project.photos) + len(files) > most("photos"):
        raise BadInputError("out_of_range", f"A project holds at most {most('photos')} photos.")
    first = 1 + max((int(p.id[1:]) for p in project.photos if p.id[1:].isdecimal()), default=0)
    new = tuple(Photo(f"h{first + k}", file, title[:60]) for k, (file, title) in enumerate(files))
    words = Message("Brought a photo in" if len(new) == 1 else f"Brought {len(new)} photos in")
    done = structs.replace(project, photos=(*project.photos, *new), id=project.id or own)
    return Edited(done, words, frozenset(p.id for p in new))


def remove_photo(project: Project, photo_id: str) -> Edited:
    """Takes a photo out of the project; its file stays where it is."""
    photo = _photo(project, photo_id)
    photos = tuple(p for p in project.photos if p.id != photo_id)
    return Edited(
        structs.replace(project, photos=photos), Message(f"Took out {literal(photo.title or photo.file)}")
    )


def name_photo(project: Project, photo_id: str, title: str) -> Edited:
    """What a photo shows."""
    plain = " ".join(title.split())
    if len(plain) > 60:
        raise BadInputError("out_of_range", "At most 60 signs.", "title")
    return _with(
        project, structs.replace(_photo(project, photo_id), title=plain), Message(f"Photo: {literal(plain)}")
    )


def add_dot(project: Project, photo_id: str, x: float, y: float, part: str) -> Edited:
    """A dot for a part; its number is the part's on every photo. The part's dot on this photo moves."""
    photo = _photo(project, photo_id)
    known = next((d.number for p in project.photos for d in p.dots if d.part == part), None)
    number = known or 1 + max((d.number for p in project.photos for d in p.dots), default=0)
    dot = Dot(number, min(max(x, 0.0), 1.0), min(max(y, 0.0), 1.0), part)
    dots = (*(d for d in photo.dots if d.part != part), dot)
    return _with(project, structs.replace(photo, dots=dots), Message(f"Dot {number} on the photo"))


def remove_dot(project: Project, photo_id: str, number: int) -> Edited:
    """Takes a dot off one photo."""
    photo = _photo(project, photo_id)
    dots = tuple(d for d in photo.dots if d.number != number)
    return _with(project, structs.replace(photo, dots=dots), Message(f"Took dot {number} off"))


def _photo(project: Project, photo_id: str) -> Photo:
    photo = next((p for p in project.photos if p.id == photo_id), None)
    if photo is None:
        raise BadInputError("unknown_key", "That photo is no longer there.")
    return photo


def _with(project: Project, photo: Photo, words: Message) -> Edited:
    photos = tuple(photo if p.id == photo.id else p for p in project.photos)
    return Edited(structs.replace(project, photos=photos), words, frozenset({photo.id}))
