"""What a wet room, or a place outdoors under a roof, rules out of a piece and asks of it.

Boards of chips and fibres swell at the edges and stay swollen (USDA, Wood Handbook, chapter 12); wood under a roof
outdoors comes to 11 to 16 % of moisture over the year (the same, table 13-1).
"""

from collections.abc import Iterator

from zygoform.core.condition.materials import MATERIALS, MaterialCode
from zygoform.core.condition.use import PieceUse
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Body
from zygoform.core.goods.fittings import RUSTS
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Outcome

SWELL: tuple[MaterialCode, ...] = ("chipboard", "fibreboard", "foil on board", "veneer on board")
LOOSEN: tuple[MaterialCode, ...] = ("cane", "fabric")
DAMPEST_OUTDOORS = 14.0
"""As far as the coefficients of movement hold (percent). [WH]"""


def damp(view: JudgedPlan) -> tuple[Finding, ...]:
    uses = {piece: use for piece, use in view.uses if use.wet or use.outdoors}
    return tuple(
        finding
        for body in view.planned.bodies
        if (use := uses.get(body.piece_id)) is not None
        for finding in _damp_body(view, body, use)
    )


def _damp_body(view: JudgedPlan, body: Body, use: PieceUse) -> Iterator[Finding]:
    place = "outdoors" if use.outdoors else "in a wet room"
    made = [outcome for outcome in view.outcomes if outcome.body == body.id]
    yield from _ruled_out(view, body, place)
    yield from (_sheets(view, outcome, place) for outcome in made if _cut_from_sheets(view, outcome))
    yield _asked(view, body, use, _metal(made))


def _metal(made: list[Outcome]) -> str:
    """The fittings to buy that would rust, in words."""
    kinds = {fitting.kind for outcome in made for fitting in outcome.fittings}
    return _listed([f"{kind}s" for kind in RUSTS if kind in kinds])


def _ruled_out(view: JudgedPlan, body: Body, place: str) -> Iterator[Finding]:
    """What is known to be of something that does not bear it, and stays."""
    there = {board.id for board in body.boards}
    there |= {member.id for opening in body.openings for member in opening.members}
    for code in (*SWELL, *LOOSEN):
        parts = tuple(m.part for m in view.made_of if m.material == code and m.part in there)
        if not parts:
            continue
        why = (
            "It swells for good at edges and screws. Put in other parts, or keep the piece dry; sealing every face "
            "and edge only makes it slower."
            if code in SWELL
            else "It slackens, and mould comes. Take it out before, or keep the piece dry."
        )
        what = f"{literal(body.name)}: {MATERIALS[code].title.lower()} does not bear it {place}"
        yield Finding("not_for_damp", "mind", Message(what), Message(why), parts)


def _cut_from_sheets(view: JudgedPlan, outcome: Outcome) -> tuple[str, ...]:
    sheets = {size.id for size in view.shop.timber if size.is_sheet}
    return tuple(part.id for part in outcome.parts if part.size_id in sheets)


def _sheets(view: JudgedPlan, outcome: Outcome, place: str) -> Finding:
    ids = _cut_from_sheets(view, outcome)
    used = {part.size_id for part in outcome.parts if part.id in ids}
    names = _listed([literal(size.name) for size in view.shop.timber if size.id in used])
    return Finding(
        "sheet_for_damp",
        "mind",
        Message(f"{names}: not every sheet bears it {place}"),
        Message("Take plywood glued for outdoors, never board of chips or fibres, and seal the edges twice."),
        ids,
        outcome.change_id,
    )


def _asked(view: JudgedPlan, body: Body, use: PieceUse, metal: str) -> Finding:
    """One word for all that it asks: what is sealed, how far its wood moves, the metal."""
    if use.outdoors:
        why = (
            "Seal all six faces of every part, also the hidden ones, end grain two coats more. Under a roof only, "
            "off the ground, with gaps below where water can run out."
        )
        if view.shop.climate.high < DAMPEST_OUTDOORS:
            why += f" Wood moves further there: put Dampest at {DAMPEST_OUTDOORS:g} % in Settings."
    else:
        why = "Seal the back and the underside too, once: what drinks on one side only bends."
    if metal:
        why += f" The list has {metal} of stainless steel: plated ones rust, and stain oak black."
    what = f"{literal(body.name)}: what it asks {'outdoors' if use.outdoors else 'in a wet room'}"
    return Finding("damp_asks", "note", Message(what), Message(why))


def _listed(names: list[str]) -> str:
    return " and ".join(filter(None, (", ".join(names[:-1]), *names[-1:])))
