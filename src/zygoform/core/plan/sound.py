"""What of a document can be worked out: where a part of it makes that break, the part is set aside, kept and named.

Nothing that edits make does so: it is for files written by hand, by a newer version, or by a fault of this one.
"""

from collections.abc import Iterator

from msgspec import Struct, structs, to_builtins

from zygoform.core.changes.base import ChangeBase, UnknownChange
from zygoform.core.changes.registry import CHANGE_KINDS, titled
from zygoform.core.coats.layer import Finishing
from zygoform.core.days.log import Days
from zygoform.core.form.piece import PieceBase
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Project, UnknownPiece

SET_ASIDE = "set aside"
"""Under this name a file keeps what of its finish, shop or days could not be worked out."""


class Sound(Struct, frozen=True):
    """The document with what breaks it set aside, and what that is, in words."""

    project: Project
    set_aside: tuple[str, ...]


def sound_part(project: Project) -> Sound | None:
    """The largest part that can be worked out by taking one thing away after another; None where nothing can."""
    kept, set_aside = project, list[str]()
    while not _stands(kept):
        found = next(((without, words) for without, words in _fewer(kept) if _stands(without)), None)
        if found is None:
            # More than one thing is to blame: the last change goes, then the finish and the days, then a piece.
            found = next(_fewer(kept), None)
        if found is None:
            return None
        kept, words = found
        set_aside.append(words)
    return Sound(kept, tuple(set_aside))


def _stands(project: Project) -> bool:
    """Whether there is a plan: a document without its only piece has none."""
    try:
        return compile_plan(project) is not None
    except Exception:  # noqa: BLE001 - whatever it is, this cannot be opened as it is
        return False


def _fewer(project: Project) -> Iterator[tuple[Project, str]]:
    """Without one thing, in the order in which least is lost."""
    for k in reversed(range(len(project.changes))):
        change = project.changes[k]
        if isinstance(change, ChangeBase):
            kept = UnknownChange(change.id, change.number, change.targets, to_builtins(change))
            changes = (*project.changes[:k], kept, *project.changes[k + 1 :])
            yield structs.replace(project, changes=changes), f"“{titled(change, project.names)}”"
    for name, words, bare in (("finishing", "the finish", Finishing()), ("days", "the days", Days())):
        value = getattr(project, name)
        if value != bare:
            before = project.unknown.get(SET_ASIDE)
            aside_too = {**(before if isinstance(before, dict) else {}), name: to_builtins(value)}
            yield (
                structs.replace(project, **{name: bare, "unknown": {**project.unknown, SET_ASIDE: aside_too}}),
                words,
            )
    for k in reversed(range(len(project.pieces))):
        piece = project.pieces[k]
        if isinstance(piece, PieceBase):
            pieces = (*project.pieces[:k], UnknownPiece(piece.id, to_builtins(piece)), *project.pieces[k + 1 :])
            yield structs.replace(project, pieces=pieces), f"“{piece.name}”"


def kept_words(project: Project) -> str:
    """What a document holds that this version does not know, by kind and name; nothing where it knows all."""
    found = []
    for change in project.changes:
        if isinstance(change, UnknownChange):
            row = CHANGE_KINDS.get(change.kind)
            own = change.data.get("family")
            what = (
                f"{row.title}{f' “{own}”' if isinstance(own, str) else ''}" if row else f"a change “{change.kind}”"
            )
            found.append(f"{what} (number {change.number})")
    found += [f"a piece “{p.data.get('kind', '')}”" for p in project.pieces if isinstance(p, UnknownPiece)]
    if project.unknown:
        found.append("entries of a newer version")
    more = f" and {len(found) - 3} more" if len(found) > 3 else ""
    return f"{', '.join(found[:3])}{more}"[:300]
