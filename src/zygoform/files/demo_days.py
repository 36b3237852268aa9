"""The counter in the middle of its days: what was done in the week before, a coat still drying, a gate still open.

All made up; told relative to the day it is opened on.
"""

from datetime import datetime, timedelta

from msgspec import structs

from zygoform.core.days.hours import DaySpan, Hours
from zygoform.core.days.log import Days, Entry, EntryKind, Lesson
from zygoform.core.project import Project

_DONE = """
p1/body/main/drawers | 6 | 18:15 | 5 | 6 | Take off: drawer 2, front
p1/body/main/hardware | 6 | 18:30 | 15 | 14 | Take off: knob of drawer 1, knob of drawer 2, knob of drawer 3
p1/body/main/loose | 6 | 18:35 | 5 | 6 | Take off: door 1, panel
p1/body/main/back | 6 | 19:05 | 30 | 30 | Take off: back
buy/all | 6 | 20:30 | 85 | 102 | Buy what is on the list: 50 things
p1/body/main/top | 6 | 20:50 | 20 | 16 | Take off: top
p1/body/main/below | 5 | 9:30 | 40 | 56 | Take off: base, front, base, back, base, left and 1 more
c3/mend | 5 | 9:55 | 25 | 26 | Split: glue and clamp
c1/cut | 5 | 10:15 | 20 | 22 | Cut 4 parts: Top plank
c1/bore | 5 | 10:40 | 25 | 22 | Bore the pocket holes from below
c1/dry | 5 | 10:55 | 15 | 20 | Dry fit the whole top: faces level, joints closed, boards as marked
c1/glue | 5 | 11:35 | 40 | 40 | Glue, clamp, check that it is flat, drive the screws
c2/cut | 5 | 13:05 | 30 | 36 | Cut 4 parts: Skirt front, Skirt right, Skirt back and more
c11/plug | 5 | 13:20 | 15 | 12 | Bore out and glue dowels into 3 old holes, saw and sand flush
c2/dry | 5 | 13:35 | 15 | 21 | Dry fit it round the piece, front first: mitres closed, corners square to the floor
c2/glue | 5 | 14:50 | 75 | 79 | Glue the corners and the blocks behind them
c13/cut | 5 | 15:20 | 30 | 33 | Cut 24 strips at a stop, the longest first
c13/try | 5 | 15:35 | 15 | 14 | Lay all of it dry, drawers in place; step back
c13/glue | 5 | 16:05 | 30 | 39 | Glue 24 strips on from the middle out, by a spacer; wipe, weigh down
c4/cut | 5 | 16:20 | 15 | 15 | Cut 2 parts: Runner
c7/cut | 5 | 16:50 | 30 | 36 | Cut 3 parts: New back
c12/back | 5 | 17:00 | 10 | 8 | Cut back 3 parts of the box where the flap swings in
c1/trim | 4 | 9:50 | 50 | 70 | Trim it to its length, round the corners
c4/mend | 4 | 11:00 | 70 | 74 | Worn or broken runner, guide: new runners, as a pair
c1/fix | 4 | 13:05 | 65 | 72 | Fix it from below, so that the wood can move
c6/cut | 4 | 13:25 | 20 | 18 | Cut 3 parts: Shelf 1, Cleat
c7/fix | 4 | 14:10 | 45 | 58 | Measure both diagonals, pull the piece square, fix the back
c12/hang | 4 | 14:40 | 30 | 30 | Hang the flap on 3 hinges with two screws each; open it slowly, then drive the rest
c6/prepare | 4 | 15:00 | 20 | 24 | Mark the heights on both sides from one stick, fix the cleats level
c8/fix | 4 | 15:25 | 25 | 20 | Stand it where it stays, screw the straps on
c2/fix | 4 | 15:50 | 25 | 35 | Turn the piece over, screw the skirt on
c5/out | 4 | 16:10 | 20 | 21 | Take out 1 old insert, strips or staples first
c11/check | 4 | 16:25 | 15 | 16 | Tape the template on every front, step back and look before you bore
c13/ease | 4 | 16:45 | 20 | 18 | Trim flush at the edges, sand, caulk or fill the joints
c12/stay | 4 | 17:00 | 15 | 20 | Fit 2 stays so that it stops level, and the catch
c6/fit | 3 | 18:15 | 15 | 15 | Fit every shelf dry before it is finished; it goes in without force
c11/bore | 3 | 18:20 | 5 | 6 | Bore 6 holes from the face, a block clamped behind
finish/p1/out | 3 | 18:30 | 10 | 8 | Take the drawers out (3), number each and its place
finish/p1/hardware/clean-alcohol | 3 | 18:35 | 5 | 7 | Clean hardware with alcohol
finish/p1/top/clean-soap | 3 | 18:50 | 15 | 16 | Clean top with soap
finish/p1/hardware/scuff | 3 | 18:55 | 5 | 6 | Scuff hardware dull, 320
finish/p1/hardware/prime-metal-primer.1 | 3 | 19:00 | 5 | 4 | Metal primer on hardware, brush
finish/p1/cane/clean-no-rinse-cleaner | 3 | 19:05 | 5 | 6 | Clean cane, mesh with no-rinse cleaner
finish/p1/back/clean-soap | 3 | 19:20 | 15 | 15 | Clean back with soap
finish/p1/body/clean-degreaser | 3 | 19:50 | 30 | 36 | Clean body and fronts with degreaser
finish/p1/top/sand | 2 | 18:20 | 30 | 24 | Sand top, 150, 220
finish/p1/inside/clean-no-rinse-cleaner | 3 | 20:55 | 55 | 77 | Clean inside bays with no-rinse cleaner
finish/p1/top/test | 2 | 18:45 | 25 | 26 | A test board of all coats for top: same wood, sanded the same
finish/p1/top/colour-oil-stain.1 | 2 | 19:00 | 15 | 16 | Oil stain on top, rag
finish/p1/hardware/colour-spray-paint.1 | 2 | 19:15 | 15 | 14 | Aerosol paint on hardware, coat 1 of 2, can
finish/p1/back/sand | 2 | 19:50 | 35 | 46 | Sand back, 150, 220
finish/p1/hardware/colour-spray-paint.2 | 2 | 20:10 | 15 | 15 | Aerosol paint on hardware, coat 2 of 2, can
finish/p1/back/test | 2 | 20:35 | 25 | 30 | A test board of all coats for back: same wood, sanded the same
finish/p1/back/colour-paint-wash.1 | 2 | 20:50 | 15 | 12 | Thinned wash on back, rag
finish/p1/cane/colour-acrylic-paint.1 | 2 | 21:00 | 10 | 14 | Acrylic paint on cane, mesh, coat 1 of 2, brush
finish/p1/back/clear-water-clear.1 | 1 | 18:15 | 15 | 16 | Water-based clear on back, coat 1 of 2, foam brush
finish/p1/body/scuff | 1 | 18:40 | 25 | 28 | Scuff body and fronts dull, 180
finish/p1/body/fill-light-filler | 1 | 19:00 | 20 | 18 | Fill what shows on body and fronts
finish/p1/top/clear-water-clear.1 | 1 | 19:10 | 10 | 13 | Water-based clear on top, coat 1 of 3, foam brush
finish/p1/boxes/clean-no-rinse-cleaner | 1 | 20:00 | 50 | 50 | Clean drawer boxes with no-rinse cleaner
finish/p1/cane/colour-acrylic-paint.2 | 1 | 20:10 | 10 | 12 | Acrylic paint on cane, mesh, coat 2 of 2, brush
finish/p1/back/clear-water-clear.2 | 1 | 20:35 | 20 | 16 | Water-based clear on back, coat 2 of 2, foam brush
finish/p1/top/clear-water-clear.2 | 0 | 62 | 20 | 28 | Water-based clear on top, coat 2 of 3, foam brush
finish/p1/body/prime-adhesion-primer.1 | 0 | 40 | 20 | 21 | Adhesion primer on body and fronts, foam roller
"""
"""Step, days ago, the clock when it was done (today: minutes ago), minutes planned and real, what it is."""
_ANSWERS = (
    ("finish/p1/top/test", "Is the colour right on the test board for top?", "colour:yes"),
    ("finish/p1/back/test", "Is the colour right on the test board for back?", "colour:yes"),
    ("finish/p1/hardware/colour-spray-paint.1", "Does the spray for hardware lie well on scrap?", "spray:yes"),
)
_NOTES = (
    ("c1/glue", 5, "11:40", "The third board rose a little: one more clamp across the middle."),
    ("finish/p1/top/colour-oil-stain.1", 2, "19:05", "One part stain to one spirit, wiped after eight minutes."),
)
_PHOTOS = (("finish/p1/back/clean-soap", 3, "19:21", "Clean back with soap", "h3"),)
_LESSONS = (
    Lesson("l1", "Position the pulls before painting", ("change:pulls",)),
    Lesson("l2", "Prime in the morning: two coats of colour fit in the day", ("phase:colour",)),
)


