"""Inches in an inch project and millimetres in another: every card as it is begun, weights, loads and covers."""

from typing import Literal

import pytest

from tests.planned import plan_of
from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.edits.finish_supplies import cover_inch, cover_metric
from zygoform.core.edits.finishing import take_stack
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.pieces import copy_piece, new_piece
from zygoform.core.edits.planning import add_change
from zygoform.core.edits.survey import add_ornament, set_use
from zygoform.core.edits.workshop import set_unit
from zygoform.core.measure.param import params
from zygoform.core.measure.write import (
    DisplayUnit,
    Fine,
    Imperial,
    Kilos,
    KilosAMetre,
    Metric,
    MlASquareMetre,
    SquareMetresALitre,
)
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project

System = Literal["inch", "mm"]
SIZES: dict[System, dict[str, str]] = {
    "inch": {"width": "48 in", "height": "32 in", "depth": "18 in"},
    "mm": {"width": "1200 mm", "height": "800 mm", "depth": "450 mm"},
}


def chest(system: System) -> Project:
    project = new_piece(set_unit(fresh_project(), system).project, "X", SIZES[system]).project
    project = divide(project, "p1/opening/o1", "columns", 3).project
    for own, kind in (("o1", "drawer"), ("o2", "door"), ("o3", "nothing")):
        project = hold(project, f"p1/opening/{own}", kind).project  # type: ignore[arg-type]
    return copy_piece(project, "p1").project


def is_own(mm: float, system: System) -> bool:
    """Whether a length is one that is said in that system: a sixty-fourth, or a tenth of a millimetre."""
    steps = mm / 25.4 * 64 if system == "inch" else mm * 10
    return abs(steps - round(steps)) < 1e-6


@pytest.mark.parametrize("system", ["inch", "mm"])
@pytest.mark.parametrize("kind", [kind for kind, row in CHANGE_KINDS.items() if row.begins])
def test_every_card_begins_in_the_units_of_its_project(kind: str, system: System) -> None:
    for target in ("p1/body/main", "p1/opening/o1", "p1/opening/o2", "p1/opening/o3"):
        (change,) = add_change(chest(system), kind, target).project.changes
        off = {e.name: getattr(change, e.name) for e in params(type(change)) if e.unit == "length"}
        off = {name: mm for name, mm in off.items() if not is_own(mm, system)}
        assert off == {}


@pytest.mark.parametrize("system", ["inch", "mm"])
def test_so_does_what_is_applied_to_a_part(system: System) -> None:
    project = add_ornament(chest(system), "p1/side/left").project
    assert project.piece is not None
    (own,) = project.piece.ornaments
    for readings in (own.width, own.height, own.thickness):
        assert readings[0].source == "guessed"
        assert is_own(readings[0].value, system)
        assert ("mm" in readings[0].text) == (system == "mm")


@pytest.mark.parametrize(
    ("amount", "inch", "mm"),
    [
        # 37 kg/m × 0.3048 m/ft ÷ 0.45359 kg/lb = 24.9; 10.5 m²/l × 0.94635 l/qt ÷ 0.092903 m²/sq ft = 106.96.
        (KilosAMetre(37), "25 lb a foot", "37 kg a metre"),
        (SquareMetresALitre(10.5), "107 sq ft a quart", "10.5 m² a litre"),
        (Kilos(9.4), "21 lb", "9.4 kg"),
        (Fine(1.49), '1/16"', "1.5 mm"),
        (Fine(0.1), 'under 1/64"', "0.1 mm"),
        (Fine(0.01), 'under 1/64"', "under 0.1 mm"),
        (Metric(128), '5 3/64" (128 mm)', "128 mm"),
        (Imperial(76.2), '3"', '76.2 mm (3")'),
    ],
)
def test_weights_loads_covers_and_small_lengths_are_written_in_either_system(
    amount: float, inch: str, mm: str
) -> None:
    assert DisplayUnit("inch").plain(amount) == inch
    assert DisplayUnit("mm").plain(amount) == mm


def test_how_far_a_can_goes_is_typed_in_square_feet_a_quart_and_comes_back() -> None:
    assert cover_inch("10.5") == "107"
    for metric in (4.0, 8.5, 12.0):
        assert float(cover_metric(f"{metric * 0.946352946 / 0.09290304:.4f}")) == pytest.approx(metric, rel=1e-3)
    assert cover_metric("much") == "much"


@pytest.mark.parametrize(("system", "other"), [("inch", "kg"), ("mm", "lb")])
def test_no_note_of_tiles_or_shelves_speaks_the_other_system(system: System, other: str) -> None:
    project = chest(system)
    for kind, target in (("tiled_top", "p1/body/main"), ("shelves", "p1/opening/o3"), ("pulls", "p1/opening/o1")):
        project = add_change(project, kind, target).project
    plan = plan_of(project)
    assert not plan.failures
    notes = [note.message.words(project.shop.unit.show) for o in plan.outcomes for note in o.notes]
    assert not [words for words in notes if f" {other}" in words.replace("\u00a0", " ")]


@pytest.mark.parametrize(
    ("ml", "inch", "mm"),
    [(165.0, "0.52 fl oz a sq ft", "165 ml a m²"), (100.0, "0.31 fl oz a sq ft", "100 ml a m²")],
)
def test_what_a_surface_takes_is_said_in_ones_own_system(ml: float, inch: str, mm: str) -> None:
    """29.5735 ml an ounce, 0.092903 m² a square foot: 165 x 0.092903 / 29.5735 = 0.518."""
    assert DisplayUnit("inch").show(MlASquareMetre(ml)).replace("\u00a0", " ") == inch
    assert DisplayUnit("mm").show(MlASquareMetre(ml)).replace("\u00a0", " ") == mm


@pytest.mark.parametrize("kind", [kind for kind, row in CHANGE_KINDS.items() if row.begins])
def test_no_reason_in_an_inch_project_is_in_square_metres(kind: str) -> None:
    """Of every change, outdoors, where most is wanted: what is bought, and why so much."""
    project = set_use(chest("inch"), "outdoors", True, "p1").project
    project = add_change(project, kind, "p1/body/main").project
    project = take_stack(project, "p1/body", "paint_primed").project
    plan = plan_of(project)
    said = [*(s.why for o in plan.outcomes for s in o.supplies), *(s.why for s in plan.finish.supplies)]
    said += [note.message for o in plan.outcomes for note in o.notes]
    words = [message.words(project.shop.unit.show) for message in said]
    assert not [line for line in words if "m²" in line or "square metre" in line or " a litre" in line]
