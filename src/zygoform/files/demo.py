"""The Harbour Lane counter: an old shop counter that gets a top, shelves, a back, a skirt or legs. All made up.

Its photos are drawn by tools/draw_photos.py.
"""

from datetime import datetime, timedelta
from typing import Any, Literal

from msgspec import structs

from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.coats.layer import (
    BorderChoice,
    CoatLayer,
    Colour,
    Finishing,
    Recipe,
    RecipePart,
    ShelfCan,
    ZoneChoice,
)
from zygoform.core.coats.readymade import ready_stack
from zygoform.core.condition.condition import SHIPPED, Bag, Dot, Fault, Photo
from zygoform.core.condition.materials import MadeOf
from zygoform.core.days.hours import DaySpan, Hours
from zygoform.core.days.log import Days, Entry, EntryKind, Lesson
from zygoform.core.edits.condition import add_dot, add_fault, add_photos, mend, set_fault_size, set_made_of
from zygoform.core.edits.edited import read_readings
from zygoform.core.edits.fronts import divide, hold, set_cell_size, set_opening_reading
from zygoform.core.edits.pieces import copy_piece, new_piece, rename
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import set_unit
from zygoform.core.form.front import Division, Opening, replaced
from zygoform.core.form.inside.door import BayParts, DoorParts
from zygoform.core.form.kinds.case_piece import CasePiece
from zygoform.core.form.registry import target_in
from zygoform.core.measure.param import in_own_system, param
from zygoform.core.measure.parse import INCH
from zygoform.core.measure.reading import Reading, Readings
from zygoform.core.project import Project, Variant
from zygoform.core.shop import Shop
from zygoform.files.prices_csv import PriceList, shipped_prices

_READINGS = {
    "width": '1560.5 mm (device); 61 7/16"',
    "height": '878.5 mm (device); 879 mm (device); 34 5/8"',
    "depth": '22 1/16"',
    "overhang_sides": '13/16"',
    "overhang_front": '13/16"',
    "overhang_back": '3/8"',
    "base_height": '3 1/2"',
    "base_setback": '1 1/2"',
    "top_thickness": '1 1/4"',
    "side_thickness": '3/4"',
    "rail_thickness": '3/4"',
    "back_thickness": '1/4"',
    "corner_left": "90 (device)",
}
_DRAWERS = Division("d9", "rows", tuple(Opening(f"o{k}", "drawer") for k in (1, 6, 7)), ((), (), ()))
_FRONT = Division("d5", "columns", (_DRAWERS, Opening("o2"), Opening("o3")), ((Reading('22"', 22 * INCH),), (), ()))


def fresh_project(
    usual: Shop | None = None,
    prices: PriceList | None = None,
    fan: Finishing | None = None,
    learnt: Days | None = None,
    system: Literal["", "inch", "mm"] = "",
) -> Project:
    """A project with nothing in it but prices and the usual settings; both as shipped where none are given.

    `fan` holds the colours and mixes of other projects, `learnt` what was learnt in them; `system` is that of
    the lengths one had on screen last.
    """
    prices = prices or shipped_prices()
    shop = structs.replace(usual or Shop(), timber=prices.timber, packs=prices.packs)
    project = Project(shop=shop, finishing=fan or Finishing(), days=learnt or Days())
    return set_unit(project, system).project if system else project


def demo_project() -> Project:
    """The counter with thirteen changes in two variants: low on a skirt, or on legs under a tiled top."""
    project = _with_door(counter_begun())
    for fault, remedy in (("f2", "glue"), ("f3", "runners")):
        project = mend(project, fault, remedy).project
    project = _with(project, _MORE)
    first = structs.replace(project.variant, name="On its skirt", left_out=("c9", "c10"))
    variants = first, Variant("v2", "On legs, tiled", left_out=("c1", "c2"))
    return structs.replace(project, variants=variants, finishing=counter_finish())


