"""Edits of what is planned: changes, their parameters, remedies."""

from typing import Any

from msgspec import structs

from zygoform.core.changes.base import ChangeBase, UnknownChange
from zygoform.core.changes.registry import CHANGE_KINDS, kind_of
from zygoform.core.edits.edited import Edited, read_value
from zygoform.core.edits.finish_supplies import as_many_as_it_takes
from zygoform.core.edits.finishing import set_order, set_stack
from zygoform.core.edits.pieces import known_piece
from zygoform.core.edits.variants import add_variant
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Form
from zygoform.core.form.targets import Target, target_in
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import Param, in_own_system, params
from zygoform.core.outcome.outcome import Fix
from zygoform.core.project import Override, Project, Variant


def add_change(project: Project, kind: str, target: str, planned: Form | None = None) -> Edited:
    """A new change of `kind` for `target`, a body or something of one; it gets the next number.

    What others put into another body, as half of a piece, is looked for in the form as `planned`.
    """
    entry = CHANGE_KINDS[kind]
    number = project.next_number
    if not entry.begins:
        raise BadInputError("impossible", "This kind of change begins in the survey.")
    meant = target_in(known_piece(project, piece_of(target)).build(), target)
    now = target_in(planned, target) if planned is not None else None
    if now is not None and (meant is None or now.body.id != meant.body.id or _is_another(meant, now)):
        meant = now
    if meant is None:
        raise BadInputError("unknown_key", "What this was planned for is gone.")
    change = in_own_system(entry.load().begin(f"c{number}", number, meant, project.shop), project.shop.unit.system)
    use = known_piece(project, piece_of(target)).use
    change = change.for_use(use) if use is not None else change
    # Of several variants it is begun in the chosen one: in the others it is there to be ticked.
    variants = tuple(
        v if v.id == project.variant.id else structs.replace(v, left_out=(*v.left_out, change.id))
        for v in project.variants
    )
    changes = (*project.changes, change)
    done = structs.replace(project, changes=changes, next_number=number + 1, variants=variants)
    return Edited(done, Message(f"Added {entry.title.lower()}"), frozenset({change.id}))


def _is_another(found: Target, planned: Target) -> bool:
    """Whether an opening is larger or smaller as planned: two that were put together, half of one."""
    pair = found.opening, planned.opening
    return all(own is not None for own in pair) and pair[0].rect != pair[1].rect  # type: ignore[union-attr]


def add_everywhere(project: Project, kind: str, targets: tuple[str, ...], planned: Form | None = None) -> Edited:
    """The same change on several pieces, one for each; from then on each has its own sizes."""
    done, ids = project, list[str]()
    for target in targets:
        edited = add_change(done, kind, target, planned)
        done, ids = edited.project, [*ids, *edited.touched]
    title = CHANGE_KINDS[kind].title.lower()
    return Edited(done, Message(f"Added {title} on {len(targets)} pieces"), frozenset(ids))


def remove_change(project: Project, change_id: str) -> Edited:
    """Takes a change away, and what the variants say of it."""
    change = _change(project, change_id)
    done = project.without_changes({change_id})
    return Edited(done, Message(f"Took away {kind_of(change).title.lower()}"), frozenset({change_id}))


def move_change(project: Project, change_id: str, by: int) -> Edited:
    """Moves a change earlier (-1) or later (1); its number stays."""
    ids = [change.id for change in project.changes]
    at = ids.index(change_id)
    to = max(0, min(len(ids) - 1, at + by))
    changes = list(project.changes)
    changes.insert(to, changes.pop(at))
    words = Message("Moved earlier" if to < at else "Moved later" if to > at else "Already at the end")
    return Edited(structs.replace(project, changes=tuple(changes)), words, frozenset({change_id}))


def leave_out(project: Project, change_id: str, *, out: bool) -> Edited:
    """Leaves a change out of the chosen variant, or takes it in again."""
    title = kind_of(_change(project, change_id)).title.lower()
    others = tuple(c for c in project.variant.left_out if c != change_id)
    variant = structs.replace(project.variant, left_out=(*others, change_id) if out else others)
    words = Message(f"Left out {title}" if out else f"Took in {title}")
    return Edited(_with_variant(project, variant), words, frozenset({change_id}))


