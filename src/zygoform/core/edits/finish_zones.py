"""Edits of zones: what lies there, their names, what was pointed into another one."""

from typing import Any

from msgspec import ValidationError, convert, structs, to_builtins

from zygoform.core.coats.layer import Finishing, GroundSaid, ZoneChoice, ZoneMove
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.finishing import called, choose
from zygoform.core.errors import BadInputError
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.project import Project


def set_lies(project: Project, zone: str, **said: Any) -> Edited:
    """What lies on a zone before: the old coat, the wood, whether it bleeds or smells, how it is shaped."""
    choice = project.finishing.choice(zone)
    try:
        lies = convert(to_builtins(structs.replace(choice.lies, **said)), GroundSaid)
    except ValidationError as wrong:
        raise BadInputError("unknown_key", "That is not one of the words there are.", next(iter(said))) from wrong
    return choose(project, zone, f"{called(project, zone)}: what lies there", lies=lies)


def set_turned(project: Project, zone: str, *, on: bool) -> Edited:
    """Whether its parts lie flat and are turned over between coats."""
    words = "turned over between coats" if on else "coated in one go"
    return choose(project, zone, f"{called(project, zone)}: {words}", turned=on)


def rename_zone(project: Project, zone: str, text: str) -> Edited:
    """A name of one's own; emptied, the usual one."""
    name = " ".join(text.split())
    if len(name) > 40:
        raise BadInputError("out_of_range", f"At most 40 signs; these are {len(name)}.", "name")
    return choose(project, zone, f"Zone {literal(name)}" if name else "Zone named as usual", name=name)


def part_into(project: Project, part: str, zone: str, into: str) -> Edited:
    """One part's faces that lie in a zone go into another; for no zone into one of their own."""
    finishing = project.finishing
    target = into or _new_zone(finishing, piece_of(zone))
    moves = [move for move in finishing.moves if (move.part, move.source) != (part, zone)]
    source = _source(finishing, part, zone)
    if source != zone:
        # It was pointed here before: what counts is where it came from.
        moves = [move for move in moves if (move.part, move.source) != (part, source)]
    if target != source:
        moves.append(ZoneMove(part, source, target))
    done = structs.replace(finishing, moves=tuple(moves))
    if not into:
        like = project.stack(zone)
        own = ZoneChoice(target, f"Part of {called(project, zone).lower()}", like.layers, "", like.state)
        done = structs.replace(done, zones=(*done.zones, own))
    return Edited(structs.replace(project, finishing=done), Message("Another zone"), frozenset({target}))


def front_into(project: Project, name: str, faces: tuple[tuple[str, str], ...], into: str) -> Edited:
    """All of a front goes into another zone, for none into its own: `faces` are its parts, each with its zone."""
    done, target = project, into
    for part, zone in faces:
        if zone != target:
            done = part_into(done, part, zone, target).project
            target = target or done.finishing.zones[-1].zone
    if not into and target:
        done = rename_zone(done, target, name[:40]).project
    words = f"{literal(name)} as a zone of its own" if not into else f"{literal(name)} into another zone"
    return Edited(done, Message(words), frozenset({target}))


def merge_zones(project: Project, zone: str, into: str) -> Edited:
    """All of a zone goes into another of the same piece."""
    if zone == into or piece_of(zone) != piece_of(into):
        raise BadInputError("impossible", "Zones of one piece can be put together.", "zone")
    finishing = project.finishing
    moves = (*(_retargeted(move, zone, into) for move in finishing.moves), ZoneMove("", zone, into))
    zones = tuple(choice for choice in finishing.zones if choice.zone != zone)
    done = structs.replace(finishing, moves=moves, zones=zones)
    words = f"{called(project, zone)} into {called(project, into).lower()}"
    return Edited(structs.replace(project, finishing=done), Message(words), frozenset({into}))


def zones_as_usual(project: Project, piece_id: str) -> Edited:
    """The zones of a piece as they come by themselves."""
    finishing = project.finishing
    moves = tuple(move for move in finishing.moves if piece_of(move.source) != piece_id)
    done = structs.replace(project, finishing=structs.replace(finishing, moves=moves))
    return Edited(done, Message("Zones as they come by themselves"))


def _retargeted(move: ZoneMove, zone: str, into: str) -> ZoneMove:
    return structs.replace(move, zone=into) if move.zone == zone else move


def _source(finishing: Finishing, part: str, zone: str) -> str:
    """The zone a part came from by itself, that is in another now."""
    return next((move.source for move in finishing.moves if move.part == part and move.zone == zone), zone)


def _new_zone(finishing: Finishing, piece_id: str) -> str:
    taken = {move.zone for move in finishing.moves} | {choice.zone for choice in finishing.zones}
    return next(name for k in range(1, 1000) if (name := f"{piece_id}/z{k}") not in taken)
