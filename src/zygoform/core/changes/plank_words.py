"""What is said of a panel of planks: how it moves and is held, and what to mind."""

from typing import TYPE_CHECKING

from zygoform.core.goods.plank_layout import LEAST_RIP
from zygoform.core.goods.species import slot
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Finding, Fix, Note
from zygoform.core.tolerance import SAME_MM

if TYPE_CHECKING:
    from zygoform.core.changes.plank_panel import PlankPanel

HOLE_PLAY = 1.5
"""A screw in a hole of its own size and a little gives by so much (mm): shop practice."""
HOLD_SCREW = 4.5
_NO_GLUE = (
    "No glue between top and body but on the fixed line, and no pocket screws across the boards: "
    "a wide top held everywhere splits."
)
_HINGES = "The old hinges go on again where they were; a heavier lid wants a stay that holds its weight."


def movement_notes(panel: "PlankPanel") -> tuple[Note, ...]:
    shrink, grow = panel.shrink_grow()
    climate = panel.shop.climate
    text = (
        f"Across the boards it shrinks up to {{0}} when it is dry and grows up to {{1}} when it is damp "
        f"({panel.size.species}, {climate.low:g} to {climate.high:g} % moisture)."
    )
    moving = Note("Movement", Message(text, (shrink, grow)))
    distance = panel.across / (2 if panel.change.fixed == "centre" else 1)
    run = slot(distance, panel.size.species, climate.now, climate.low, climate.high, HOLD_SCREW)
    line = "front row" if panel.change.fixed == "front" else "middle row"
    if panel.ground.lid:
        text = "Two battens under it across the boards: screwed tight in the middle, in slots {0} long elsewhere."
        return moving, Note("Hold it flat by", Message(text, (run,))), Note("Hinges", Message(_HINGES))
    if panel.change.hold == "holes":
        text = "Screws through the old holes, driven just tight: they give by {0} each way."
        return moving, Note("Hold it by", Message(text, (HOLE_PLAY,))), Note("Never", Message(_NO_GLUE))
    if panel.change.hold == "slots":
        text = f"Round holes in the {line} only; elsewhere slots {{0}} long across the boards."
    else:
        text = f"Screw the {line} tight; elsewhere buttons, screwed to the top only, {{0}} of groove to slide in."
    return moving, Note("Hold it by", Message(text, (run,))), Note("Never", Message(_NO_GLUE))


def held_fast(panel: "PlankPanel") -> tuple[Finding, ...]:
    """Wood fastened across its movement: held at both edges, half of it goes each way."""
    shrink, grow = panel.shrink_grow()
    each = max(shrink, grow) / 2
    if panel.change.hold != "holes" or panel.ground.lid or each <= HOLE_PLAY + SAME_MM:
        return ()
    return (
        Finding(
            "held_fast",
            "mind",
            Message("Held in the old holes the top would split"),
            Message("It moves by {0} at each edge with the seasons, and round holes give {1}.", (each, HOLE_PLAY)),
            tuple(member.board.id for member in panel.members)[:1],
            panel.change.id,
            (Fix(Message("Hold it by screws in slots"), panel.change.id, "hold", "slots"),),
        ),
    )


def thin_strip(panel: "PlankPanel") -> tuple[Finding, ...]:
    thin = min(panel.layout.widths)
    if thin >= LEAST_RIP - SAME_MM or len(panel.layout.widths) < 2:
        return ()
    remedies: tuple[Fix, ...] = ()
    if panel.change.rip != "both" and panel.layout.full - panel.layout.excess / 2 >= LEAST_RIP:
        remedies = (Fix(Message("Rip both outer boards"), panel.change.id, "rip", "both"),)
    return (
        Finding(
            "thin_strip",
            "mind",
            Message("One board of the top is only {0} wide", (thin,)),
            Message(
                "Under {0} a strip is hard to joint and to clamp. Share it between both outer boards.",
                (LEAST_RIP,),
            ),
            tuple(f"{panel.change.id}/plank/{k + 1}" for k, w in enumerate(panel.layout.widths) if w == thin),
            panel.change.id,
            remedies,
        ),
    )


def gap_notes(panel: "PlankPanel") -> tuple[Note, ...]:
    """Boards that lie apart move one by one."""
    shrink, grow = panel.shrink_grow()
    text = "{0} between boards, by a spacer: water runs out, and each board moves by itself, by {1} at most."
    lay = "Heart side up where rings are plain; screws near the middle of a board, none at its edges."
    return Note("Gaps", Message(text, (panel.change.gap, max(shrink, grow)))), Note("Lay", Message(lay))
