"""The Mill Row set: a pair of bedside cupboards and what stood with them. All made up.

Its photos are drawn by tools/draw_photos.py.
"""

from msgspec import structs

from zygoform.core.condition.condition import SHIPPED
from zygoform.core.edits.condition import add_dot, add_fault, add_photos, mend, set_fault_size, set_made_of
from zygoform.core.edits.fronts import divide, hold, set_cell_size, set_opening_reading
from zygoform.core.edits.pieces import copy_piece, new_piece, rename
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import set_unit
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project
from zygoform.files.demo_finish import set_finish


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
