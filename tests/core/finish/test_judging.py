"""Rules of the finish against cases of the trade; every remedy settles what it is for."""

from typing import Any, get_args

import pytest
from msgspec import convert, structs

from tests.casefile import cases
from zygoform.core.coats.coat import KNOWN_COATS, OILY, SOLVENT_COATS, CoatId, weather
from zygoform.core.coats.layer import CoatLayer, Colour, Finishing, Recipe, RecipePart, brightness, contrast
from zygoform.core.coats.readymade import READY_STACKS, layer_from
from zygoform.core.condition.use import PieceUse
from zygoform.core.finish.beneath import beneath
from zygoform.core.finish.judging.pairs import wait_for_next
from zygoform.core.finish.judging.registry import judged_stack
from zygoform.core.finish.judging.verdict import Stack, StackVerdict
from zygoform.core.finish.surfaces import ZoneRole
from zygoform.core.finish.zones import Ground, Zone

FAN = Finishing(
    colours=(Colour("k1", "Snow", "#f4f6f8"), Colour("k2", "Ink", "#20242c")),
    recipes=(Recipe("r1", "New mix", (RecipePart("acrylic paint", 1), RecipePart("water", 2))),),
)


def ground(**values: Any) -> Ground:
    told: dict[str, Any] = {
        "old": "clear", "materials": ["solid"], "wood": "", "bleeds": False, "knots": False, "smells": False,
        "relief": "smooth", "told": {},
    }  # fmt: skip
    return convert(told | values, Ground)


def stack_of(layers: tuple[CoatLayer, ...], case: dict[str, Any]) -> Stack:
    role: ZoneRole = case.get("role", "body")
    new = 2.0 if case.get("new") else 0.0
    zone = Zone(f"p1/{role}", "p1", role, role, "", 2.0, new, ("p1/x",), 1, 0.0, ground(**case.get("on", {})))
    return Stack(zone, layers, beneath(zone, layers), FAN, (), PieceUse(**case.get("use", {})))


def layers_of(case: dict[str, Any]) -> tuple[CoatLayer, ...]:
    """The layers of a case, every paint in a light or a dark colour."""
    colour = "k1" if case.get("light") else "k2"
    found = []
    for text in case["layers"].split("; "):
        layer = layer_from(text)
        painted = layer.doing == "colour" and KNOWN_COATS[layer.material].group == "paint"  # type: ignore[index]
        layer = structs.replace(layer, colour=colour) if painted else layer
        found.append(
            structs.replace(layer, deep=case["deep"]) if "deep" in case and layer.doing == "fill" else layer
        )
    return tuple(found)


def said(found: tuple[StackVerdict, ...], *, notes: bool) -> list[str]:
    return sorted(one.code for one in found if (one.weight == "note") == notes)


@pytest.mark.parametrize("case", cases("stacks"))
def test_what_a_maker_would_say(case: dict[str, Any]) -> None:
    stack = stack_of(layers_of(case), case)
    found = judged_stack(stack)
    assert said(found, notes=False) == sorted(case.get("says", []))
    assert said(found, notes=True) == sorted(case.get("notes", []))


@pytest.mark.parametrize(
    "case", [c for c in cases("stacks") if c.values[0].get("says") or c.values[0].get("notes")]
)
def test_every_remedy_settles_what_it_is_for(case: dict[str, Any]) -> None:
    stack = stack_of(layers_of(case), case)
    for one in judged_stack(stack):
        # Only a mix of one's own settles a haze.
        assert one.remedies or one.code == "clear_hazes", one.code
        for remedy in one.remedies:
            after = [other.code for other in judged_stack(stack_of(remedy.layers, case))]
            assert one.code not in after, (one.code, remedy.label)
            assert "shellac_outdoors" not in after or one.code == "shellac_outdoors"
            assert remedy.layers != stack.layers


@pytest.mark.parametrize("ready", READY_STACKS, ids=[stack.id for stack in READY_STACKS])
def test_a_ready_made_stack_is_right_where_it_is_meant_to_be(ready: Any) -> None:
    """On an old clear over a plain wood, or on what it is meant for, there is nothing to mind."""
    role = ready.roles[0] if ready.roles else "body"
    metal = role == "hardware"
    on = {"materials": ["metal"]} if metal else {"materials": ["cane"]} if role == "cane" else {"wood": "beech"}
    bare = role in ("boxes", "inside") or ready.id == "cane"
    case = {"on": on | {"old": "bare" if bare else "clear"}, "role": role}
    found = judged_stack(stack_of(ready.layers, case))
    assert said(found, notes=False) == []
    assert {len(ready.title) < 40, len(ready.when) < 100} == {True}
    doings = [layer.doing for layer in ready.layers]
    first = next(k for k, layer in enumerate(ready.layers) if layer.is_coat)
    assert all(doing in ("clean", "strip", "scuff", "sand", "fill", "test") for doing in doings[:first])
    # What is worked is known by its own figures.
    assert all(layer.material in KNOWN_COATS for layer in ready.layers if layer.is_coat)


def test_a_recipe_nobody_tried_wants_a_board_first() -> None:
    layer = structs.replace(layer_from("acrylic paint 2 brush"), recipe="r1", colour="k2")
    found = judged_stack(stack_of((layer_from("scuff 180"), layer), {}))
    assert said(found, notes=True) == ["try_first"]


@pytest.mark.parametrize(
    ("under", "over", "hours"),
    [
        ("oil stain", "water clear", (24, 24)),
        ("oil stain", "oil clear", (24, 24)),
        ("gel stain", "water clear", (24, 24)),
        ("oil stain", "stain blocker", (4, 6)),
        ("water stain", "water clear", (2, 3)),
        ("drying oil", "water clear", (720, 720)),
        ("hardwax oil", "hardwax oil", (12, 24)),
        ("adhesion primer", "acrylic paint", (1, 3)),
        ("wax", "wax", (24, 24)),
        ("bonding primer", "enamel", (4, 12)),
    ],
)
def test_hours_from_one_coat_to_the_next(under: Any, over: Any, hours: tuple[float, float]) -> None:
    assert wait_for_next(KNOWN_COATS[under], KNOWN_COATS[over]) == hours


def test_cold_and_damp_slow_everything() -> None:
    assert [weather(*at) for at in ((20, 50), (14, 50), (20, 75), (12, 80), (15, 70))] == [1, 1.5, 1.5, 2, 1]


def test_luminance_and_contrast_are_those_of_the_guideline() -> None:
    """Black on white is 21 to 1; #777777 on white 4.48 to 1, as the examples of WCAG have it."""
    assert contrast("#000000", "#ffffff") == pytest.approx(21)
    assert contrast("#777777", "#ffffff") == pytest.approx(4.48, abs=0.005)
    assert brightness("#ff0000") == pytest.approx(0.2126)


def test_every_material_is_on_sale_and_in_order() -> None:
    from zygoform.files.prices_csv import shipped_prices

    sold = {pack.kind for pack in shipped_prices().packs}
    for coat in KNOWN_COATS.values():
        assert coat.id == "paint wash" or coat.id in sold
        for low, high in (coat.touch, coat.recoat, coat.handle, coat.cure):
            assert 0 <= low <= high
        assert coat.touch[0] <= coat.recoat[0]
        # Oil, shellac and lacquer smell of solvent, but for oils that are wiped on pure; rags with oil heat up.
        assert (coat.id in SOLVENT_COATS) == (coat.binder in ("oil", "shellac", "lacquer") and coat.group != "oil")
        assert coat.binder != "oil" or coat.id in OILY or coat.group == "primer"
    assert set(KNOWN_COATS) == set(get_args(CoatId))
