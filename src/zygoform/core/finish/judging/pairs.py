"""Which coat fails over which, and the way out (trade practice; the labels of both cans come first)."""

from collections.abc import Iterator

from zygoform.core.coats.coat import Coat, coat_of
from zygoform.core.coats.layer import BLOCKERS, CoatLayer
from zygoform.core.finish.beneath import STAINS, Beneath, takes_stain
from zygoform.core.finish.judging.verdict import Stack, StackRemedy, StackVerdict, verdict

SHELLAC = CoatLayer("prime", "stain blocker", 1, "brush")
_WAX_OFF = CoatLayer("clean", "mineral spirits", 2, "rag")
"""What takes wax off, so that anything else holds. [practice]"""
_SCUFF, _SCRAPE = CoatLayer("scuff", grits=(180,)), CoatLayer("strip", "scraper")
"""A scuff with grit 180, and a scraper. [practice]"""
_TO_WOOD = (CoatLayer("strip", "sander", grits=(80, 120)), CoatLayer("sand", grits=(150, 180)))
"""Down to bare wood, with the grits of it. [practice]"""
_WATERY = ("wood filler", "light filler", "flexible filler")


def judge_pairs(stack: Stack) -> Iterator[StackVerdict]:
    """Every coat against what it lies on; the same thing is said once."""
    for at, layer, coat in stack.coats:
        for base in stack.under[at]:
            found = _first(stack, at, layer, coat, base)
            if found is not None:
                yield found
                break
        yield from _over_all(stack, at, layer, coat)


def _first(stack: Stack, at: int, layer: CoatLayer, coat: Coat, base: Beneath) -> StackVerdict | None:
    """The first thing that is wrong with a coat on one ground: what must go before anything else."""
    rules = (_greasy, _over_wax, _film_over_oil, _oil_over_film, _stain, _lacquer, _slick)
    return next((found for rule in rules if (found := rule(stack, at, layer, coat, base)) is not None), None)


def _greasy(stack: Stack, at: int, _layer: CoatLayer, coat: Coat, base: Beneath) -> StackVerdict | None:
    if not base.greasy or coat.group == "wax":
        return None
    # Before anything is sanded: wax clogs the paper and is rubbed in.
    first = StackRemedy("Wipe it off first", stack.with_layer(0, _WAX_OFF))
    shellac = StackRemedy("Wipe it off, shellac under the coat", _wiped(stack, at))
    return verdict(
        "wax_below", at, f"{coat.title} over old wax or oil",
        "It beads and peels. Wax and polish come off with mineral spirits, wiped twice with fresh rags; a coat of "
        "shellac bridges what is left, indoors.", *((first,) if stack.use.outdoors else (first, shellac)),
    )  # fmt: skip


def _wiped(stack: Stack, at: int) -> tuple[CoatLayer, ...]:
    return (_WAX_OFF, *stack.layers[:at], SHELLAC, *stack.layers[at:])


def _over_wax(stack: Stack, at: int, _layer: CoatLayer, coat: Coat, base: Beneath) -> StackVerdict | None:
    under = base.coat(stack.own)
    if under is None or under.group != "wax" or coat.group == "wax":
        return None
    k = next(k for k in range(at - 1, -1, -1) if stack.layers[k].material == under.id)
    return verdict(
        "over_wax", at, f"{coat.title} over {under.title.lower()}",
        "Nothing holds on wax but more wax: it goes on last." if under.id == "wax"
        else "Nothing but wax goes over a lightening wax.",
        StackRemedy(f"Take the {under.title.lower()} out", stack.without(k)),
        StackRemedy("Wax over it", stack.instead(at, material="wax", doing="clear", way="rag", coats=1, colour="")),
    )  # fmt: skip


