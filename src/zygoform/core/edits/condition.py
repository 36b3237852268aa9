"""Edits of the state a piece is in: faults and how they are dealt with, what parts are made of."""

import math

from msgspec import structs

from zygoform.core.changes.mending.entries import Mend
from zygoform.core.changes.mending.worked import usual_board, wood_of
from zygoform.core.condition.condition import Dot, Fault, Photo
from zygoform.core.condition.faults import FAULT_KINDS, remedy_of
from zygoform.core.condition.materials import MATERIALS, MadeOf
from zygoform.core.edits.edited import Edited, read_readings
from zygoform.core.edits.pieces import known_piece, with_state
from zygoform.core.errors import BadInputError
from zygoform.core.form.piece import PieceBase
from zygoform.core.geometry.prism import Point3
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import Param
from zygoform.core.measure.reading import Reading, counting
from zygoform.core.measure.write import NO_BREAK
from zygoform.core.most import most
from zygoform.core.project import Project
from zygoform.core.survey.walk import likely_sizes
from zygoform.core.tolerance import SAME_MM

MOST_SIGNS = 200


def add_fault(project: Project, part_id: str, kind: str, at: Point3) -> Edited:
    """A fault of one kind on a part, at a place in its piece's coordinates."""
    piece, unit = known_piece(project, piece_of(part_id)), project.shop.unit
    form = piece.build()
    body, board = form.body(part_id), form.board(part_id)
    likely = likely_sizes(kind, board, body) if board is not None and body is not None else {}
    asked = {ask.name for ask in FAULT_KINDS[kind].asks}
    sizes = {
        name: (Reading(unit.show(mm).replace(NO_BREAK, " "), mm, "guessed"),)
        for name, mm in likely.items()
        if name in asked
    }
    fault = structs.replace(Fault(_next_id(project), kind, part_id, _free_spot(at, piece.faults)), **sizes)
    done = with_state(project, structs.replace(piece, faults=(*piece.faults, fault)))
    return Edited(done, Message(f"Found: {FAULT_KINDS[kind].title.lower()}"), frozenset({fault.id}))


PIN_MM = 40.0
"""Pins stand this far apart, so that each can be pointed at."""


def _free_spot(at: Point3, faults: tuple[Fault, ...]) -> Point3:
    """The place itself, or the next one to its right where no other pin stands."""
    x, y, z = at
    while any(math.dist((x, y, z), fault.at) < PIN_MM - SAME_MM for fault in faults):
        x += PIN_MM
    return x, y, z


def remove_fault(project: Project, fault_id: str) -> Edited:
    """Takes a fault away, and with it what was planned for it."""
    piece, fault = find_fault(project, fault_id)
    done = with_state(project, structs.replace(piece, faults=tuple(f for f in piece.faults if f.id != fault_id)))
    done = _without_mend(done, fault_id)
    return Edited(done, Message(f"Took away: {_title(fault)}"), frozenset({fault_id}))


def set_fault_size(project: Project, fault_id: str, name: str, text: str) -> Edited:
    """A size of a fault as typed; emptied, it is what is usual."""
    piece, fault = find_fault(project, fault_id)
    kind = FAULT_KINDS.get(fault.kind)
    ask = next((a for a in kind.asks if a.name == name), None) if kind is not None else None
    if ask is None:
        raise BadInputError("unknown_key", "This fault is not measured that way.", name)
    entry = Param(name, ask.label, "readings", 0.1, 6000.0, (), guess=ask.usual, takes=ask.takes)
    taken = read_readings(entry, text, project.shop.unit, getattr(fault, name))
    counts, label = counting(taken, ask.takes), f"{_title(fault).capitalize()}: {ask.label.lower()}"
    words = Message(f"{label} {{0}}", (counts.value,)) if counts else Message(f"{label} not measured")
    return _with_fault(project, piece, structs.replace(fault, **{name: taken}), words)


def set_fault_count(project: Project, fault_id: str, text: str) -> Edited:
    """How many alike."""
    piece, fault = find_fault(project, fault_id)
    plain = text.strip()
    if not plain.isdecimal() or not 1 <= int(plain) <= MOST_SIGNS:
        raise BadInputError("out_of_range", f"A whole number from 1 to {MOST_SIGNS}.", "count")
    return _with_fault(
        project, piece, structs.replace(fault, count=int(plain)), Message(f"{literal(plain)} × {_title(fault)}")
    )


def set_fault_note(project: Project, fault_id: str, text: str) -> Edited:
    """What else there is to say of it."""
    piece, fault = find_fault(project, fault_id)
    words = " ".join(text.split())
    if len(words) > MOST_SIGNS:
        raise BadInputError("out_of_range", f"At most {MOST_SIGNS} signs; these are {len(words)}.", "note")
    return _with_fault(project, piece, structs.replace(fault, note=words), Message("Wrote a note"))


