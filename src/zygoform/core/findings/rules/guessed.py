"""Parts whose size rests on a guess."""

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
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
