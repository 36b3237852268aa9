"""What is done at the borders of a batch: taped before its first coat, the tape pulled after its last."""

from collections.abc import Sequence

from msgspec import structs

from zygoform.core.finish.masking import Mask
from zygoform.core.goods.minutes import Task
from zygoform.core.measure.message import Message
from zygoform.core.measure.write import Metres
from zygoform.core.outcome.work import Work

TAPE_ON, TAPE_OFF, SAND_BACK = "tape", "untape", "sand-back"
"""Own keys of these steps within their batch."""


def with_borders(works: tuple[Work, ...], batch_id: str, named: str, masks: Sequence[Mask]) -> tuple[Work, ...]:
    """The work of one batch with that at its borders. `named` is what it is called within a sentence."""
    coats = [work for work in works if work.touch[1]]
    if not coats or not masks:
        return works
    metres = {way: sum(m.length for m in masks if m.way == way) / 1000 for way in ("tape", "sand back", "by hand")}
    if metres["by hand"]:
        cut_in: tuple[Task, float] = ("cut in", metres["by hand"])
        works = tuple(
            structs.replace(work, tasks=(*work.tasks, cut_in)) if work.touch[1] else work for work in works
        )
    if metres["sand back"]:
        works = _before_coats(works, _sand_back(coats[0], batch_id, named, metres["sand back"]))
    if metres["tape"]:
        film = sum(mask.film for mask in masks)
        works = _before_coats(works, _tape(coats[0], batch_id, named, metres["tape"], film))
        works = (*works, _untape(coats[-1], works[-1], batch_id, named, metres["tape"]))
    return works


def _before_coats(works: tuple[Work, ...], own: Work) -> tuple[Work, ...]:
    """After what prepares it, before its first coat."""
    at = next(k for k, work in enumerate(works) if work.touch[1])
    own = structs.replace(own, follows=works[at].follows)
    first = structs.replace(works[at], follows=(own.own,))
    return (*works[:at], own, first, *works[at + 1 :])


def _sand_back(first: Work, batch_id: str, named: str, metres: float) -> Work:
    what = Message(f"Sand back what ran over the borders of {named}: {{0}}", (Metres(1000 * metres),))
    tasks: tuple[tuple[Task, float], ...] = (("sand back", metres),)
    needs = ("a block", "grit 180")
    return Work(f"{batch_id}/{SAND_BACK}", "strip", what, tasks, first.parts, needs=needs, cautions=("sanding",))


def _tape(first: Work, batch_id: str, named: str, metres: float, film: float) -> Work:
    words = f"Tape the borders of {named}, {{0}}: press its edge down, seal that with clear or what lies under it"
    tasks: tuple[tuple[Task, float], ...] = (("mask edge", metres), ("mask with clear", metres))
    needs: tuple[str, ...] = ("delicate tape", "a small brush")
    if film:
        words += "; film over what is beside them"
        tasks, needs = (*tasks, ("lay film", film)), (*needs, "masking film")
    return Work(
        f"{batch_id}/{TAPE_ON}", "clean", Message(words, (Metres(1000 * metres),)), tasks, first.parts, needs=needs
    )


def _untape(last: Work, before: Work, batch_id: str, named: str, metres: float) -> Work:
    """Between touch and recoat; what is left of the last coat's wait is waited after it."""
    until = max(last.wait[0], last.touch[1])
    words = (
        f"Pull the tape off {named}, slowly and back over itself, {last.touch[0]:.3g} to {until:.3g} h after the "
        "last coat; later, score its edge first"
    )
    tasks: tuple[tuple[Task, float], ...] = (("pull tape", metres),)
    return Work(
        f"{batch_id}/{TAPE_OFF}", "refit", Message(words), tasks, last.parts,
        last.wait, last.wait_for, ("a knife",), (before.own,), soon=(before.own,),
    )  # fmt: skip