ChangeRows = tuple[tuple[str, str, dict[str, Any]], ...]
"""Kind of change, what it is for, what is set."""


def _with(project: Project, planned: ChangeRows) -> Project:
    """More changes, begun as one begins them by hand; the piece is built once for all, or a start would wait."""
    assert project.piece is not None
    form, number, changes = project.piece.build(), project.next_number, list(project.changes)
    for kind, target, values in planned:
        meant = target_in(form, target)
        assert meant is not None
        begun = CHANGE_KINDS[kind].load().begin(f"c{number}", number, meant, project.shop)
        change = in_own_system(begun, project.shop.unit.system)
        changes.append(structs.replace(change, **values))
        number += 1
    return structs.replace(project, changes=tuple(changes), next_number=number)


_BEGUN: ChangeRows = (
    (
        "plank_top",
        "p1/body/main",
        {"overhang_left": 1.25 * INCH, "overhang_right": 1.25 * INCH, "overhang_front": INCH, "radius": 2 * INCH},
    ),
    ("skirt", "p1/body/main", {}),
)
_MORE: ChangeRows = (
    ("insert", "p1/opening/o2", {}),
    ("shelves", "p1/opening/o3", {"reach": "opening", "shelves": 1, "lowest": 13 * INCH, "cable": 2 * INCH}),
    ("back_panel", "p1/body/main", {"pieces": 3}),
    ("wall_anchor", "p1/body/main", {}),
    ("legs", "p1/body/main", {"shape": "tapered", "splay_side": 8.0, "splay_front": 8.0, "height": 7 * INCH}),
    ("tiled_top", "p1/body/main", {}),
    ("pulls", "p1/body/main", {"spacing": 3 * INCH, "stained": True}),
    ("drop_flap", "p1/opening/o1", {}),
    ("pattern", "p1/body/main", {"family": "frames", "rings": 2, "gap": 0.75 * INCH, "margin": 0.5 * INCH}),
)
"""What follows the top, the skirt and two mends."""


def _with_door(project: Project) -> Project:
    """A framed door before the middle bay, two shelves behind it."""
    piece = project.piece
    assert isinstance(piece, CasePiece)
    door = DoorParts("frame", "panel", _inches('2 1/2"', 2.5), _inches('2 1/2"', 2.5))
    front = replaced(piece.front, "o2", Opening("o2", "door", door=door, bay=BayParts(2)))
    return structs.replace(project, pieces=(structs.replace(piece, front=front),))


def counter_begun() -> Project:
    """Measured in inches; three drawers on the left, two open bays; one corner not yet measured; four faults."""
    project, piece = fresh_project(), CasePiece("p1", "Harbour Lane counter")
    # Put in as it was taken down: a start must not wait for edits.
    readings = {
        name: read_readings(param(CasePiece, name), text, project.shop.unit) for name, text in _READINGS.items()
    }
    project = structs.replace(
        project, name=piece.name, pieces=(_looked_over(structs.replace(piece, front=_FRONT, **readings)),)
    )
    project = _with(project, _BEGUN)
    return structs.replace(project, photos=_PHOTOS)


def _looked_over(piece: CasePiece) -> CasePiece:
    """With the state the counter was found in."""
    made_of = tuple(MadeOf(f"p1/{part}", "solid", "beech") for part in ("top/main", "side/left", "side/right"))
    return structs.replace(
        piece,
        faults=_FAULTS,
        made_of=(*made_of, MadeOf("p1/back/main", "plywood")),
        bags=(Bag("b1", "Turned knobs", 3, (), "Drawer 1 to drawer 3"),),
    )


def _inches(text: str, inches: float) -> Readings:
    return (Reading(text, inches * INCH),)


