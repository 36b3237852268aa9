"""What differs between two states of a project, in a few words."""

from collections.abc import Mapping, Sequence

from zygoform.core.changes.base import UnknownChange
from zygoform.core.changes.registry import titled
from zygoform.core.project import Change, Piece, Project, UnknownPiece

MOST_TOLD = 3


def differences(one: Project, other: Project) -> str:
    """What `one` has that the `other` has not, has otherwise or has not any more; the first few by name."""
    found = _listed(_pieces(one), _pieces(other))
    found += _listed(_changes(one), _changes(other))
    rest = {
        "another name": one.name != other.name,
        "other photos": one.photos != other.photos,
        "other boards of your own": one.stock != other.stock,
        "other things bought or cut": (one.facts, one.counts) != (other.facts, other.counts),
        "other settings or prices": one.shop != other.shop,
        "another finish": one.finishing != other.finishing,
        "other hours or days": _but_log(one) != _but_log(other),
        "something else left out": one.variants != other.variants,
    }
    lines = len(one.days.log) - len(other.days.log)
    found += [f"{lines} more line{'s' * (lines > 1)} of the log"] if lines > 0 else []
    rest["another log"] = lines <= 0 and one.days.log != other.days.log
    found += [words for words, is_so in rest.items() if is_so]
    more = len(found) - MOST_TOLD
    told = found[:MOST_TOLD] + ([f"{more} more"] if more > 0 else [])
    return ", ".join(told) or "nothing differs"


def _but_log(project: Project) -> object:
    days = project.days
    return days.hours, days.start, days.wanted, days.lessons, days.pins


Named = Mapping[str, tuple[str, object]]


def _listed(ones: Named, others: Named) -> list[str]:
    new = [f"{name} added" for own, (name, _) in ones.items() if own not in others]
    gone = [f"{name} gone" for own, (name, _) in others.items() if own not in ones]
    altered = [
        f"{name} changed" for own, (name, value) in ones.items() if own in others and others[own][1] != value
    ]
    return [*new, *gone, *altered]


def _pieces(project: Project) -> dict[str, tuple[str, object]]:
    pieces: Sequence[Piece] = project.pieces
    return {p.id: (p.id if isinstance(p, UnknownPiece) else p.name, p) for p in pieces}


def _changes(project: Project) -> dict[str, tuple[str, object]]:
    changes: Sequence[Change] = project.changes
    return {c.id: (str(c.number) if isinstance(c, UnknownChange) else titled(c, project.names), c) for c in changes}