def _film_over_oil(stack: Stack, at: int, _layer: CoatLayer, coat: Coat, base: Beneath) -> StackVerdict | None:
    under = base.coat(stack.own)
    if under is None or under.group != "oil" or not (coat.is_film or coat.group == "paint"):
        return None
    return verdict(
        "film_over_oil", at, f"{coat.title} over {under.title.lower()}",
        f"Before the oil has cured, {under.cure[1]:g} days, a film peels from it: wait, or stay with oil.",
        StackRemedy("Stay with oil", stack.instead(at, material=under.id, doing="clear", way="rag", colour="")),
        StackRemedy("Take the oil out", tuple(k for k in stack.layers if k.material != under.id)),
    )  # fmt: skip


def _oil_over_film(stack: Stack, at: int, _layer: CoatLayer, coat: Coat, base: Beneath) -> StackVerdict | None:
    if coat.group != "oil":
        return None
    under = base.coat(stack.own)
    film = under is not None and under.is_film
    if not film and base.last not in ("old clear", "old paint", "foil"):
        return None
    what = under.title.lower() if under is not None else base.last
    wood = () if film else (StackRemedy("Sand to bare wood first", stack.with_layer(at, *_TO_WOOD)),)
    return verdict(
        "oil_over_film", at, f"{coat.title} over {what}",
        "It cannot soak in: it stays on top and sticky. Mineral and chalk paint are porous and take it.",
        *wood,
        StackRemedy("A water-based clear instead", stack.instead(at, material="water clear", way="foam", thin=0.0)),
    )  # fmt: skip


def _stain(stack: Stack, at: int, layer: CoatLayer, coat: Coat, base: Beneath) -> StackVerdict | None:
    # Pulled with a dry brush over a textured coat it is a glaze: that is its way.
    if coat.group != "stain" or takes_stain(base) or layer.doing == "effect":
        return None
    if coat.id == "gel stain" and base.last == "old clear" and base.dull:
        return None
    strip, gel = tuple[StackRemedy, ...](), tuple[StackRemedy, ...]()
    if base.last not in ("metal", "cane", "foil") and "foil on board" not in stack.zone.ground.materials:
        strip = (StackRemedy("Strip it to wood first", stack.with_layer(at, *_TO_WOOD)),)
    if base.last == "old clear":
        glaze = stack.instead(at, material="gel stain")
        gel = (StackRemedy("Gel stain as a glaze, scuffed", (*glaze[:at], _SCUFF, *glaze[at:])),)
    painted = stack.instead(at, material="acrylic paint", way="roller", coats=2)
    paint = StackRemedy(
        "Paint instead", (*painted[:at], CoatLayer("prime", "adhesion primer", 1, "roller"), *painted[at:])
    )
    return verdict(
        "stain_no_wood", at, f"{coat.title} on what is no bare wood",
        "Stain soaks into bare wood, or into a stain or wash on it; on anything else it stays on top and rubs off.",
        *strip, *gel, paint,
    )  # fmt: skip


def _lacquer(stack: Stack, at: int, _layer: CoatLayer, coat: Coat, base: Beneath) -> StackVerdict | None:
    under = base.coat(stack.own)
    soft = base.last == "old paint" or (
        under is not None and under.id in ("wall paint", "oil clear", "exterior clear")
    )
    if coat.binder != "lacquer" or not soft:
        return None
    return verdict(
        "lacquer_wrinkles", at, f"{coat.title} over {under.title.lower() if under is not None else base.last}",
        "Where its label names lacquer or fast thinner it wrinkles oil enamel and wall paint. A barrier of shellac "
        "keeps them apart; an enamel-type aerosol needs none.",
        StackRemedy("Shellac between", stack.with_layer(at, SHELLAC)),
    )  # fmt: skip


