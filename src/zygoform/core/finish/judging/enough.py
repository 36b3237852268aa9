"""Whether there is enough of it: coats for what the piece must bear, a clear where one is needed, cans, a trial."""

from collections.abc import Iterator

from zygoform.core.coats.coat import Coat
from zygoform.core.coats.layer import CoatLayer
from zygoform.core.coats.standing import STANDING, WIPED_A_M2, largest_patch
from zygoform.core.finish.beneath import takes_stain
from zygoform.core.finish.judging.verdict import Stack, StackRemedy, StackVerdict, verdict
from zygoform.core.finish.zones import BLOTCHY
from zygoform.core.measure.write import SquareMetres

_SEEN = ("top", "body", "fronts", "edges", "legs")
_TOUCHED = ("top", "hardware")
_SEALED = ("back", "underside")
_LIQUID_STAINS = ("oil stain", "water stain")
_SEALS = 2
"""So many coats of a sealer cut edges of fibreboard want. [practice]"""
_UNSURE = ("gel stain", "oil stain", "water stain", "paint wash", "lightening wax", "imitation grain")


def judge_enough(stack: Stack) -> Iterator[StackVerdict]:
    """What the use asks (the least of the trade), and what a material asks by itself."""
    yield from _for_use(stack)
    yield from _clear_missing(stack)
    yield from _grain_shows(stack)
    yield from _edges_drink(stack)
    yield from _blotches(stack)
    yield from _unsure(stack)
    yield from _wiped_late(stack)


def _wiped_late(stack: Stack) -> Iterator[StackVerdict]:
    """A part so large that what stands on it is wiped too late, with no edge to stop at."""
    for at, _, coat in stack.coats:
        stands = STANDING.get(coat.id)
        most = largest_patch(WIPED_A_M2, stands.high) if stands is not None else stack.zone.largest
        if stands is not None and not stands.is_wiped_at_once and stack.zone.largest > most:
            yield verdict(
                "wiped_late", at, f"{coat.title}: one part is too large to be wiped in time",
                f"{{0}} without an edge, and {{1}} are wiped within {stands.high:g} min. Two people, one coats and "
                "one wipes; or a lap shows.",
                lengths=(SquareMetres(stack.zone.largest), SquareMetres(most)),
            )  # fmt: skip


def _count(stack: Stack, *groups: str) -> tuple[int, int]:
    """Coats of some groups, and the last layer of them (-1 where there is none)."""
    found = [(k, layer.coats) for k, layer, coat in stack.coats if coat.group in groups]
    return sum(coats for _, coats in found), found[-1][0] if found else -1


def _for_use(stack: Stack) -> Iterator[StackVerdict]:
    role = stack.zone.role
    if not stack.layers or role not in (*_SEEN, *_SEALED, "inside", "hardware"):
        return
    colour, at = _count(stack, "paint")
    whole = stack.layers[at].coats if at >= 0 else 0
    if 0 < colour < 2 and role in _SEEN:
        yield verdict(
            "few_colour", at, "One coat of colour",
            "Two cover; three where it is light over dark, or red, yellow, white. A primer tinted with the paint, "
            "or a white blocker, counts as one of three.",
            StackRemedy("Two coats", stack.instead(at, coats=whole + 2 - colour)),
        )  # fmt: skip
    wanted, reason = _clear_wanted(stack)
    clear, last = _count(stack, "clear")
    film = last >= 0 and not any(coat.group in ("oil", "wax") for _, _, coat in stack.coats)
    if film and clear < wanted:
        yield verdict(
            "few_clear", last, f"{clear} {'coat' if clear == 1 else 'coats'} of clear for {reason}",
            f"It wants {wanted}: the first soaks in, the last wears.",
            StackRemedy(f"{wanted} coats", stack.instead(last, coats=stack.layers[last].coats + wanted - clear)),
        )  # fmt: skip


def _clear_wanted(stack: Stack) -> tuple[int, str]:
    """How many coats of clear, and for what."""
    use, role = stack.use, stack.zone.role
    if use.outdoors:
        return 3, "outdoors"
    if use.wet:
        return 3, "a wet room"
    if role == "top" and (use.children or use.carries):
        return 3, "a top that is used hard"
    if role in _TOUCHED and use.everyday:
        return 2, "what is touched daily"
    return 0, ""


