"""Edits of what is planned: changes, their entries and fronts, outlines and patterns, variants, remedies."""

from typing import Any, Literal

from msgspec import structs

from zygoform.core.changes.base import ChangeBase, UnknownChange
from zygoform.core.changes.doors.cutout.entries import DoorCutout
from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.changes.patterning.gallery_picture import from_gallery
from zygoform.core.changes.registry import CHANGE_KINDS, kind_of
from zygoform.core.edits.borders import keep_border
from zygoform.core.edits.edited import Edited, read_value
from zygoform.core.edits.finish_supplies import as_many_as_it_takes
from zygoform.core.edits.finishing import set_order, set_stack
from zygoform.core.edits.pieces import known_piece
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Body, Form, FormOpening
from zygoform.core.form.registry import Target, target_in
from zygoform.core.geometry.plane import Outline
from zygoform.core.ids import own_of, piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import Param, in_own_system, params
from zygoform.core.measure.parse import parse_length
from zygoform.core.outcome.outcome import Fix
from zygoform.core.patterns.drawn_line import DrawnLine
from zygoform.core.patterns.gallery import GALLERY
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
    if remedy.order:
        return _ordered(project, remedy.order, str(remedy.value))
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


def _ordered(project: Project, entry: str, value: str) -> Edited:
    """What of the order of the finish a finding proposes."""
    if entry == "cans":
        material, _, colour = value.partition("|")
        return as_many_as_it_takes(project, material, colour)
    if entry == "border":
        first, second, way = value.split("|")
        return keep_border(project, first, second, way)
    return set_order(project, entry, value)


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
        taken = f"{value:g}°" if entry.unit == "angle" else literal(str(value))
        return Message(f"{label} set to {taken}")
    names = {choice.value: choice.label for choice in entry.choices}
    names |= {size.id: size.name for size in project.shop.timber}
    return Message(f"{label} set to {literal(str(names.get(value, value)))}")


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


# Edits of outlines that come from a file.


def meant_cutout(project: Project, change_id: str) -> str:
    """The cut-out an outline is for: the one that is open, else the first."""
    ids = [change.id for change in project.changes if isinstance(change, DoorCutout)]
    return change_id if change_id in ids else next(iter(ids), "")


def set_outline(project: Project, change_id: str, outline: Outline) -> Edited:
    """The line a cut-out follows from now on. Raises BadInputError where there is no cut-out."""
    change = project.change(change_id)
    if not isinstance(change, DoorCutout):
        raise BadInputError("unknown_key", "Plan a cut-out first.")
    new = structs.replace(change, outline=outline)
    done = structs.replace(project, changes=tuple(new if c.id == change_id else c for c in project.changes))
    done = set_value(done, change_id, "shape", "traced").project
    return Edited(done, Message(f"Outline of {len(outline)} corners"), frozenset({change_id}))


# Edits of the fronts a change is for: each taken in or left out by itself.


def takes_some(project: Project, change_id: str) -> bool:
    """Whether a change can be for some fronts of a piece, and is."""
    change = project.change(change_id)
    return change is not None and getattr(project.overridden(change, project.variant), "on", "") == "some"


def pick_front(project: Project, change_id: str, body: Body, opening: FormOpening) -> Edited:
    """Takes a front in that a change was not for, or leaves it out; from then on it is for those picked."""
    change = project.change(change_id)
    entry = next((e for e in params(type(change)) if e.name == "on"), None) if change is not None else None
    if change is None or entry is None or "some" not in {choice.value for choice in entry.choices}:
        raise BadInputError("impossible", "This change is not laid on fronts.")
    known = {own_of(other.id) for other in body.openings}
    picked = tuple(target for target in change.targets if own_of(target) in known)
    without = tuple(target for target in picked if own_of(target) != own_of(opening.id))
    taken = len(without) == len(picked)
    targets = (*picked, opening.front_id or opening.id) if taken else without
    # With none picked it holds on to the body, and says that one is wanted.
    new = structs.replace(change, targets=targets or (body.id,))
    done = structs.replace(project, changes=tuple(new if c.id == change_id else c for c in project.changes))
    if not takes_some(project, change_id):
        done = set_value(done, change_id, "on", "some").project
    words = Message(f"{literal(opening.name)} {'taken in' if taken else 'left out'}")
    return Edited(done, words, frozenset({change_id, "on"}))


