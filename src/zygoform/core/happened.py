"""What happens once in life and nobody else knows: lines of the log, photos, what was ticked off.

Each edit that brings any is one `Happening`: small, kept at once, and put back into an older state of the document.
"""

from collections.abc import Sequence
from typing import TypeVar

from msgspec import Struct, structs

from zygoform.core.coats.layer import Finishing
from zygoform.core.condition.condition import Photo
from zygoform.core.days.log import Entry
from zygoform.core.goods.minutes import TimeTaken
from zygoform.core.project import Fact, Project

Lived = TypeVar("Lived", Entry, Photo, Fact)


class Happening(Struct, frozen=True, omit_defaults=True):
    """What is new, what was taken back (by its key), and what else of the document the same edit changed.

    `own` is the project's id: its folder of photos is called by it.
    """

    entries: tuple[Entry, ...] = ()
    photos: tuple[Photo, ...] = ()
    facts: tuple[Fact, ...] = ()
    gone: tuple[str, ...] = ()
    own: str = ""
    chosen: str = ""
    finishing: Finishing | None = None
    taken: tuple[TimeTaken, ...] | None = None


def happening(before: Project, after: Project) -> Happening | None:
    """What happened between two states of one document; None for edits that can be made again."""
    entries, gone = _other(before.days.log, after.days.log)
    photos, gone_photos = _other(before.photos, after.photos)
    facts, gone_facts = _other(before.facts, after.facts)
    gone = (*gone, *gone_photos, *gone_facts)
    if not (entries or photos or facts or gone):
        return None
    return Happening(
        entries,
        photos,
        facts,
        gone,
        after.id,
        after.chosen if after.chosen != before.chosen else "",
        after.finishing if after.finishing is not before.finishing else None,
        after.shop.taken if after.shop.taken is not before.shop.taken else None,
    )


def replayed(project: Project, happened: Sequence[Happening]) -> Project:
    """An older state with what happened since; what it has already is not there twice."""
    log = {key_of(entry): entry for entry in project.days.log}
    photos = {key_of(photo): photo for photo in project.photos}
    facts = {key_of(fact): fact for fact in project.facts}
    chosen, finishing, taken, own = project.chosen, project.finishing, project.shop.taken, project.id
    for one in happened:
        new = [log.get(key_of(e)) != e for e in one.entries] + [photos.get(key_of(p)) != p for p in one.photos]
        # A state that knows the lines knows what the same edit changed elsewhere, and perhaps what came after.
        if any(new) or (one.gone and not (one.entries or one.photos)):
            chosen = one.chosen or chosen
            finishing = one.finishing if one.finishing is not None else finishing
            taken = one.taken if one.taken is not None else taken
        for key in one.gone:
            for table in (log, photos, facts):
                table.pop(key, None)
        log |= {key_of(entry): entry for entry in one.entries}
        photos |= {key_of(photo): photo for photo in one.photos}
        facts |= {key_of(fact): fact for fact in one.facts}
        own = own or one.own
    return structs.replace(
        project,
        id=own,
        chosen=chosen,
        photos=tuple(photos.values()),
        facts=tuple(facts.values()),
        finishing=finishing,
        shop=structs.replace(project.shop, taken=taken),
        days=structs.replace(project.days, log=tuple(log.values())),
    )


def key_of(thing: Entry | Photo | Fact) -> str:
    """What tells one from all others of a document."""
    return f"{thing.kind}:{thing.subject}" if isinstance(thing, Fact) else thing.id


def _other(before: tuple[Lived, ...], after: tuple[Lived, ...]) -> tuple[tuple[Lived, ...], tuple[str, ...]]:
    """What is new or another, and the keys of what is gone."""
    if before is after:
        return (), ()
    was = {key_of(thing): thing for thing in before}
    now = {key_of(thing) for thing in after}
    new = tuple(thing for thing in after if was.get(key_of(thing)) != thing)
    return new, tuple(key for key in was if key not in now)