def _clear_missing(stack: Stack) -> Iterator[StackVerdict]:
    """A coat that needs a clear, or wax, and gets none."""
    coats = list(stack.coats)
    covered = {k for k, _, coat in coats if coat.group in ("clear", "wax", "oil")}
    for at, layer, coat in coats:
        touched = stack.zone.role in ("hardware", "top")
        needs = coat.needs_clear == "yes" or (coat.needs_clear == "touched" and touched)
        painted_over = any(k > at and later.group == "paint" for k, _, later in coats)
        if not needs or painted_over or any(k > at for k in covered):
            continue
        spray = layer.way == "can"
        clear = CoatLayer(
            "clear", "spray clear" if spray else "water clear", 1 if spray else 2, "can" if spray else "foam"
        )
        wax = (
            (StackRemedy("Wax over it", (*stack.layers, CoatLayer("clear", "wax", 1, "rag"))),)
            if coat.id == "chalk paint"
            else ()
        )
        yield verdict(
            "clear_missing", at, f"{coat.title} without a clear",
            "By itself it stains, rubs off or stays soft where hands touch.",
            StackRemedy("Clear over it", (*stack.layers, clear)), *wax,
        )  # fmt: skip
        return


def _grain_shows(stack: Stack) -> Iterator[StackVerdict]:
    """Paint over open-grained wood: to fill the grain or to show it is a choice, so it is asked."""
    _, at = _count(stack, "paint")
    filled = any("grain filler" in base.filled for base in stack.under[-1])
    if at < 0 or filled or not stack.zone.ground.open_grained or stack.zone.ground.old not in ("bare", "clear"):
        return
    first = next(k for k, layer in enumerate(stack.layers) if layer.is_coat)
    filler = CoatLayer("fill", "grain filler", 2, "rag"), CoatLayer("sand", grits=(220,))
    yield verdict(
        "grain_shows", at, "The grain shows through the paint",
        "Open-grained wood keeps its pores under paint. Right where it may look like wood; filled where it should "
        "look like one smooth thing.",
        StackRemedy("Fill the grain", stack.with_layer(first, *filler)), weight="note",
    )  # fmt: skip


def _edges_drink(stack: Stack) -> Iterator[StackVerdict]:
    """Paint on cut fibreboard that was not sealed twice."""
    _, at = _count(stack, "paint")
    if at < 0 or "fibreboard" not in stack.zone.ground.materials:
        return
    sealed = [
        (k, layer) for k, layer, coat in stack.coats if k < at and (coat.group == "primer" or coat.id == "shellac")
    ]
    if sum(layer.coats for _, layer in sealed) >= _SEALS:
        return
    if sealed:
        k, layer = sealed[-1]
        twice = stack.instead(k, coats=layer.coats + _SEALS - sum(own.coats for _, own in sealed))
    else:
        first = next(k for k, _, _ in stack.coats)
        twice = stack.with_layer(first, CoatLayer("prime", stack.blocker, _SEALS, "brush"))
    yield verdict(
        "edges_drink", at, "Fibreboard whose cut edges are not sealed twice",
        "They drink and swell, and stay rough under the paint. Two coats of a primer or of shellac, sanded smooth "
        "between; its faces do with one.",
        StackRemedy("Seal it twice", twice), weight="mind" if stack.zone.role == "edges" else "note",
    )  # fmt: skip


def _blotches(stack: Stack) -> Iterator[StackVerdict]:
    """Woods that take stain in patches."""
    wood = stack.zone.ground.wood
    for at, layer, coat in stack.coats:
        if coat.id not in _LIQUID_STAINS or layer.doing == "effect" or not any(word in wood for word in BLOTCHY):
            continue
        if any(base.has("conditioner") for base in stack.under[at]):
            return
        yield verdict(
            "blotches", at, f"{wood.capitalize()} takes stain in blotches",
            "It drinks here more and there less. A conditioner first, and stain within two hours, or a gel stain, "
            "which hardly soaks in.",
            StackRemedy("Conditioner first", stack.with_layer(at, CoatLayer("colour", "conditioner", 1, "rag"))),
            StackRemedy("Gel stain", stack.instead(at, material="gel stain")), weight="mind",
        )  # fmt: skip
        return


def _unsure(stack: Stack) -> Iterator[StackVerdict]:
    """What no table tells beforehand: a trial on the underside, or on an offcut prepared the same way."""
    if any(layer.doing == "test" for layer in stack.layers):
        return
    for at, layer, coat in stack.coats:
        why = _unknown(stack, at, layer, coat)
        if why:
            yield verdict(
                "try_first", at, "How it will look cannot be known",
                f"{why} Try all of it on an offcut or on the underside, prepared the same way, and let it dry.",
                StackRemedy("A test board first", stack.with_layer(at, CoatLayer("test"))), weight="note",
            )  # fmt: skip
            return


def _unknown(stack: Stack, at: int, layer: CoatLayer, coat: Coat) -> str:
    recipe = stack.finishing.recipe(layer.recipe)
    if recipe is not None and not recipe.verdict:
        return f"“{recipe.name}” has not been tried yet."
    if coat.id not in _UNSURE:
        return "A gun wants its setting found on scrap." if layer.way == "gun" else ""
    if not all(takes_stain(base) for base in stack.under[at]):
        return "Over an old coat the tone is the sum of both."
    wood = stack.zone.ground.wood
    return f"On {wood} every board takes it otherwise." if wood else "Nobody knows yet which wood it is."
