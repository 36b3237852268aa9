"""What of the preparation cannot go well: grits, fillers, thinning, what must not be sanded."""

from collections.abc import Iterator

from zygoform.core.coats.coat import Coat
from zygoform.core.coats.layer import CoatLayer, FillerId
from zygoform.core.finish.beneath import STAINS
from zygoform.core.finish.judging.verdict import Stack, StackRemedy, StackVerdict, verdict

DEEPEST_FILL: dict[FillerId, float] = {
    "light filler": 3.0, "wood filler": 6.0, "two-part filler": 20.0, "flexible filler": 6.0,
}  # fmt: skip
"""The deepest layer of a filler (mm), as labels have it; what is deeper shrinks and cracks. [label]"""
FINEST_STEP = 2.2
"""A grit so many times as fine as the one before leaves that one's scratches (about twice). [practice]"""
COARSEST_ON_VENEER = 120
"""A coarser grit cuts through veneer. [practice]"""
_STAIN_GRITS, _LAST_GRIT = (150, 220), 180
"""Under stain the last grit lies within these, else it ends with this. [practice]"""
_HAND = "by hand, few strokes, never at the edges"


def judge_preparing(stack: Stack) -> Iterator[StackVerdict]:
    """Every layer that takes something off or fills something."""
    for at, layer in enumerate(stack.layers):
        if layer.doing in ("strip", "scuff", "sand"):
            yield from _sanded(stack, at, layer)
        if layer.doing == "fill":
            yield from _filling(stack, at, layer)
    yield from _grits(stack)
    for at, layer, coat in stack.coats:
        yield from _thinned(stack, at, layer, coat)
        if coat.group == "stain":
            yield from _last_grit(stack, at)
            break
        if coat.group == "oil":
            yield from _oil_grit(stack, at)
            break


def _sanded(stack: Stack, at: int, layer: CoatLayer) -> Iterator[StackVerdict]:
    ground, old = stack.zone.ground, stack.zone.old_area > 0
    sanding = layer.doing != "strip" or layer.material == "sander"
    if not (old and sanding):
        return
    if stack.zone.is_woven or "cane" in ground.materials:
        mixed = "" if stack.zone.is_woven else " Point its woven parts into a zone of their own."
        yield verdict(
            "cane_sanded", at, "Sanding cane or wicker",
            f"It frays and breaks. Brush the dust off, that is all.{mixed}",
            StackRemedy("Leave it out", stack.without(at)),
        )  # fmt: skip
        return
    if any(base.greasy for base in stack.under[at]):
        yield verdict(
            "wax_clogs", at, "Sanding over wax or oil",
            "It clogs the paper and is rubbed into the wood. Wipe it off first with mineral spirits, twice.",
            StackRemedy("Wipe it off first", stack.with_layer(0, CoatLayer("clean", "mineral spirits", 2, "rag"))),
        )  # fmt: skip
    coarse = [grit for grit in layer.grits if grit < COARSEST_ON_VENEER]
    if ground.veneered and (coarse or layer.doing == "strip"):
        by_stripper = stack.instead(at, material="stripper", grits=()) if layer.doing == "strip" else stack.layers
        finer = tuple(grit for grit in layer.grits if grit >= COARSEST_ON_VENEER) or (150,)
        remedies = [StackRemedy("Stripper instead of the sander", by_stripper)] if layer.doing == "strip" else []
        if layer.doing != "strip":
            remedies.append(StackRemedy(f"Begin with {finer[0]}, by hand", stack.instead(at, grits=finer)))
        yield verdict(
            "veneer_sanded", at, "Veneer sanded too hard",
            "New veneer is about {0} thick, old up to {1}: a sander or coarse paper goes through it in seconds. "
            f"120 and finer, {_HAND}; an old coat comes off with stripper.", *remedies, lengths=(0.6, 1.0),
        )  # fmt: skip
    if "foil on board" in ground.materials and layer.doing in ("strip", "sand"):
        yield verdict(
            "foil_sanded", at, "Foil sanded through",
            "Under it there is board, which drinks and swells. Scuff it only until it is dull, 180 or finer.",
            StackRemedy("Scuff it only", stack.instead(at, doing="scuff", material="", grits=(180,))),
        )  # fmt: skip


