"""The Harbour Lane counter: an old shop counter that gets a top, shelves, a back, a skirt or legs. All made up.

Its photos are drawn by tools/draw_photos.py.
"""

from typing import Any, Literal

from msgspec import structs

from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.coats.layer import Finishing
from zygoform.core.condition.condition import SHIPPED, Bag, Dot, Fault, Photo
from zygoform.core.condition.materials import MadeOf
from zygoform.core.days.log import Days
from zygoform.core.edits.condition import mend
from zygoform.core.edits.edited import read_readings
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
from zygoform.files.demo_finish import counter_finish
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