def _slick(stack: Stack, at: int, _layer: CoatLayer, coat: Coat, base: Beneath) -> StackVerdict | None:
    if coat.group == "wax" or coat.id in STAINS:
        return None
    if base.flaking:
        return verdict(
            "flaking", at, f"{coat.title} over paint that flakes",
            "Nothing holds on what comes off. Scrape the loose, feather the edges. It may hold lead: test first.",
            StackRemedy("Scrape and feather", stack.with_layer(_first_coat(stack), _SCRAPE, _SCUFF)),
        )  # fmt: skip
    bonded = coat.id == "bonding primer" or base.has("bonding primer")
    if base.last == "foil" and not (base.dull and coat.group == "primer") and not bonded:
        primer = CoatLayer("prime", "bonding primer", 1, "roller")
        return verdict(
            "slick", at, f"{coat.title} on foil without a bonding primer",
            "It peels by the fingernail test: foil is slick plastic or paper. Scuff only until it is dull, then a "
            "bonding primer; try a scratch on a hidden place.",
            StackRemedy("Scuff and bonding primer", stack.with_layer(_first_coat(stack), _SCUFF, primer)),
        )  # fmt: skip
    if base.last in ("old clear", "old paint") and not base.dull and not bonded:
        return verdict(
            "slick", at, f"{coat.title} on a glossy old coat",
            "Unscuffed it peels by the fingernail test. Scuff it dull; where one must not sand, a bonding primer.",
            StackRemedy("Scuff it", stack.with_layer(at, _SCUFF)),
            StackRemedy("Bonding primer", stack.with_layer(at, CoatLayer("prime", "bonding primer", 1, "roller"))),
        )  # fmt: skip
    if base.last == "metal" and coat.id not in ("metal primer", "bonding primer", "wax"):
        return verdict(
            "bare_metal", at, f"{coat.title} on bare metal",
            "It chips off, and rust comes through. Rust off, a wipe with solvent, a primer for metal.",
            StackRemedy("Metal primer", stack.with_layer(at, CoatLayer("prime", "metal primer", 1, "brush"))),
        )  # fmt: skip
    return None


def _first_coat(stack: Stack) -> int:
    return next((k for k, layer in enumerate(stack.layers) if layer.is_coat), len(stack.layers))


def _over_all(stack: Stack, at: int, layer: CoatLayer, coat: Coat) -> Iterator[StackVerdict]:
    """What depends on colour, on where the piece stands, and on fillers below."""
    if coat.id in ("oil clear", "exterior clear") and _pale_below(stack, at):
        yield verdict(
            "yellows", at, f"{coat.title} over white or pale blue",
            "Oil yellows it within months.",
            StackRemedy("A water-based clear instead", stack.instead(at, material="water clear", way="foam")),
        )  # fmt: skip
    if stack.use.outdoors and coat.binder == "shellac":
        # A clear one has a clear in its place; a blocker one of oil.
        better = "oil stain blocker" if coat.id in BLOCKERS else "exterior clear"
        yield verdict(
            "shellac_outdoors", at, f"{coat.title} outdoors",
            "Damp turns it white and soft: over spots only, never over all of it.",
            StackRemedy("Take one that bears weather", stack.instead(at, material=better)),
        )  # fmt: skip
    if coat.group == "stain" and layer.doing != "effect":
        yield from _filled(stack, at, coat)
    if coat.group == "paint" and stack.is_light(at) and _first_paint(stack) == at:
        yield from _bleeds(stack, at)
    if coat.group == "primer":
        yield from _hides(stack, at, coat)
    if coat.group == "clear" and coat.binder == "water":
        yield from _haze(stack, at, layer, coat)


def _hides(stack: Stack, at: int, coat: Coat) -> Iterator[StackVerdict]:
    """A primer as the last thing on a colour: nobody would see that any more."""
    others = [(k, other.group) for k, _, other in stack.coats if other.group in ("paint", "stain", "effect")]
    if coat.id == "bonding primer" or not others or others[-1][0] > at:
        return
    first = min(k for k, _ in others)
    yield verdict(
        "primer_on_top", at, f"{coat.title} on top of the colour",
        "A primer hides what is below it and is made to be painted over: it goes under the first colour.",
        StackRemedy("Put it under the colour", _moved_before(stack, at, first)),
        StackRemedy("Take it out", stack.without(at)),
    )  # fmt: skip


