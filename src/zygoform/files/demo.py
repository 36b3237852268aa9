"""The Harbour Lane counter: an old shop counter that gets a plank top and a skirt. All made up."""

from msgspec import structs

from zygoform.core.edits.fronts import divide, hold, set_cell_size
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.project import Project
from zygoform.core.shop import Shop
from zygoform.files.prices_csv import PriceList, shipped_prices

_READINGS = {
    "overhang_sides": '13/16"',
    "overhang_front": '13/16"',
    "overhang_back": '3/8"',
    "base_height": '3 1/2"',
    "base_setback": '1 1/2"',
    "top_thickness": '1 1/4"',
    "side_thickness": '3/4"',
    "rail_thickness": '3/4"',
    "back_thickness": '1/4"',
    "corner_left": "90",
}


def fresh_project(usual: Shop | None = None, prices: PriceList | None = None) -> Project:
    """A project with nothing in it but prices and the usual settings; both as shipped where none are given."""
    prices = prices or shipped_prices()
    return Project(shop=structs.replace(usual or Shop(), timber=prices.timber, packs=prices.packs))


def demo_project() -> Project:
    """Measured in inches; three drawers on the left, two open bays; one corner not yet measured."""
    sizes = {"width": '61 7/16"', "height": '34 5/8"', "depth": '22 1/16"'}
    project = new_piece(fresh_project(), "Harbour Lane counter", sizes).project
    for entry, text in _READINGS.items():
        project = set_reading(project, entry, text).project
    project = divide(project, "o1", "columns", 3).project
    project = set_cell_size(project, "o1", '22"').project
    project = hold(project, "o1", "drawer").project
    project = divide(project, "o1", "rows", 3).project
    project = add_change(project, "plank_top", "p1/body/main").project
    inches = {"overhang_left": 1.25, "overhang_right": 1.25, "overhang_front": 1.0, "radius": 2.0}
    for parameter, value in inches.items():
        project = set_value(project, "c1", parameter, value * 25.4).project
    project = add_change(project, "skirt", "p1/body/main").project
    return structs.replace(project, name="Harbour Lane counter")
