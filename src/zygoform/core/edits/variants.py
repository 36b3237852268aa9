"""Edits of variants: ways to do it, each with its own ticks and its own sizes."""

from msgspec import structs

from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.measure.message import Message, literal
from zygoform.core.project import Project, Variant

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
    return Edited(_with(project, new), Message(f"Called it {literal(name)}"), frozenset({variant_id}))


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
    return Edited(_with(project, new), words, frozenset({variant_id, change_id}))


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
    return Edited(_with(project, new), words, frozenset({chosen.id, change_id}))


def _variant(project: Project, variant_id: str) -> Variant:
    found = next((v for v in project.variants if v.id == variant_id), None)
    if found is None:
        raise BadInputError("unknown_key", "That variant is no longer there.")
    return found


def _with(project: Project, new: Variant) -> Project:
    return structs.replace(project, variants=tuple(new if v.id == new.id else v for v in project.variants))