# Edits of patterns: one from the gallery, lines drawn by hand.

MOST_DRAWN_LINES = 200
MOST_REACH = 10_000.0


def meant_pattern(project: Project, change_id: str) -> StripPattern:
    """The pattern of that id. Raises BadInputError where it is gone."""
    change = project.change(change_id)
    if not isinstance(change, StripPattern):
        raise BadInputError("unknown_key", "Plan a pattern first.")
    found = project.overridden(change, project.variant)
    assert isinstance(found, StripPattern)
    return found


def take_from_gallery(project: Project, change_id: str, name: str, body: Body) -> Edited:
    """A pattern becomes one of the gallery, on a body as it is found there."""
    change = meant_pattern(project, change_id)
    wanted = next(own for own in GALLERY if own.name == name)
    new = from_gallery(change, wanted, body, project.shop)
    done = project
    for entry in params(StripPattern):
        value = getattr(new, entry.name)
        if value != getattr(change, entry.name):
            done = set_value(done, change_id, entry.name, value).project
    return Edited(done, Message(f"Pattern: {wanted.title.lower()}"), frozenset({change_id}))


def draw_line(project: Project, change_id: str, line: DrawnLine) -> Edited:
    """One more line of one's own; the pattern is made of these from then on."""
    change = meant_pattern(project, change_id)
    if len(change.lines) >= MOST_DRAWN_LINES:
        raise BadInputError("out_of_range", f"A pattern has {MOST_DRAWN_LINES} lines of your own at most.")
    new = structs.replace(change, lines=(*change.lines, line))
    done = _with_lines(project, new)
    if change.family != "lines":
        done = set_value(done, change_id, "family", "lines").project
    return Edited(done, Message(f"Line {len(new.lines)} drawn"), frozenset({change_id}))


def line_of_text(text: str, system: Literal["inch", "mm"]) -> DrawnLine:
    """A line as typed: from left; from below; to left; to below. Raises BadInputError."""
    parts = [part.strip() for part in text.split(";")]
    if len(parts) != 4:
        raise BadInputError("not_a_number", "Four sizes with semicolons, as 0; 0; 12; 8.")
    signs = [-1 if part[:1] in ("-", "−") else 1 for part in parts]
    sizes = [s * parse_length(part.lstrip("-−"), system) for s, part in zip(signs, parts, strict=True)]
    x0, y0, x1, y1 = sizes
    if (x0, y0) == (x1, y1):
        raise BadInputError("zero", "A line has a length: its ends are two places.")
    if max(abs(size) for size in sizes) > MOST_REACH:
        raise BadInputError("out_of_range", "Up to {0} from the corner.", lengths=(MOST_REACH,))
    return DrawnLine(x0, y0, x1, y1)


def erase_line(project: Project, change_id: str) -> Edited:
    """The last line away again."""
    change = meant_pattern(project, change_id)
    if not change.lines:
        raise BadInputError("empty", "There is no line to take away.")
    done = _with_lines(project, structs.replace(change, lines=change.lines[:-1]))
    return Edited(done, Message("Last line taken away"), frozenset({change_id}))


def _with_lines(project: Project, new: StripPattern) -> Project:
    """Lines are the pattern's own, the same in every variant."""
    own = (c for c in project.changes if isinstance(c, StripPattern) and c.id == new.id)
    drawn = {id(c): structs.replace(c, lines=new.lines) for c in own}
    return structs.replace(project, changes=tuple(drawn.get(id(c), c) for c in project.changes))


