"""What holds shelves, how far they bend, and what to mind of them."""

from zygoform.core.changes.shelves.bay import GROOVE_SHARE, ShelfBay
from zygoform.core.goods.fittings import GLUE_ML_PER_M2
from zygoform.core.goods.screws import pocket_screw, wood_screw
from zygoform.core.measure.message import Message
from zygoform.core.measure.write import Fine, KilosAMetre, MlASquareMetre
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Note, Supply
from zygoform.core.statics.sag import LOAD_KG_M, LOOKS_STRAIGHT, LOOSEST, MODULUS, Sag, creep_of, sag
from zygoform.core.tolerance import SAME_MM

SCREWS_A_CLEAT, SCREWS_AN_END = 3, 2
"""Screws through a cleat, and into a shelf's end. [practice]"""


def shelf_fittings(bay: "ShelfBay") -> tuple[Fitting, ...]:
    change, count = bay.change, sum(not place.is_floor for place in bay.places)
    sizes = bay.shop.sizes_of("wood screw")
    cleats = sum(member.board.id.startswith(f"{change.id}/cleat/") for member in bay.members)
    found = []
    if cleats:
        screw = wood_screw(bay.strip.thickness, bay.body.side_thickness, sizes)
        why, n = Message(f"{SCREWS_A_CLEAT} in each of {cleats} cleats, {{0}} long", (screw.length,)), cleats
        use = "hold the cleats"
        found.append(Fitting(change.id, "wood screw", screw.length, SCREWS_A_CLEAT * n, use, why, driven=screw))
    elif bay.is_low:
        screw, why = wood_screw(bay.t, _leg_thick(bay), sizes), Message("2 into each leg")
        found.append(Fitting(change.id, "wood screw", screw.length, 8, "two into each leg", why, driven=screw))
    elif change.fixing == "pins" and count:
        why = Message("4 a shelf")
        found.append(Fitting(change.id, "shelf pin", 0.0, 4 * count, "under the shelves", why))
    pocketed = [place for place in bay.places if change.fixing == "screws" or (place.is_floor and not bay.is_low)]
    if pocketed:
        screw = pocket_screw(bay.t, bay.body.side_thickness, bay.shop.sizes_of("pocket screw"))
        why = Message(f"{SCREWS_AN_END} at each end of {len(pocketed)} of the shelves")
        amount = 2 * SCREWS_AN_END * len(pocketed)
        use = "hold shelves and floors"
        found.append(Fitting(change.id, "pocket screw", screw.length, amount, use, why, driven=screw))
    if change.uprights and not bay.is_low:
        screw, amount = wood_screw(bay.t, bay.t, sizes), 4 * change.uprights
        why = Message("2 at the top and 2 at the foot of each upright")
        found.append(Fitting(change.id, "wood screw", screw.length, amount, "hold the uprights", why, driven=screw))
    return tuple(found)


def _leg_thick(bay: "ShelfBay") -> float:
    """The thinnest of the legs that a low shelf is screwed to."""
    return min(leg.solid.sizes[1] for leg in bay.room.legs)


def shelf_supplies(bay: "ShelfBay") -> tuple[Supply, ...]:
    change = bay.change
    lips = sum(member.part.length for member in bay.members if "/lip/" in member.board.id)
    ends = 2 * len(bay.places) * bay.depth if change.fixing == "grooves" else 0.0
    long = lips + ends
    if not long:
        return ()
    why = Message("{0} of joint {1} wide, {2}", (long, bay.t, MlASquareMetre(GLUE_ML_PER_M2)))
    return (Supply(change.id, "glue", long * bay.t / 1e6 * GLUE_ML_PER_M2, "shelves", why),)


def _bend(bay: "ShelfBay", span: float, *, lip: bool) -> Sag | None:
    """How far a shelf of that span bends in the long run; None where the wood's stiffness is not known."""
    material = bay.size.species
    if material not in MODULUS:
        return None
    high, thick = (bay.strip.width, bay.strip.thickness) if lip else (0.0, 0.0)
    load, creep = LOAD_KG_M[bay.change.load] * span / 1000, creep_of(material)
    deep = bay.depth - thick
    return sag(span, deep, bay.t, material, load, units="mm", creep=creep, lip_h=high, lip_t=thick)