def set_text(project: Project, change_id: str, parameter: str, text: str) -> Edited:
    """Sets a parameter from what was typed or chosen."""
    entry = _entry(_change(project, change_id), parameter)
    try:
        value = read_value(entry, text, project.shop.unit)
    except BadInputError as refused:
        raise BadInputError(refused.kind, refused.message, parameter, refused.lengths) from refused
    return set_value(project, change_id, parameter, value)


def set_value(project: Project, change_id: str, parameter: str, value: Any) -> Edited:
    """Sets a parameter; of several variants the chosen one alone has it from then on."""
    change = _change(project, change_id)
    entry = _entry(change, parameter)
    own = [o for o in project.variant.overrides if (o.change_id, o.parameter) == (change_id, parameter)]
    if own or len(project.variants) > 1:
        others = tuple(o for o in project.variant.overrides if o not in own)
        overrides = (*others, Override(change_id, parameter, value))
        done = _with_variant(project, structs.replace(project.variant, overrides=overrides))
    else:
        new = structs.replace(change, **{parameter: value})
        done = structs.replace(project, changes=tuple(new if c.id == change_id else c for c in project.changes))
    before = getattr(change, parameter)
    return Edited(done, _words(project, entry, before, value), frozenset({change_id, parameter}))


def apply_fix(project: Project, remedy: Fix, planned: Form | None = None) -> Edited:
    """Does what a finding proposes."""
    if remedy.variant:
        project = add_variant(project, remedy.variant).project
        project = leave_out(project, remedy.change_id, out=True).project
    if remedy.order == "cans":
        material, _, colour = str(remedy.value).partition("|")
        return as_many_as_it_takes(project, material, colour)
    if remedy.order:
        return set_order(project, remedy.order, str(remedy.value))
    if remedy.zone:
        return set_stack(project, remedy.zone, remedy.layers, remedy.label.text)
    if remedy.add:
        return _added_with(project, remedy, planned)
    if remedy.leave_out:
        return leave_out(project, remedy.change_id, out=True)
    done = set_value(project, remedy.change_id, remedy.parameter, remedy.value)
    for name, value in remedy.values:
        done = structs.replace(done, project=set_value(done.project, remedy.change_id, name, value).project)
    return done


def _added_with(project: Project, remedy: Fix, planned: Form | None) -> Edited:
    """A change added, some of its entries as the remedy has them."""
    added = add_change(project, remedy.add, remedy.target, planned)
    done, (own,) = added.project, added.touched
    for name, value in remedy.values:
        done = set_value(done, own, name, value).project
    return Edited(done, added.words, added.touched)


def _words(project: Project, entry: Param, before: Any, value: Any) -> Message:
    label = f"{entry.group} {entry.label.lower()}".strip() if entry.group else entry.label
    if entry.unit == "length":
        return Message(f"{label} {{0}} to {{1}}", (before, value))
    if entry.unit == "switch":
        return Message(f"{label} {'on' if value else 'off'}")
    if entry.unit in ("count", "text", "angle"):
        return Message(f"{label}: {value:g}°" if entry.unit == "angle" else f"{label}: {literal(str(value))}")
    names = {choice.value: choice.label for choice in entry.choices}
    names |= {size.id: size.name for size in project.shop.timber}
    return Message(f"{label}: {literal(str(names.get(value, value)))}")


def _change(project: Project, change_id: str) -> ChangeBase:
    for change in project.changes:
        if change.id == change_id and not isinstance(change, UnknownChange):
            return project.overridden(change, project.variant)
    raise BadInputError("unknown_key", "That change is no longer there.")


def _entry(change: ChangeBase, parameter: str) -> Param:
    for entry in params(type(change)):
        if entry.name == parameter:
            return entry
    raise BadInputError("unknown_key", f"A {kind_of(change).title.lower()} has no “{parameter}”.")


def _with_variant(project: Project, variant: Variant) -> Project:
    variants = tuple(variant if v.id == variant.id else v for v in project.variants)
    return structs.replace(project, variants=variants)