# Edits of variants: ways to do it, each with its own ticks and its own sizes.

MOST_VARIANTS, LONGEST_NAME = 6, 40


def add_variant(project: Project, name: str = "") -> Edited:
    """A copy of the chosen one, chosen from then on: what is ticked or typed now is its own."""
    if len(project.variants) >= MOST_VARIANTS:
        raise BadInputError("out_of_range", f"At most {MOST_VARIANTS} variants: take one away first.")
    number = 1 + max((int(v.id[1:]) for v in project.variants if v.id[1:].isdecimal()), default=0)
    new = structs.replace(project.variant, id=f"v{number}", name=name or f"Variant {number}")
    done = structs.replace(project, variants=(*project.variants, new), chosen=new.id)
    return Edited(done, Message(f"Added {literal(new.name)}"), frozenset({new.id}))


def choose_variant(project: Project, variant_id: str) -> Edited:
    """This one is what the other screens show, and what is bought and cut."""
    variant = _variant(project, variant_id)
    words = Message(f"Took {literal(variant.name)}")
    return Edited(structs.replace(project, chosen=variant_id), words, frozenset({variant_id}))


def rename_variant(project: Project, variant_id: str, name: str) -> Edited:
    """What it is called, on screen and on paper."""
    name = " ".join(name.split())
    if not 1 <= len(name) <= LONGEST_NAME:
        raise BadInputError("out_of_range", f"A name has 1 to {LONGEST_NAME} signs.", "name")
    new = structs.replace(_variant(project, variant_id), name=name)
    return Edited(_with_variant(project, new), Message(f"Called it {literal(name)}"), frozenset({variant_id}))


def remove_variant(project: Project, variant_id: str) -> Edited:
    """One fewer; of the last one nothing is taken away."""
    gone = _variant(project, variant_id)
    kept = tuple(v for v in project.variants if v.id != variant_id)
    if not kept:
        raise BadInputError("impossible", "One variant stays: it is the plan.")
    chosen = project.chosen if project.chosen != variant_id else kept[0].id
    done = structs.replace(project, variants=kept, chosen=chosen)
    return Edited(done, Message(f"Took away {literal(gone.name)}"), frozenset({variant_id}))


def tick(project: Project, variant_id: str, change_id: str, *, counts: bool) -> Edited:
    """A change counts in a variant, or is left out of it."""
    variant = _variant(project, variant_id)
    others = tuple(c for c in variant.left_out if c != change_id)
    new = structs.replace(variant, left_out=others if counts else (*others, change_id))
    words = Message(
        f"{literal(variant.name)}: change {change_id.lstrip('c')} {'taken in' if counts else 'left out'}"
    )
    return Edited(_with_variant(project, new), words, frozenset({variant_id, change_id}))


def take_over(project: Project, variant_id: str, change_id: str) -> Edited:
    """A change in the chosen variant as it is in another: its tick, and every size."""
    other, chosen = _variant(project, variant_id), project.variant
    kept = tuple(c for c in chosen.left_out if c != change_id)
    left_out = (*kept, change_id) if change_id in other.left_out else kept
    change = next((c for c in project.changes if c.id == change_id), None)
    if change is None:
        raise BadInputError("unknown_key", "That change is no longer there.")
    # Of its own are in each variant only the sizes that are not those of the change itself.
    rest = tuple(o for o in chosen.overrides if o.change_id != change_id)
    theirs = tuple(o for o in other.overrides if o.change_id == change_id)
    new = structs.replace(chosen, left_out=left_out, overrides=(*rest, *theirs))
    words = Message(f"{literal(chosen.name)}: change {change_id.lstrip('c')} as in {literal(other.name)}")
    return Edited(_with_variant(project, new), words, frozenset({chosen.id, change_id}))


def _variant(project: Project, variant_id: str) -> Variant:
    found = next((v for v in project.variants if v.id == variant_id), None)
    if found is None:
        raise BadInputError("unknown_key", "That variant is no longer there.")
    return found
