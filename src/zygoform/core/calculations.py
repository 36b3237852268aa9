"""The workshop's calculations by their names: each a plain function that can be called and checked alone.

`python tools/write_tables.py` writes docs/calculations.md from this table; tests reach the worked examples by it.
"""

from collections.abc import Callable
from importlib import import_module
from typing import Any

_FUNCTIONS: dict[str, dict[str, str]] = {
    "Openings and corners": {
        "corner_mitre": "geometry.mitres:mitre_scale",
        "saw_setting": "geometry.mitres:saw_scale",
        "marks": "measure.rounding:run_of_marks",
    },
    "Mitred frames and wraps": {
        "run": "geometry.mitres:mitred_run",
        "wrap": "geometry.mitres:wrap",
        "polygon_frame": "geometry.mitres:polygon_frame",
        "picture_frame": "geometry.mitres:picture_frame",
        "unequal_mitre": "geometry.mitres:unequal_mitre",
        "mitre_long_short": "geometry.mitres:mitred_edges",
    },
    "Compound mitres and splayed legs": {
        "compound": "geometry.mitres:compound_mitre",
        "compound_unequal": "geometry.mitres:compound_unequal",
        "tapered_plinth": "geometry.legs:tapered_plinth",
        "splay": "geometry.legs:splay",
    },
    "Tops": {
        "boards": "goods.timber:board_widths",
        "top": "geometry.casework:top",
        "spacing": "goods.fittings:spacing",
        "screw": "goods.screws:through_screw",
        "movement": "goods.species:movement",
        "emc": "goods.species:moisture_of_wood",
        "slot": "goods.species:slot",
        "banded_sheet": "geometry.casework:banded_sheet",
        "tile": "geometry.tiling:tile",
        "fit_tiles": "geometry.tiling:fit_tiles",
    },
    "Shelves and dividers": {
        "shelf_size": "geometry.casework:shelf_size",
        "dividers": "geometry.casework:dividers",
        "sag": "statics.sag:sag",
        "max_span": "statics.sag:max_span",
        "brackets": "statics.supports:brackets",
    },
    "Legs, feet, tipping": {
        "feet": "statics.supports:feet",
        "overall": "statics.supports:overall",
        "tip": "statics.tipping:tip",
        "clothes_load": "statics.tipping:clothes_load",
    },
    "Drawers and drop fronts": {
        "drawer": "geometry.casework:drawer",
        "flap": "geometry.flap:flap",
        "flap_axis": "geometry.flap:flap_axis",
        "drawer_droop": "geometry.casework:drawer_droop",
    },
    "Pulls": {
        "pulls": "geometry.pull_holes:pull_places",
        "reuse": "geometry.pull_holes:reuse",
        "backplate": "geometry.pull_holes:backplate",
        "pull_screw": "goods.screws:pull_screw",
        "packs": "goods.fittings:packs",
        "bar_length": "changes.pulls.bar:bar_length",
        "bar_screw": "changes.pulls.bar:bar_screw",
        "door_hinges": "goods.fittings:door_hinges",
        "hinge_match": "goods.fittings:hinge_match",
    },
    "Door cut-outs, arches, templates": {
        "arc": "geometry.plane:arc",
        "cutout": "geometry.cut_shape:cutout",
        "starter_holes": "geometry.cut_shape:starter_holes",
        "pages": "geometry.paper_tiles:pages",
        "scale_check": "geometry.paper_tiles:scale_check",
    },
    "Trim patterns": {
        "slats": "patterns.tally:slats",
        "chevron": "patterns.tally:chevron",
        "diamonds": "patterns.tally:diamonds",
        "rays": "patterns.tally:rays",
        "ray_angles": "patterns.families.rays:ray_angles",
        "nested_frames": "patterns.families.nested_frames:nested_frames",
        "lattice": "patterns.tally:lattice",
        "herringbone": "patterns.tally:herringbone",
        "bend": "patterns.measure:bend",
    },
    "Finishing": {
        "area": "coats.amounts:faces_area",
        "paint": "coats.amounts:paint",
        "mix": "coats.amounts:mix",
        "cans": "coats.amounts:cans",
        "sheets": "coats.amounts:sheets",
        "tape": "coats.amounts:tape",
        "timeline": "coats.coat:timeline",
        "wipe": "coats.standing:wiping",
    },
}


def calculations() -> dict[str, dict[str, Callable[..., Any]]]:
    """Section, then name, to the function."""
    return {section: {name: calculation(name) for name in functions} for section, functions in _FUNCTIONS.items()}


def calculation(name: str) -> Callable[..., Any]:
    """The function of that name. Raises KeyError where there is none."""
    where = next(functions[name] for functions in _FUNCTIONS.values() if name in functions)
    module, _, own = where.partition(":")
    found: Callable[..., Any] = getattr(import_module(f"zygoform.core.{module}"), own)
    return found