_FAULTS = (
    Fault("f1", "stain", "p1/top/main", (900, 200, 790), _inches('6 1/4"', 6.25), _inches('6 1/4"', 6.25)),
    Fault(
        "f2",
        "split",
        "p1/side/left",
        (0, 260, 480),
        _inches('10 1/4"', 10.25),
        (Reading("1 mm", 1.0),),
        (Reading('3/4"', 0.75 * INCH, "guessed"),),
    ),
    Fault("f3", "worn_runner", "p1/front/o6", (280, 0, 350), _inches('20 1/2"', 20.5), _inches('3/4"', 0.75)),
    Fault(
        "f4",
        "old_holes",
        "p1/back/main",
        (1000, 530, 400),
        width=(Reading("6 mm", 6.0),),
        depth=(Reading('1/4"', 0.25 * INCH, "guessed"),),
    ),
)
_PHOTOS = (
    Photo(
        "h1",
        f"{SHIPPED}counter-front.png",
        "As it came in",
        (Dot(1, 0.66, 0.2, "p1/top/main"), Dot(2, 0.23, 0.5, "p1/front/o6")),
    ),
    Photo("h2", f"{SHIPPED}counter-left.png", "Split", (Dot(3, 0.5, 0.45, "p1/side/left"),)),
    Photo("h3", f"{SHIPPED}counter-back.png", "Back", (Dot(4, 0.4, 0.5, "p1/back/main"),)),
)


# The finish of the demos: colours, recipes and a stack for every zone. All made up.

FAN = (
    Colour("k1", "Harbour blue", "#3b5d7a", "Tin 4, shelf"),
    Colour("k2", "Oat", "#e6dcc3", "Tin 7, shelf"),
    Colour("k3", "Walnut brown", "#5b3a22", "Small tin"),
    Colour("k4", "Brick", "#9c4a37"),
    Colour("k5", "Sage", "#8fa089"),
    Colour("k6", "Ink", "#2b2f38", "Can, hook"),
)


def _zone(zone: str, stack: str, colour: str = "", **values: object) -> ZoneChoice:
    """A ready-made stack in a colour; `values` for its coats of colour."""
    ready = ready_stack(stack)
    layers = ready.layers if ready is not None else ()
    return ZoneChoice(zone, layers=tuple(_coloured(layer, colour, values) for layer in layers))


def _coloured(layer: CoatLayer, colour: str, values: dict[str, object]) -> CoatLayer:
    return structs.replace(layer, colour=colour, **values) if layer.doing == "colour" else layer


def counter_finish() -> Finishing:
    """Harbour blue over a stained top; the wash inside is a recipe; whether it bleeds is still open."""
    mix = Recipe(
        "r1", "Harbour wash", (RecipePart("acrylic paint", 1, "k2"), RecipePart("water", 2)), "", "150, 220",
        "Tried on an offcut: even, the grain stays.",
    )  # fmt: skip
    inside = (
        CoatLayer("clean", "no-rinse cleaner", way="rag"),
        CoatLayer("sand", grits=(180,)),
        CoatLayer("prime", "stain blocker", 1, "brush"),
        CoatLayer("colour", "acrylic paint", 1, "brush", colour="k2"),
    )
    return Finishing(
        zones=(
            _zone("p1/top", "stain_clear", "k3"),
            _zone("p1/body", "paint_primed", "k1"),
            ZoneChoice("p1/inside", layers=inside),
            _zone("p1/boxes", "boxes_wax"),
            _zone("p1/back", "wash", "k2", recipe="r1"),
            ZoneChoice("p1/underside", state="bare"),
            _zone("p1/hardware", "hardware", "k6"),
            _zone("p1/cane", "cane", "k2"),
            ZoneChoice("p1/tiles", state="masked"),
            ZoneChoice("p1/unseen", state="bare"),
        ),
        colours=FAN,
        recipes=(mix,),
        shelf=(ShelfCan("s1", "adhesion primer", 0.25),),
        borders=(BorderChoice("p1/body", "p1/inside"),),
    )