def shelf_notes(bay: "ShelfBay") -> tuple[Note, ...]:
    change, notes = bay.change, list[Note]()
    span = max(right - left for left, right in bay.cells)
    bend = _bend(bay, span, lip=change.lip)
    if bend is not None and bay.places:
        words = f"Over {{0}}, under {{1}}, by {{2}} in the long run: {bend.share} of it, "
        words += "less than the eye sees." if bend.ratio <= LOOKS_STRAIGHT else "which the eye sees."
        notes.append(
            Note("Bends", Message(words, (span, KilosAMetre(LOAD_KG_M[change.load]), Fine(bend.longterm))))
        )
    if change.fixing == "grooves" and not bay.is_low:
        text = "{0} deep and {1} wide, from the front edge to the back; test the width on a scrap first."
        notes.append(Note("Grooves", Message(text, (bay.t * GROOVE_SHARE, bay.t))))
    if change.fixing == "pins":
        notes.append(
            Note("Pins", Message("Bore all four rows with one jig, from the floor up, so that no shelf rocks."))
        )
    if any(place.is_floor for place in bay.places) and not bay.is_low:
        text = "It lies on the rail in front and is screwed to both sides: nothing closes the room below."
        notes.append(Note("Floor", Message(text)))
    if any(member.rough is not None for member in bay.members) and change.fixing != "grooves":
        text = "The body is out of square: cut shelves to the largest size, mark their ends from the room."
        notes.append(Note("Out of square", Message(text)))
    if bay.room.removed:
        notes.append(Note("Inside", Message("It will be seen: clean, fill and paint it before the shelves go in.")))
    if change.cable:
        text = "Bore {0} through the back, low and near a side, from the inside; round its edge."
        notes.append(Note("Cables", Message(text, (change.cable,))))
    if bay.room.legs:
        notes.append(Note("Notches", Message("Mark the corners from the legs themselves; cut them a hair wide.")))
    return tuple(notes)


def shelf_findings(bay: "ShelfBay") -> tuple[Finding, ...]:
    change, found = bay.change, list[Finding]()
    span = max(right - left for left, right in bay.cells)
    bend = _bend(bay, span, lip=change.lip) if bay.places else None
    if bend is not None and bend.ratio > LOOKS_STRAIGHT:
        fixes = list[Fix]()
        lipped = _bend(bay, span, lip=True)
        if not change.lip and lipped is not None and lipped.ratio < bend.ratio / 1.5:
            fixes.append(Fix(Message("Give it a lip in front"), change.id, "lip", True))
        if not bay.is_low and change.uprights < 8:
            fixes.append(Fix(Message("Put in one more upright"), change.id, "uprights", change.uprights + 1))
        found.append(
            Finding(
                "shelf_sags",
                "mind" if bend.ratio > LOOSEST else "note",
                Message("The shelf will sag by {0}", (Fine(bend.longterm),)),
                Message(
                    f"Over {{0}}, with {{1}}, that is {bend.share} of it: the eye sees more than 1/600, {{2}}.",
                    (span, KilosAMetre(LOAD_KG_M[change.load]), Fine(span * LOOKS_STRAIGHT)),
                ),
                tuple(member.board.id for member in bay.members if "/shelf/" in member.board.id)[:1],
                change.id,
                tuple(fixes),
            )
        )
    found += _thing(bay)
    if bay.room.carried and not change.uprights and span > 700:
        found.append(
            Finding(
                "carried_load",
                "mind",
                Message("What comes out held up the top"),
                Message("You remove an upright. The top is then unsupported for {0}.", (span,)),
                tuple(member.board.id for member in bay.members)[:1],
                change.id,
                (Fix(Message("Put in one upright"), change.id, "uprights", 1),),
            )
        )
    return tuple(found)


def _thing(bay: "ShelfBay") -> list[Finding]:
    """Whether what the room is made for goes in: as deep as the room, and under what hangs from the shelf above."""
    change, found = bay.change, list[Finding]()
    where = tuple(member.board.id for member in bay.members if "/shelf/" in member.board.id)[:1]
    if change.thing_deep > bay.depth - change.around + 0.5:
        out = change.thing_deep - bay.depth
        what = Message("What is to stand in it comes {0} out of the front", (out,))
        if out <= 0:
            what = Message("What is to stand in it has no room behind it")
        sizes = (bay.depth, change.thing_deep, change.around)
        why = Message("The room is {0} deep, the thing {1}, with {2} round it.", sizes)
        found.append(Finding("thing_stands_out", "mind", what, why, where, change.id))
    hangs = bay.strip.width - bay.t if change.lip else 0.0
    if change.lowest and change.shelves and hangs > change.around + SAME_MM:
        passes = change.lowest + change.around - hangs
        found.append(
            Finding(
                "does_not_pass",
                "mind",
                Message("A thing {0} high does not pass under the lip", (change.lowest,)),
                Message("The lip hangs {0} below the shelf: only {1} passes.", (hangs, passes)),
                where,
                change.id,
                (
                    Fix(Message("Give it {0} round it", (hangs,)), change.id, "around", hangs),
                    Fix(Message("Leave the lip out"), change.id, "lip", False),
                ),
            )
        )
    return found