def in_its_days(project: Project, now: datetime) -> Project:
    """The demo as of now: its log, hours and lessons."""
    entries = list[tuple[datetime, EntryKind, dict[str, object]]]()
    for line in _DONE.strip().splitlines():
        step, ago, clock, planned, real, what = line.split(" | ")
        at = _at(now, int(ago), clock)
        done = {"step": step, "what": what, "minutes": float(real), "planned": float(planned)}
        entries.append((at, "done", done))
        entries += [
            (at, "answer", {"step": own, "what": asks, "text": key}) for own, asks, key in _ANSWERS if own == step
        ]
    entries += [(_at(now, days, at), "note", {"step": step, "text": text}) for step, days, at, text in _NOTES]
    entries += [
        (_at(now, days, at), "photo", {"step": step, "what": what, "photo": photo})
        for step, days, at, what, photo in _PHOTOS
    ]
    entries.sort(key=lambda entry: entry[0])
    log = tuple(Entry(f"e{k}", kind, at, **values) for k, (at, kind, values) in enumerate(entries, 1))  # type: ignore[arg-type]
    evening, free = (DaySpan(18 * 60, 21 * 60),), (DaySpan(9 * 60, 12 * 60), DaySpan(13 * 60, 17 * 60))
    hours = Hours(week=((evening,) * 4 + ((DaySpan(17 * 60, 21 * 60),),) + (free,) * 2))
    wanted = (now + timedelta(days=6)).date().isoformat()
    return structs.replace(project, days=Days(hours=hours, wanted=wanted, log=log, lessons=_LESSONS))


def _at(now: datetime, ago: int, clock: str) -> datetime:
    """That clock so many days ago; of today so many minutes ago."""
    if not ago:
        return now - timedelta(minutes=int(clock))
    hour, _, minute = clock.partition(":")
    return (now - timedelta(days=ago)).replace(hour=int(hour), minute=int(minute), second=0, microsecond=0)