def set_finish() -> Finishing:
    """Oat for both cupboards, the shelf and the bench; oil on the tops; the bed head and the chest in sage."""
    oat, sage = _zone("p1/body", "paint_primed", "k2"), _zone("p4/body", "enamel", "k5")
    untried = Recipe("r1", "Sage wash", (RecipePart("acrylic paint", 1, "k5"), RecipePart("water", 3)))
    wash = _zone("p5/top", "wash", "k5", recipe="r1")
    tried = tuple(layer for layer in wash.layers if layer.doing != "test")
    tops = _zone("p1/top", "hardwax"), structs.replace(wash, layers=tried)
    boxes = _zone("p1/boxes", "boxes_wax")
    return Finishing(
        zones=(
            oat,
            sage,
            *tops,
            boxes,
            _zone("p1/inside", "inside"),
            _zone("p1/hardware", "hardware", "k6"),
            _zone("p1/cane", "cane", "k2"),
            *(ZoneChoice(f"{piece}/body", same_as="p1/body") for piece in ("p2", "p3", "p5", "p6")),
            ZoneChoice("p7/body", same_as="p4/body"),
            *(ZoneChoice(f"{piece}/top", same_as="p1/top") for piece in ("p2", "p6", "p7")),
            *(ZoneChoice(f"{piece}/inside", same_as="p1/inside") for piece in ("p2", "p3", "p7")),
            *(ZoneChoice(f"{piece}/boxes", same_as="p1/boxes") for piece in ("p2", "p5")),
            *(ZoneChoice(f"{piece}/hardware", same_as="p1/hardware") for piece in ("p2", "p5")),
            ZoneChoice("p2/cane", same_as="p1/cane"),
        ),
        colours=FAN,
        recipes=(untried,),
    )


# The Mill Row set: a pair of bedside cupboards and what stood with them. All made up.
#
# Its photos are drawn by tools/draw_photos.py.


def set_demo() -> Project:
    """The Mill Row set, in mm: two alike cupboards, a hanging shelf, a bed head, a table, a bench and a chest."""
    project = _cupboards(set_unit(fresh_project(), "mm").project)
    project = _piece(project, "Hanging shelf", "wall_shelf", 600, 520, 180, board_thickness="18 mm", brackets="0")
    project = set_reading(project, "side_thickness", "18 mm", on="p3").project
    project = divide(project, "p3/opening/o1", "rows", 3).project
    project = _piece(
        project, "Bed head", "flat_panel", 1460, 1080, 32, outline="arched", rise="120 mm", frame_width="80 mm"
    )
    project = set_reading(project, "leg_height", "380 mm", on="p4").project
    project = divide(project, "p4/opening/o1", "columns", 3).project
    project = _piece(project, "Writing table", "table", 1100, 745, 560, leg_width="50 mm", apron_height="110 mm")
    project = divide(project, "p5/opening/o1", "columns", 2).project
    project = hold(hold(project, "p5/opening/o1", "drawer").project, "p5/opening/o2", "drawer").project
    project = _piece(project, "Bench", "seat", 1000, 450, 340, back_height="420 mm", arm_height="200 mm")
    project = _piece(project, "Blanket chest", "lidded_box", 950, 480, 450, lid_thickness="20 mm")
    project = _looked_over_set(project)
    return structs.replace(project, name="Mill Row set", finishing=set_finish())


def _piece(project: Project, name: str, kind: str, width: int, height: int, depth: int, **entries: str) -> Project:
    sizes = {"width": f"{width} mm", "height": f"{height} mm", "depth": f"{depth} mm"}
    project = new_piece(project, name, sizes, kind).project
    for entry, text in entries.items():
        project = set_reading(project, entry, text, on=project.pieces[-1].id).project
    return project