def _filling(stack: Stack, at: int, layer: CoatLayer) -> Iterator[StackVerdict]:
    most = next((deep for name, deep in DEEPEST_FILL.items() if name == layer.material), None)
    relief = stack.zone.ground.relief in ("carved", "turned") or stack.zone.role == "legs"
    if most is not None and layer.deep > most:
        enough = next((name for name, deep in DEEPEST_FILL.items() if deep >= layer.deep), "two-part filler")
        yield verdict(
            "filler_deep", at, f"{layer.material.capitalize()} deeper than it bears",
            "It goes in {0} deep; at most {1} in one layer dries without cracking. Fill in layers, each dry, or "
            "take one that bears it; deeper holes want a piece of wood.",
            StackRemedy(f"Take {enough}", stack.instead(at, material=enough)), lengths=(layer.deep, most),
        )  # fmt: skip
    if layer.material == "two-part filler" and relief:
        yield verdict(
            "filler_proud", at, "Hard filler where no sander reaches",
            "It sets harder than the wood round it: what stands proud on a carving or a leg stays proud. A light "
            "filler is wiped level with a damp cloth while it is soft.",
            StackRemedy("Take light filler", stack.instead(at, material="light filler", deep=min(layer.deep, 3.0))),
        )  # fmt: skip
    clear = [k for k, _, coat in stack.coats if coat.group in ("stain", "clear", "oil") and k > at]
    painted = any(coat.group in ("paint", "primer", "effect") for _, _, coat in stack.coats)
    if layer.material == "flexible filler" and clear and not painted:
        yield verdict(
            "caulk_seen", at, "Flexible filler under a clear finish",
            "It takes neither stain nor sanding. Gaps that are seen want a sliver of wood.",
            StackRemedy("Take it out", stack.without(at)),
        )  # fmt: skip


def _grits(stack: Stack) -> Iterator[StackVerdict]:
    """From grit to grit of one run of sanding."""
    last: int | None = None
    for at, layer in enumerate(stack.layers):
        if layer.is_coat:
            last = None
        for grit in layer.grits if layer.doing in ("strip", "sand") else ():
            if last is not None and grit > FINEST_STEP * last:
                between = next(
                    (g for g in (100, 120, 150, 180, 220, 320, 400) if last < g <= FINEST_STEP * last), None
                )
                grits = tuple(sorted({*layer.grits, between or round((last * grit) ** 0.5)}))
                yield verdict(
                    "grit_jump", at, f"From {last} straight to {grit}",
                    "Each grit takes out the scratches of the one before: no step more than about twice as fine, "
                    "or they show under stain and clear.",
                    StackRemedy(f"{grits[grits.index(grit) - 1]} between", stack.instead(at, grits=grits)),
                )  # fmt: skip
                return
            last = grit


def _last_grit(stack: Stack, at: int) -> Iterator[StackVerdict]:
    """The last grit before a stain: coarser shows scratches, finer closes the wood."""
    low, high = _STAIN_GRITS
    ground = _smoothed(stack, at)
    if stack.layers[at].material not in STAINS or stack.layers[at].doing == "effect" or not ground:
        return
    k, grit = ground[-1]
    if not low <= grit <= high:
        why = "Scratches drink and show dark." if grit < low else "Polished wood takes little stain, and unevenly."
        ended = (*(g for g in stack.layers[k].grits if g < _LAST_GRIT), _LAST_GRIT)
        yield verdict(
            "stain_grit", k, f"Last grit {grit} before the stain",
            f"{why} 150 to 180 for a dark stain, 220 for an even one.",
            StackRemedy(f"End with {_LAST_GRIT}", stack.instead(k, grits=ended)),
            weight="note",
        )  # fmt: skip


def _smoothed(stack: Stack, at: int) -> list[tuple[int, int]]:
    """Every layer before one that smooths the wood, and its last grit."""
    before = enumerate(stack.layers[:at])
    return [(k, layer.grits[-1]) for k, layer in before if layer.grits and layer.doing != "scuff"]


def _oil_grit(stack: Stack, at: int) -> Iterator[StackVerdict]:
    """The last grit before oil: finer ones close the wood."""
    ground = _smoothed(stack, at)
    if not ground or ground[-1][1] <= _LAST_GRIT:
        return
    k, grit = ground[-1]
    ended = (*(g for g in stack.layers[k].grits if g < _LAST_GRIT), _LAST_GRIT)
    yield verdict(
        "oil_grit", k, f"Last grit {grit} before the oil",
        "Wood polished so fine takes little oil: it stays on top, and is soon worn through. End with 150 to 180.",
        StackRemedy(f"End with {_LAST_GRIT}", stack.instead(k, grits=ended)),
        weight="note",
    )  # fmt: skip


def _thinned(stack: Stack, at: int, layer: CoatLayer, coat: Coat) -> Iterator[StackVerdict]:
    if layer.thin <= coat.thin:
        return
    words = f"at most {coat.thin:g} %" if coat.thin else "not at all"
    yield verdict(
        "thinned", at, f"{coat.title} thinned {layer.thin:g} %",
        f"Its label allows {words}: thinner it runs, covers less and may not bind. What is too thick for the gun "
        "wants a larger needle, not more water.",
        StackRemedy(f"Thin it {words}", stack.instead(at, thin=coat.thin)),
    )  # fmt: skip