def _haze(stack: Stack, at: int, layer: CoatLayer, coat: Coat) -> Iterator[StackVerdict]:
    """The first clear over a dark colour, with none of the colour in it."""
    below = [k for k, _, other in stack.coats if k < at and other.group in ("paint", "clear", "oil", "wax")]
    group = coat_of(stack.layers[below[-1]].material, stack.own) if below else None
    if group is None or group.group != "paint" or not stack.is_dark(below[-1]) or layer.recipe:
        return
    yield verdict(
        "clear_hazes", at, f"{coat.title} over a dark colour",
        "The first coat looks patchy and milky on it. Some of the paint stirred in, about a tenth, prevents that: "
        "make it a mix on the Colours page and choose it here.", weight="note",
    )  # fmt: skip


def _filled(stack: Stack, at: int, coat: Coat) -> Iterator[StackVerdict]:
    watery = [name for base in stack.under[at] for name in base.filled if name in _WATERY]
    if not watery:
        return
    k = next(k for k, own in enumerate(stack.layers) if own.doing == "fill" and own.material == watery[0])
    yield verdict(
        "filler_shows", at, f"{coat.title} over {watery[0]}",
        "A water-based filler takes stain unevenly and shows pale. Fill after the stain, in its tone.",
        StackRemedy("Fill after the stain", _moved_after(stack, k, at)),
        StackRemedy("Take the filler out", stack.without(k)),
    )  # fmt: skip


def _bleeds(stack: Stack, at: int) -> Iterator[StackVerdict]:
    """A light colour over what comes through it, with no blocker between."""
    ground = stack.zone.ground
    if all(base.blocked for base in stack.under[at]):
        return
    coats = 2 if ground.bleeds else 1
    blocker = CoatLayer("prime", stack.blocker, coats, "brush")
    remedy = StackRemedy("Stain blocker under it", stack.with_layer(_first_coat(stack), blocker))
    if ground.bleeds or ground.smells:
        yield verdict(
            "bleeds", at, "A light colour over wood that bleeds" if ground.bleeds else "Paint over a smell",
            "Tannin, knots, rings, ink and smoke come through any paint. A stain blocker under it, two coats where "
            "it still shows.", remedy,
        )  # fmt: skip
    elif ground.knots:
        yield verdict(
            "knots", at, "A light colour over knots",
            "Knots of pine bleed through in months. Two coats of blocker, on the knots alone or all over.", remedy,
            weight="note",
        )  # fmt: skip


def _first_paint(stack: Stack) -> int:
    return next((k for k, _, coat in stack.coats if coat.group == "paint"), -1)


def _moved_after(stack: Stack, at: int, after: int) -> tuple[CoatLayer, ...]:
    rest = stack.without(at)
    return (*rest[:after], stack.layers[at], *rest[after:])


def _moved_before(stack: Stack, at: int, before: int) -> tuple[CoatLayer, ...]:
    rest = stack.without(at)
    return (*rest[:before], stack.layers[at], *rest[before:])


def _pale_below(stack: Stack, at: int) -> bool:
    """White or pale blue: light, and no redder than blue."""
    for k in range(at - 1, -1, -1):
        colour = stack.finishing.colour(stack.layers[k].colour)
        below = coat_of(stack.layers[k].material, stack.own)
        if below is not None and below.group == "paint" and colour is not None:
            red, blue = int(colour.rgb[1:3], 16), int(colour.rgb[5:7], 16)
            return bool(stack.is_light(k)) and blue >= 0.9 * red
    return False


_DAY = 24.0
"""Hours of a day. [geometry]"""


def wait_for_next(under: Coat, over: Coat) -> tuple[float, float]:
    """Hours from one coat to another over it: its recoat, or longer where the pair wants that (trade practice).

    Clear, and anything of water, over an oil stain: a day. A film over oil: its cure. Over wax: a day.
    """
    low, high = under.recoat
    if under.group == "oil" and over.is_film:
        return _DAY * under.cure[0], _DAY * under.cure[1]
    if under.id in ("oil stain", "gel stain") and (over.binder == "water" or over.group == "clear"):
        return (_DAY, _DAY) if over.binder != "shellac" else (low, high)
    if over.group in ("clear", "oil", "wax"):
        return low, max(high, under.fresh_clear)
    return low, high
