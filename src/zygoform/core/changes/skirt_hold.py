"""What holds a skirt: screws from inside the body, blocks behind it, or the holes the old base was screwed by."""

from typing import TYPE_CHECKING

from zygoform.core.goods.fittings import GLUE_ML_PER_M2
from zygoform.core.goods.screws import wood_screw
from zygoform.core.measure.message import Message
from zygoform.core.measure.quantity import MlASquareMetre
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Note, Supply

if TYPE_CHECKING:
    from zygoform.core.changes.skirt_set import SkirtSet

BLOCK_THICK = 19.0
"""How thick the blocks behind a skirt are (mm)."""
BLOCKS_APART = 300.0
SCREW_EDGE = 5.0
"""A screw keeps so far from a board's faces (mm), or it breaks out."""
BITE = 25.0
"""How far a screw into the edge of a board reaches at least (mm)."""


def blocks_of(skirt: "SkirtSet") -> int:
    """How many; round the body, and in the old holes, it needs none."""
    by_blocks = skirt.change.fit != "out" and skirt.change.hold == "blocks"
    return skirt.rows() if by_blocks else 0


def _bottom(skirt: "SkirtSet") -> float:
    """How thick what lies over the skirt is (mm)."""
    bottoms = [b.solid.sizes[0] for b in skirt.body.boards if b.role == "bottom"]
    return bottoms[0] if bottoms else skirt.body.bottom_rail or BLOCK_THICK


def skirt_fittings(skirt: "SkirtSet") -> tuple[Fitting, ...]:
    sizes, blocks = skirt.shop.sizes_of("wood screw"), blocks_of(skirt)
    out = skirt.change.fit == "out"
    if not blocks and not out:
        through = _bottom(skirt)
        screw = wood_screw(through, skirt.change.height, sizes, bite=BITE)
        why = Message(
            f"{skirt.rows()} places, at most {{0}} apart; {{1}} goes through {{2}} and into the upper edge",
            (BLOCKS_APART, screw.length, through),
        )
        use = "through the bottom into the skirt"
        return (Fitting(skirt.change.id, "wood screw", screw.length, skirt.rows(), use, why, driven=screw),)
    through = skirt.body.side_thickness if out else BLOCK_THICK
    screw = wood_screw(through, skirt.t, sizes)
    use = "from inside the body into the skirt" if out else "through the blocks behind the skirt"
    places, screws, each = ("places", "1 screw", 1) if out else ("blocks", "2 screws", 2)
    why = Message(
        f"{skirt.rows()} {places}, at most {{0}} apart, {screws} in each; "
        "{1} is the longest that goes through {2} and not through {3}",
        (BLOCKS_APART, screw.length, through, skirt.t),
    )
    count = skirt.rows() * each
    return (Fitting(skirt.change.id, "wood screw", screw.length, count, use, why, driven=screw),)


def skirt_supplies(skirt: "SkirtSet") -> tuple[Supply, ...]:
    corners, blocks, height = 2 if skirt.count == 3 else 4, blocks_of(skirt), skirt.change.height
    area = (corners * skirt.t * 1.5 + blocks * 2 * BLOCK_THICK) * height / 1e6
    why = Message(
        f"{corners} corners and {blocks} blocks, {{0}} high, {{1}}", (height, MlASquareMetre(GLUE_ML_PER_M2))
    )
    return (Supply(skirt.change.id, "glue", area * GLUE_ML_PER_M2, "corners and blocks of the skirt", why),)


def lean_notes(skirt: "SkirtSet") -> tuple[Note, ...]:
    """Both long edges are ripped with the saw tilted, so that they lie level; the blocks lean as well."""
    if not skirt.change.tilt:
        return ()
    text = f"Rip both long edges with the blade tilted {abs(skirt.change.tilt):g}°, so that they lie level."
    if not blocks_of(skirt):
        return (Note("Edges", Message(text)),)
    behind = Note("Behind", Message("Plane one face of each block to the same lean."))
    return (Note("Edges", Message(text)), behind)


def hold_notes(skirt: "SkirtSet") -> tuple[Note, ...]:
    """Blocks or old holes; and what is done with the old base, which comes off first."""
    notes, blocks = list[Note](), blocks_of(skirt)
    if blocks:
        text = f"{blocks} blocks {{0}} thick from offcuts behind it, one in each corner, {{1}} apart."
        notes.append(Note("Blocks", Message(text, (BLOCK_THICK, BLOCKS_APART))))
    else:
        text = "From above through the holes of the old base, at most {0} apart; bore more where they are farther."
        notes.append(Note("Screws", Message(text, (BLOCKS_APART,))))
    if not any(board.role == "base" for board in skirt.body.boards):
        return tuple(notes)
    text = "Pry it off from behind; scrape glue off, fill nail holes and torn edges."
    notes.append(Note("Old base", Message(text)))
    gap = skirt.body.base_height - skirt.change.height
    if gap > 1.0:
        text = "The piece comes down by {0}: what the old base covered below is seen now, fill and paint it too."
        notes.append(Note("Gap", Message(text, (gap,))))
    if blocks and skirt.change.blocks == "base":
        got = old_blocks(skirt)
        words = "enough" if got >= blocks else f"{blocks - got} more from offcuts"
        notes.append(Note("Of it", Message(f"{got} blocks {{0}} long: {words}.", (skirt.change.height,))))
    return tuple(notes)


def old_blocks(skirt: "SkirtSet") -> int:
    """How many blocks, as long as the new skirt is high, what comes off gives."""
    kerf, found = skirt.shop.kerf, 0
    for board in skirt.body.boards:
        if board.role == "base":
            _, wide, long = board.solid.sizes
            found += int((long + kerf) / (skirt.change.height + kerf)) * int(
                (wide + kerf) / (2 * BLOCK_THICK + kerf)
            )
    return found


def old_holes_miss(skirt: "SkirtSet") -> tuple[Finding, ...]:
    """The old screws stood in the middle of the old base's boards: the new ones must lie under them."""
    fronts = [b.solid.box for b in skirt.body.boards if b.id.endswith("/base/front")]
    if skirt.change.hold != "holes" or not fronts:
        return ()
    old = (fronts[0][0][1] + fronts[0][1][1]) / 2
    new = min(y for _, y in skirt.outer) + skirt.t / 2
    off = abs(old - new)
    if off <= skirt.t / 2 - SCREW_EDGE:
        return ()
    wanted = old - skirt.t / 2 - min(y for _, y in skirt.body.plan)
    fixes = [Fix(Message("Hold it by blocks"), skirt.change.id, "hold", "blocks")]
    if skirt.change.fit == "in" and wanted >= 0:
        fixes.insert(0, Fix(Message("Set it back {0}", (wanted,)), skirt.change.id, "setback", wanted))
    return (
        Finding(
            "old_holes_miss",
            "mind",
            Message("The old holes miss the new skirt by {0}", (off - skirt.t / 2 + SCREW_EDGE,)),
            Message("They lie {0} behind the front, the middle of its board {1}.", (old, new)),
            tuple(member.board.id for member in skirt.members[:1]),
            skirt.change.id,
            tuple(fixes),
        ),
    )
