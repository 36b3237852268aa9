"""Drawers whose box is wider than their opening, measured closely, is sure to be: they jam or never went in."""

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Board, FormOpening
from zygoform.core.form.fronts import sure_rect
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding
from zygoform.core.tolerance import SAME_MM


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(
        found
        for body in view.planned.bodies
        for opening in body.openings
        if opening.readings is not None and opening.holds == "drawer" and (found := _judged(opening)) is not None
    )


def _judged(opening: FormOpening) -> Finding | None:
    box = [member for member in opening.members if member.role == "box"]
    if not box:
        return None
    x0, _, x1, _ = sure_rect(opening)
    wide = max(b.solid.box[1][0] for b in box) - min(b.solid.box[0][0] for b in box)
    if wide <= x1 - x0 + SAME_MM:
        return None
    return Finding(
        "drawer_too_wide",
        "mind",
        Message(f"{literal(opening.name)}: its box is wider than its opening is sure to be"),
        Message("The box is {0} wide; by its readings the opening takes {1}: plane a side, or build it anew.",
                (wide, x1 - x0)),
        _ids(box),
    )  # fmt: skip


def _ids(box: list[Board]) -> tuple[str, ...]:
    return tuple(board.id for board in box if "left" in board.id or "right" in board.id)
