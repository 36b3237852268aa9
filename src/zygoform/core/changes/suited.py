"""What is asked of any change, besides what it needs itself: by what is ripped, by damp."""

from msgspec import structs

from zygoform.core.condition.use import Damp
from zygoform.core.goods.fittings import RUSTS
from zygoform.core.goods.minutes import Task
from zygoform.core.measure.message import Message
from zygoform.core.measure.write import SquareMetres
from zygoform.core.outcome.cautions import RIP, SAW
from zygoform.core.outcome.outcome import Note, Outcome, Supply
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Work

SEALER_ML_PER_M2, END_COATS = 100.0, 2
"""A coat of sealer on planed wood, and how many more the end grain drinks; the label comes first. [practice]"""
DRIES = (4.0, 24.0)
"""Hours until what is sealed is handled: the label comes first. [label]"""


def suited(outcome: Outcome, damp: Damp) -> Outcome:
    """The same, ripping cautioned of; in damp with steel that does not rust and every face of new parts sealed."""
    outcome = _with_ripping(outcome)
    if not damp:
        return outcome
    fittings = tuple(structs.replace(f, stainless=f.kind in RUSTS) for f in outcome.fittings)
    if not outcome.parts:
        return structs.replace(outcome, fittings=fittings)
    coats = 2 if damp == "outdoors" else 1
    faces, ends = sealed_area(outcome.parts)
    amount = SEALER_ML_PER_M2 * (faces * coats + ends * (END_COATS if damp == "outdoors" else 0))
    often = "twice" if coats == 2 else "once"
    area = (SquareMetres(faces),)
    why = Message(f"{{0}} all round, {often}" + (", end grain twice more" if damp == "outdoors" else ""), area)
    words = f"All six faces of every new part {often}, {{0}}; hidden faces too, or it bends."
    note = Note("Seal", Message(words + (" End grain two coats more." if damp == "outdoors" else ""), area))
    return structs.replace(
        outcome,
        fittings=fittings,
        supplies=(*outcome.supplies, Supply(outcome.change_id, "sealer", amount, "every face of new parts", why)),
        notes=(*outcome.notes, note),
        work=_with_sealing(outcome.work, outcome.parts, often),
    )


def _with_ripping(outcome: Outcome) -> Outcome:
    """Said behind the caution for the saw."""
    own = outcome.cautions
    if RIP in own or not any(part.ripped for part in outcome.parts):
        return outcome
    at = own.index(SAW) + 1 if SAW in own else 0
    return structs.replace(outcome, cautions=(*own[:at], RIP, *own[at:]))


def sealed_area(parts: tuple[Part, ...]) -> tuple[float, float]:
    """All faces of some parts, 2 (lw + lt + wt), and their ends alone (m²)."""
    faces = sum(
        2 * (part.length * part.width + part.length * part.thickness + part.width * part.thickness)
        for part in parts
    )
    return faces / 1e6, sum(2 * part.width * part.thickness for part in parts) / 1e6


def _with_sealing(work: tuple[Work, ...], parts: tuple[Part, ...], often: str) -> tuple[Work, ...]:
    """Sealed once all of it is cut, glued and shaped, before anything is fixed."""
    before = tuple(one.own for one in work if one.phase in ("cut", "dry fit", "glue", "shape"))
    tasks: tuple[tuple[Task, float], ...] = (("seal face", 6 * len(parts)),)
    seal = Work(
        "seal",
        "shape",
        Message(f"Seal all six faces of every part {often}, end grain first"),
        tasks,
        tuple(part.id for part in parts),
        DRIES,
        "It is neither fixed nor stacked before that.",
        ("sealer", "a brush"),
        before,
        ("solvent",),
    )
    later = {one.own for one in work if one.phase in ("fix", "refit") and one.own not in before}
    after = (structs.replace(one, follows=(*one.follows, "seal")) if one.own in later else one for one in work)
    return (*after, seal)