def _cupboards(project: Project) -> Project:
    """One measured, its drawer closely; the other copied, with its own width and what is planned for both."""
    project = _piece(
        project, "Left cupboard", "case", 420, 660, 380, base="legs", base_height="120 mm", leg_width="45 mm"
    )
    project = divide(project, "p1/opening/o1", "rows", 2).project
    project = set_cell_size(project, "p1/opening/o1", "120 mm").project
    project = hold(hold(project, "p1/opening/o1", "drawer").project, "p1/opening/o2", "door").project
    close = {
        "across_top": "366",
        "across_middle": "365.5",
        "across_bottom": "367",
        "up_left": "120",
        "up_right": "121",
    }
    for place, text in {**close, "rising": "388", "falling": "383.5"}.items():
        project = set_opening_reading(project, "p1/opening/o1", place, f"{text} mm (device)").project
    project = add_fault(project, "p1/front/o2", "chipped_veneer", (300.0, 0.0, 200.0)).project
    project = set_fault_size(project, "f1", "length", "35 mm").project
    project = mend(project, "f1", "patch").project
    project = set_made_of(project, ("p1/front/o1", "p1/front/o2"), "veneer on board").project
    project = add_change(project, "plank_top", "p1/body/main").project
    project = add_change(project, "cutout", "p1/opening/o2").project
    oval = project.changes[-1].id
    for entry, value in (("side", 70.0), ("top", 90.0), ("bottom", 90.0), ("edge", "banded")):
        project = set_value(project, oval, entry, value).project
    project = copy_piece(project, "p1", mirrored=True, with_changes=True).project
    project = rename(project, "Right cupboard", on="p2").project
    return set_reading(project, "width", "418 mm", on="p2").project


def _looked_over_set(project: Project) -> Project:
    project = add_fault(project, "p7/lid/main", "stain", (300.0, 150.0, 480.0)).project
    project = add_fault(project, "p4/stile/left", "loose_joint", (40.0, 0.0, 500.0)).project
    photos = (("cupboard-left.png", "Left cupboard"), ("bed-head.png", "Bed head"), ("chest.png", "Blanket chest"))
    project = add_photos(project, tuple((SHIPPED + file, title) for file, title in photos)).project
    for photo, x, y, part in (
        ("h1", 0.55, 0.6, "p1/front/o2"),
        ("h2", 0.2, 0.5, "p4/stile/left"),
        ("h3", 0.5, 0.3, "p7/lid/main"),
    ):
        project = add_dot(project, photo, x, y, part).project
    return project


# The counter in the middle of its days: what was done in the week before, a coat still drying, a gate still open.
#
# All made up; told relative to the day it is opened on.

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
c6/cut | 4 | 13:25 | 20 | 18 | Cut 3 parts: Shelf 1, Cleat
c12/hang | 4 | 14:40 | 30 | 30 | Hang the flap on 3 hinges with two screws each; open it slowly, then drive the rest
c6/prepare | 4 | 15:00 | 20 | 24 | Mark the heights on both sides from one stick, fix the cleats level
c12/stay | 4 | 15:20 | 15 | 20 | Fit 2 stays so that it stops level, and the catch
finish/p1/out | 4 | 15:28 | 10 | 8 | Take the drawers out (3), number each and its place
c2/fix | 4 | 16:03 | 25 | 35 | Turn the piece over, screw the skirt on
c5/out | 4 | 16:25 | 20 | 21 | Take out 1 old insert, strips or staples first
c11/check | 4 | 16:42 | 15 | 16 | Tape the template on every front, step back and look before you bore
c13/ease | 4 | 17:00 | 20 | 18 | Punch the pins in, trim flush at the edges, sand, caulk or fill the joints
c6/fit | 3 | 18:15 | 15 | 15 | Fit every shelf dry before it is finished; it goes in without force
c11/bore | 3 | 18:20 | 5 | 6 | Bore 6 holes from the face, a block clamped behind
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
_PHOTOS_AT_STEPS = (("finish/p1/back/clean-soap", 3, "19:21", "Clean back with soap", "h3"),)
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
        for step, days, at, what, photo in _PHOTOS_AT_STEPS
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
