"""What was measured, and what rests on it."""

from zygoform.core.errors import BadInputError
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Board, FormOpening
from zygoform.core.form.fronts import sure_rect
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding
from zygoform.core.tolerance import CLOSURE_MM, SAME_MM

# Sizes of the front that do not come to the room there is.


def openings_add_up(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(
        Finding(
            "openings_add_up",
            "mind",
            Message("The openings add up to {0}, but the frame leaves {1}", (misfit.total, misfit.room)),
            Message(
                "Uprights and rails are already taken off. "
                "Measure both again; until then the drawing is scaled to fit."
            ),
            (misfit.division,),
        )
        for body in view.found.bodies
        for misfit in body.misfits
    )


# Readings of one opening that contradict each other.


def openings_close(view: JudgedPlan) -> tuple[Finding, ...]:
    openings = (opening for body in view.found.bodies for opening in body.openings)
    return tuple(finding for opening in openings if (finding := _contradicting(opening)) is not None)


def _contradicting(opening: FormOpening) -> Finding | None:
    try:
        sure = opening.readings.usable() if opening.readings is not None else None
    except BadInputError as refused:
        return _contradiction(opening, Message(refused.message, refused.lengths))
    if sure is None or abs(sure.closure) <= CLOSURE_MM:
        return None
    return _contradiction(
        opening,
        Message(
            "The other readings make the top {0}, {1} off. One of them is wrong, mostly a diagonal.",
            (_top(opening) + sure.closure, abs(sure.closure)),
        ),
    )


def _top(opening: FormOpening) -> float:
    return (opening.readings.value("across_top") if opening.readings else None) or 0.0


def _contradiction(opening: FormOpening, why: Message) -> Finding:
    what = Message(f"The readings of {literal(opening.name.lower())} contradict each other")
    return Finding("openings_close", "mind", what, why, (opening.id,))


# Parts whose size rests on a guess.


def rests_on_guesses(view: JudgedPlan) -> tuple[Finding, ...]:
    ids = tuple(listed.id for listed in view.parts if listed.part.rests_on)
    if not ids:
        return ()
    guesses = sorted({guess for listed in view.parts for guess in listed.part.rests_on})
    parts = "1 part rests" if len(ids) == 1 else f"{len(ids)} parts rest"
    return (
        Finding(
            "guessed",
            "mind",
            Message(f"{parts} on {'a guess' if len(guesses) == 1 else f'{len(guesses)} guesses'}"),
            Message("Measure before you cut: " + literal(", ".join(guesses)) + "."),
            ids,
        ),
    )


# Drawers whose box is wider than their opening, measured closely, is sure to be: they jam or never went in.


def tight_drawers(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(
        found
        for body in view.planned.bodies
        for opening in body.openings
        if opening.readings is not None and opening.holds == "drawer" and (found := _too_wide(opening)) is not None
    )


def _too_wide(opening: FormOpening) -> Finding | None:
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