def mend(project: Project, fault_id: str, remedy_code: str) -> Edited:
    """Plans one of a fault's remedies, in place of the one planned before."""
    piece, fault = find_fault(project, fault_id)
    remedy = remedy_of(fault.kind, remedy_code)
    if remedy is None:
        raise BadInputError("unknown_key", "There is no such remedy.")
    part = piece.build().board(fault.part)
    target, board = f"{piece.id}/body/main", usual_board(remedy, fault, project.shop, part)
    before = project.mend_of(fault_id)
    number = before.number if before is not None else project.next_number
    new = Mend(
        f"c{number}",
        number,
        (target,),
        fault=fault_id,
        about=fault.kind,
        remedy=remedy_code,
        wood=wood_of(remedy),
        board=board.id if board is not None else "",
    )
    if before is not None:
        changes = tuple(new if change.id == before.id else change for change in project.changes)
        done = structs.replace(project, changes=changes)
    else:
        done = structs.replace(project, changes=(*project.changes, new), next_number=number + 1)
    return Edited(
        done, Message(f"{_title(fault).capitalize()}: {remedy.title.lower()}"), frozenset({new.id, fault_id})
    )


def unmend(project: Project, fault_id: str) -> Edited:
    """Nothing is decided about a fault any more."""
    _, fault = find_fault(project, fault_id)
    return Edited(
        _without_mend(project, fault_id),
        Message(f"{_title(fault).capitalize()}: not decided"),
        frozenset({fault_id}),
    )


def set_made_of(project: Project, part_ids: tuple[str, ...], material: str, wood: str = "") -> Edited:
    """What some parts of one piece are made of; nothing where that is not known."""
    piece = known_piece(project, piece_of(part_ids[0]))
    known = MATERIALS.get(material)
    plain = " ".join(wood.split())[:40]
    others = tuple(m for m in piece.made_of if m.part not in part_ids)
    own = tuple(MadeOf(part, known.code, plain) for part in part_ids) if known is not None else ()
    done = with_state(project, structs.replace(piece, made_of=(*others, *own)))
    words = (
        f"Made of {known.title.lower()}" + (f", {literal(plain)}" if plain else "")
        if known
        else "Not known what it is made of"
    )
    return Edited(done, Message(words), frozenset(part_ids))


def find_fault(project: Project, fault_id: str) -> tuple[PieceBase, Fault]:
    """A fault and the piece it is on. Raises BadInputError where it is gone."""
    for piece_id in project.names:
        piece = known_piece(project, piece_id)
        for fault in piece.faults:
            if fault.id == fault_id:
                return piece, fault
    raise BadInputError("unknown_key", "That fault is no longer there.")


def _title(fault: Fault) -> str:
    kind = FAULT_KINDS.get(fault.kind)
    return kind.title.lower() if kind is not None else "fault"


def _with_fault(project: Project, piece: PieceBase, fault: Fault, words: Message) -> Edited:
    faults = tuple(fault if f.id == fault.id else f for f in piece.faults)
    return Edited(with_state(project, structs.replace(piece, faults=faults)), words, frozenset({fault.id}))


def _without_mend(project: Project, fault_id: str) -> Project:
    gone = project.mend_of(fault_id)
    return project.without_changes({gone.id}) if gone is not None else project


def _next_id(project: Project) -> str:
    taken = [
        int(fault.id[1:])
        for piece_id in project.names
        for fault in known_piece(project, piece_id).faults
        if fault.id[:1] == "f" and fault.id[1:].isdecimal()
    ]
    taken += [int(c.fault[1:]) for c in project.changes if isinstance(c, Mend) and c.fault[1:].isdecimal()]
    return f"f{1 + max(taken, default=0)}"


# Edits of photos and the dots on them.


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
    return _with_photo(
        project, structs.replace(_photo(project, photo_id), title=plain), Message(f"Photo: {literal(plain)}")
    )


def add_dot(project: Project, photo_id: str, x: float, y: float, part: str) -> Edited:
    """A dot for a part; its number is the part's on every photo. The part's dot on this photo moves."""
    photo = _photo(project, photo_id)
    known = next((d.number for p in project.photos for d in p.dots if d.part == part), None)
    number = known or 1 + max((d.number for p in project.photos for d in p.dots), default=0)
    dot = Dot(number, min(max(x, 0.0), 1.0), min(max(y, 0.0), 1.0), part)
    dots = (*(d for d in photo.dots if d.part != part), dot)
    return _with_photo(project, structs.replace(photo, dots=dots), Message(f"Dot {number} on the photo"))


def remove_dot(project: Project, photo_id: str, number: int) -> Edited:
    """Takes a dot off one photo."""
    photo = _photo(project, photo_id)
    dots = tuple(d for d in photo.dots if d.number != number)
    return _with_photo(project, structs.replace(photo, dots=dots), Message(f"Took dot {number} off"))


def _photo(project: Project, photo_id: str) -> Photo:
    photo = next((p for p in project.photos if p.id == photo_id), None)
    if photo is None:
        raise BadInputError("unknown_key", "That photo is no longer there.")
    return photo


def _with_photo(project: Project, photo: Photo, words: Message) -> Edited:
    photos = tuple(photo if p.id == photo.id else p for p in project.photos)
    return Edited(structs.replace(project, photos=photos), words, frozenset({photo.id}))
