"""Ground that glue does not hold on: foil, under strips and veneer."""

from collections.abc import Iterable

from zygoform.core.condition.condition import Condition
from zygoform.core.form.form import Board
from zygoform.core.ids import origin_of
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Finding


def slick_ground(
    change_id: str, boards: Iterable[Board], condition: Condition, *, iron: bool
) -> tuple[Finding, ...]:
    """One finding for all boards that foil was found on, or is likely on; how they are fixed says what it does.

    What is glued to foil comes off with it: the bond is that of foil and board (trade practice).
    """
    known = {made.part: made.material for made in condition.made_of}
    foil = tuple(b.id for b in boards if known.get(b.id, known.get(origin_of(b.id), b.likely)) == "foil on board")
    if not foil:
        return ()
    heat = " The iron's heat lifts it, too." if iron else ""
    why = (
        "Glue holds no better on it than it does on its board. Where a corner lifts, take it off; else scuff it "
        f"dull, take contact cement or a glue for plastics, and try one strip on a hidden place.{heat}"
    )
    return (Finding("slick_ground", "mind", Message("It is glued on foil"), Message(why), foil, change_id),)
