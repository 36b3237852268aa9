"""The steps of a finish: what is prepared and coated together, how long it takes, and what is waited for."""

from collections.abc import Callable, Iterator, Sequence

from msgspec import Struct, structs

from zygoform.core.coats.coat import OILY, SOLVENT_COATS, WIPED, Coat, coat_of, weather
from zygoform.core.coats.layer import CoatLayer, Finishing
from zygoform.core.coats.standing import (
    STANDING,
    STRIPPER_STANDS,
    WIPED_A_M2,
    LeftToStand,
    largest_patch,
    wet_words,
    wiping,
)
from zygoform.core.finish.finish_plan import PieceFinish
from zygoform.core.finish.judging.pairs import wait_for_next
from zygoform.core.finish.mask_work import with_borders
from zygoform.core.finish.masking import Mask
from zygoform.core.finish.resolved import Batch, is_sanded_between
from zygoform.core.goods.minutes import Task
from zygoform.core.ids import own_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.write import SquareMetres
from zygoform.core.outcome.work import Deed, Phase, Work

Tasks = tuple[tuple[Task, float], ...]
HOLES_A_M2 = 6.0
"""Nail holes and dents on a m² of a secondhand piece: about. [practice]"""
TURNED, CARVED, FIRST_TIME = 2.5, 3.0, 1.3
"""So many times as long take legs and turned work, carvings, and a tool that is new to one. [practice]"""
_CLEAN_WAIT: dict[str, tuple[float, float]] = {
    "soap": (1, 1), "degreaser": (2, 2), "no-rinse cleaner": (0.5, 0.5), "alcohol": (0.2, 0.2),
    "mineral spirits": (1, 24), "vinegar wash": (24, 24),
}  # fmt: skip
"""Hours, quick and slow, until what was cleaned with it is dry. [practice]"""
_FILL_WAIT: dict[str, tuple[float, float]] = {
    "light filler": (1, 4), "wood filler": (2, 6), "two-part filler": (0.5, 0.5), "grain filler": (3, 3),
    "flexible filler": (1, 2),
}  # fmt: skip
"""Hours, quick and slow, until a filler is sanded. [label]"""
SAME_DAY = 6.0
"""Two coats that are so many hours apart at most are sprayed on one day. [practice]"""
_DAY = 24.0
"""Hours of a day. [geometry]"""
_PHASE: dict[str, Phase] = {
    "test": "test", "clean": "clean", "strip": "strip", "scuff": "strip", "sand": "strip", "fill": "fill",
    "prime": "prime", "colour": "colour", "effect": "colour", "clear": "clear",
}  # fmt: skip


def batch_work(
    batch: Batch,
    finishing: Finishing,
    own: tuple[Coat, ...],
    new_tools: tuple[str, ...],
    masks: Sequence[Mask] = (),
) -> tuple[Work, ...]:
    """One step for each layer, of coats one for each, and its borders; each follows the one before."""
    works = list[Work]()
    slower = weather(finishing.celsius, finishing.humidity)
    for at, layer in enumerate(batch.layers):
        coat = coat_of(layer.material, own) if layer.is_coat else None
        if layer.is_coat and coat is None:
            # Nothing says with what.
            continue
        made = _coats(batch, at, layer, coat, own) if coat is not None else (_prepared(batch, at, layer),)
        for work in made:
            if not sum(amount for _, amount in work.tasks):
                # New wood has no old coat to take off.
                continue
            follows = (works[-1].own,) if works else ()
            wait, late, touch = (
                (hours[0] * slower, hours[1] * slower) for hours in (work.wait, work.late, work.touch)
            )
            effort = _effort(batch, layer, new_tools)
            works.append(structs.replace(work, follows=follows, wait=wait, late=late, touch=touch, effort=effort))
    turned = any(plan.turned for plan in batch.zones)
    return with_borders(_turned(works) if turned else tuple(works), batch.id, literal(batch.within), masks)


def _turned(works: list[Work]) -> tuple[Work, ...]:
    """Coats on what lies flat: one side with the edges, turned over when dry to the touch, then the other.

    The next coat on a side wants its own time, and of the side that lies below then that it can be touched.
    """
    made = list[Work]()
    before: tuple[str, ...] = ()
    for work in works:
        if not work.touch[1]:
            made.append(structs.replace(work, follows=before or work.follows))
            before = (work.own,)
            continue
        half = tuple((task, amount / 2) for task, amount in work.tasks)
        up = structs.replace(work, tasks=half, follows=before or work.follows, soon=before[1:])
        last = (before[1],) if len(before) > 1 else ()
        words = Message(f"{work.what.text}: turned over, the other side", work.what.lengths)
        needs = (*work.needs, "painter's points or strips to lie on")
        down = structs.replace(
            work, own=f"{work.own}-turned", what=words, tasks=half, follows=(up.own, *last), soon=(up.own,),
            needs=needs,
        )  # fmt: skip
        made += [up, down]
        before = (up.own, down.own)
    return tuple(made)


def layer_keys(layers: tuple[CoatLayer, ...]) -> tuple[str, ...]:
    """What each layer is called within its stack: by what it is, so that it keeps its name when others move."""
    made, seen = list[str](), dict[str, int]()
    for layer in layers:
        name = "-".join((layer.doing, *layer.material.split())).replace(",", "")
        seen[name] = seen.get(name, 0) + 1
        made.append(name if seen[name] == 1 else f"{name}~{seen[name]}")
    return tuple(made)


def before_batches(finish: PieceFinish) -> Iterator[Work]:
    """What is done once for a piece before any of it is coated: drawers out, what stays free masked."""
    boxes = next((plan.zone for plan in finish.zones if plan.zone.role == "boxes"), None)
    if boxes is not None and finish.batches and finish.finishing.order.drawers == "out":
        drawers = len({own_of(part) for part in boxes.parts})
        what = Message(f"Take the drawers out ({drawers}), number each and its place")
        off = (Deed("off", boxes.parts, loose=True),)
        tasks: Tasks = (("take drawer out", float(drawers)),)
        yield Work(f"{finish.piece_id}/out", "apart", what, tasks, boxes.parts, does=off)
    masked = [plan.zone for plan in finish.zones if plan.state == "masked" and plan.zone.rim]
    if masked and finish.batches:
        names = " and ".join(zone.title.lower() for zone in masked)
        metres = sum(zone.rim for zone in masked) / 1000
        parts = tuple(part for zone in masked for part in zone.parts)
        what = Message(f"Mask {literal(names)}, the tape's edge pressed down")
        yield Work(
            f"{finish.piece_id}/mask", "clean", what, (("mask edge", metres),), parts, needs=("masking tape",)
        )


def after_batches(finish: PieceFinish) -> Iterator[Work]:
    """What was taken out for its coats goes in again."""
    for work in before_batches(finish):
        count = next((amount for task, amount in work.tasks if task == "take drawer out"), 0.0)
        if count:
            tasks: Tasks = (("put drawer in", count),)
            what = Message(f"Put the drawers back in ({count:.0f}), each in its own place")
            on = (Deed("on", work.parts, loose=True),)
            yield Work(f"{finish.piece_id}/in", "refit", what, tasks, work.parts, follows=(work.own,), does=on)


def _effort(batch: Batch, layer: CoatLayer, new_tools: tuple[str, ...]) -> float:
    """Of several zones the share that is turned or carved makes all of it slower by so much."""
    factor = 1.0
    if layer.way not in ("gun", "can") and layer.doing != "test":
        slow = {"carved": CARVED, "turned": TURNED}
        parts = [
            (plan.zone.area, slow.get(plan.zone.ground.relief, TURNED if plan.zone.role == "legs" else 1.0))
            for plan in batch.zones
        ]
        whole = sum(area for area, _ in parts)
        factor = sum(area * times for area, times in parts) / whole if whole else 1.0
    tool = layer.material if layer.doing == "strip" else layer.way if layer.is_coat else ""
    return factor * (FIRST_TIME if tool in new_tools else 1.0)


def _areas(batch: Batch) -> tuple[float, float]:
    """m² of all, and of what was found."""
    return batch.area, sum(plan.zone.old_area for plan in batch.zones)


class _Step(Struct, frozen=True):
    """What one does, in amounts, and what follows from the material."""

    what: str
    tasks: Tasks
    wait: tuple[float, float] = (0.0, 0.0)
    needs: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    how: Message = Message("")


def _prepared(batch: Batch, at: int, layer: CoatLayer) -> Work:
    """A step that takes off, smooths or fills."""
    area, old = _areas(batch)
    names = literal(batch.within)
    rough = area * max(1, len(layer.grits))
    made: dict[str, Callable[[], _Step]] = {
        "test": lambda: _Step(
            f"A test board of all coats for {names}: same wood, sanded the same", (("test board", 1.0),)
        ),
        "clean": lambda: _cleaned(batch, layer, names, area),
        "strip": lambda: _stripped(batch, layer, names, old),
        "scuff": lambda: _Step(f"Scuff {names} dull", (("scuff", old or area),), cautions=("sanding",)),
        "sand": lambda: _Step(f"Sand {names}", (("finer grit", rough),), cautions=("sanding",)),
        "fill": lambda: _filled(layer, names, area),
    }
    step = made[layer.doing]()
    key = layer_keys(batch.layers)[at]
    grits = ", ".join(map(str, layer.grits))
    what = f"{step.what}, {grits}" if grits else step.what
    needs = (*step.needs, *((f"grit {grits}",) if grits else ()))
    return Work(
        f"{batch.id}/{key}", _PHASE[layer.doing], Message(what), step.tasks, batch.parts, step.wait,
        "It is dry then." if step.wait[1] else "", needs, (), step.cautions, how=step.how,
    )  # fmt: skip


def _cleaned(batch: Batch, layer: CoatLayer, names: str, area: float) -> _Step:
    times = " twice" if layer.coats == 2 else f" {layer.coats} times" if layer.coats > 2 else ""
    wait = _CLEAN_WAIT.get(layer.material, (1.0, 1.0))
    if any("cane" in plan.zone.ground.materials or plan.zone.is_woven for plan in batch.zones):
        # What is woven dries a day after any wet cleaning.
        wait = (max(wait[0], _DAY), max(wait[1], _DAY))
    cautions = ("solvent",) if layer.material in ("alcohol", "mineral spirits") else ()
    what = f"Clean {names} with {layer.material}{times}"
    return _Step(what, (("clean", area * layer.coats),), wait, (layer.material, "rags"), cautions)


def _filled(layer: CoatLayer, names: str, area: float) -> _Step:
    grain = layer.material == "grain filler"
    task: tuple[Task, float] = (
        ("fill grain", area * layer.coats) if grain else ("fill hole", max(1.0, area * HOLES_A_M2))
    )
    what = f"Fill {'the grain of ' if grain else 'what shows on '}{names} with {layer.material}"
    cautions = ("filler",) if layer.material == "two-part filler" else ()
    return _Step(what, (task,), _FILL_WAIT.get(layer.material, (1.0, 4.0)), (layer.material,), cautions)


def _stripped(batch: Batch, layer: CoatLayer, names: str, old: float) -> _Step:
    if layer.material == "scraper":
        what = f"Scrape off what is loose on {names}, feather the edges"
        return _Step(what, (("scrape", old),), cautions=("lead", "sanding"))
    if layer.material == "stripper":
        low, high = STRIPPER_STANDS
        how = Message(f"Each round stands {low:g} to {high:g} min under a film, never dry; work in the shade.")
        rounds = f"{layer.coats} round{'s' * (layer.coats > 1)}"
        what = f"Strip {names} with stripper, {rounds}, neutralise"
        tasks: Tasks = (("strip with stripper", old * layer.coats),)
        return _Step(what, tasks, (_DAY, _DAY), ("stripper", "a scraper", "gloves"), ("stripper", "lead"), how)
    tasks = ()
    for plan in batch.zones:
        thick = plan.zone.ground.old in ("paint", "flaking")
        bare = plan.zone.ground.old == "bare"
        first: Task = "strip paint" if thick else "finer grit" if bare else "strip clear coat"
        finer = plan.zone.old_area * max(0, len(layer.grits) - 1)
        tasks = (*tasks, (first, plan.zone.old_area), ("finer grit", finer))
    return _Step(f"Sand {names} to bare wood", tasks, cautions=("sanding", "lead"))


def _coats(batch: Batch, at: int, layer: CoatLayer, coat: Coat, own: tuple[Coat, ...]) -> Iterator[Work]:
    """One step a coat: sanding between is the first thing of the next."""
    names = literal(batch.within)
    later = next((k for k in range(at + 1, len(batch.layers)) if batch.layers[k].is_coat), -1)
    follows = coat_of(batch.layers[later].material, own) if later >= 0 else None
    below = next((k for k in range(at - 1, -1, -1) if batch.layers[k].is_coat), -1)
    film_below = below >= 0 and batch.layers[below].material not in WIPED
    key = layer_keys(batch.layers)[at]
    for k in range(layer.coats):
        last = k == layer.coats - 1
        nth = f", coat {k + 1} of {layer.coats}" if layer.coats > 1 else ""
        sanded = is_sanded_between(batch, coat) and (k > 0 or film_below)
        tasks = (*((("sand between", batch.area),) if sanded else ()), *_coat_tasks(batch, layer, coat))
        tasks = (*tasks, *_gun_tasks(layer, coat, k))
        tasks = (*tasks, *_beside_coat(batch, layer, coat, first=k == 0 and below < 0), *_stands(batch, coat))
        thin = f", thinned {layer.thin:g} %" if layer.thin else ""
        what = f"{coat.title} on {names}{nth}, {_with_what(layer)}{thin}"
        if not last:
            wait, why = _between(coat), "Then it takes the next coat."
        elif follows is not None:
            wait, why = wait_for_next(coat, follows), f"Then it takes {follows.title.lower()}."
        else:
            wait, why = coat.handle, f"Dry to handle; full use after {coat.cure[1]:g} days."
        cautions = _cautions(layer, coat)
        needs = (coat.title.lower(), *(("rags",) if coat.id in WIPED else (_with_what(layer),)))
        how = coat_how(batch, coat)
        yield Work(
            f"{batch.id}/{key}.{k + 1}", _PHASE[layer.doing], Message(what), tasks, batch.parts, wait, why, needs,
            (), cautions, within=coat.before if follows is not None or not last else 0.0,
            late=coat.recoat if coat.binder == "lacquer" else (0.0, 0.0), touch=coat.touch, how=how,
            session=_in_the_gun(layer, coat, k),
        )  # fmt: skip


def _beside_coat(batch: Batch, layer: CoatLayer, coat: Coat, *, first: bool) -> Tasks:
    """Dust off before the first coat of all, the tool washed out after each; a gun's is in its own minutes."""
    washed: Tasks = (("wash up", 1.0),) if layer.way in ("brush", "roller", "foam") and coat.binder != "wax" else ()
    return (*((("vacuum", batch.area),) if first else ()), *washed)


def _stands(batch: Batch, coat: Coat) -> Tasks:
    """What nobody can do but wait for, patch by patch."""
    own = STANDING.get(coat.id)
    if own is None or own.is_wiped_at_once:
        return ()
    on, count = _patch(batch, own)
    more = wiping(on, on, own.low, own.high).begins - on
    return (("let stand", count * more),) if more > 0 else ()


def _patch(batch: Batch, own: LeftToStand) -> tuple[float, int]:
    """Minutes to coat one patch, and how many there are: as large as they may be."""
    whole = batch.area * WIPED_A_M2
    count = max(1, -int(-whole // own.high))
    return whole / count, count


def coat_how(batch: Batch, coat: Coat) -> Message:
    """How long it stands, in how many patches, which way it is wiped; what is normal while it is wet."""
    own = STANDING.get(coat.id)
    if own is None:
        return Message(wet_words(coat.id))
    if own.is_wiped_at_once:
        return Message(f"Wiped as you go, within {own.high:g} min; {own.way}.")
    on, count = _patch(batch, own)
    one = wiping(on, on, own.low, own.high)
    patches = f" In {count} patches, each to an edge: {{0}} at most." if count > 1 else ""
    stand = f"Stands {own.low:g} to {own.high:g} min, wiping begins after {one.begins:.0f}; {own.way}."
    normal = f" {own.normal[:1].upper()}{own.normal[1:]}." if own.normal else ""
    largest = (SquareMetres(largest_patch(WIPED_A_M2, own.high)),) if count > 1 else ()
    return Message(f"{stand}{patches}{normal}", largest)


def _between(coat: Coat) -> tuple[float, float]:
    """Hours between two coats of the same: of aerosol within its window, else it wants a day."""
    return (coat.touch[0], coat.before) if coat.binder == "lacquer" else coat.recoat


def _with_what(layer: CoatLayer) -> str:
    return {
        "brush": "brush",
        "foam": "foam brush",
        "rag": "rag",
        "roller": "foam roller",
        "gun": "gun",
        "can": "can",
    }[layer.way]


def _coat_tasks(batch: Batch, layer: CoatLayer, coat: Coat) -> Tasks:
    area = batch.area
    if layer.way == "can":
        hardware = [plan.zone for plan in batch.zones if plan.zone.role == "hardware"]
        rest = area - sum(zone.area for zone in hardware)
        count = sum(zone.count for zone in hardware)
        return (("hardware sprayed", float(count)), ("aerosol coat", max(0.0, rest)))
    if layer.way == "gun":
        return (("spray coat", area),)
    by_group: dict[str, Task] = {"stain": "stain", "oil": "oil coat", "wax": "wax coat", "effect": "effect coat"}
    if coat.group in by_group:
        return ((by_group[coat.group], area),)
    if layer.way == "roller":
        return (("roll coat", area),)
    return (("clear coat" if coat.group == "clear" else "brush coat", area),)


def _gun_tasks(layer: CoatLayer, coat: Coat, nth: int) -> Tasks:
    """Set up before the first coat, cleaned after the last; it stays loaded between two that come on one day."""
    if layer.way != "gun":
        return ()
    on_one_day = _between(coat)[1] <= SAME_DAY
    begun: Tasks = (("set up gun", 1.0),) if nth == 0 or not on_one_day else ()
    last = nth == layer.coats - 1
    return (*begun, ("clean gun", 1.0) if last or not on_one_day else ("cover gun", 1.0))


def _in_the_gun(layer: CoatLayer, coat: Coat, nth: int) -> str:
    """The same of zones and pieces that can be sprayed one after the other, and the how manieth coat of it."""
    return f"{coat.id}|{layer.colour}|{layer.recipe}|{layer.thin:g}#{nth}" if layer.way == "gun" else ""


def _cautions(layer: CoatLayer, coat: Coat) -> tuple[str, ...]:
    sprayed = layer.way in ("gun", "can")
    told = {"spray": sprayed, "solvent": coat.id in SOLVENT_COATS and not sprayed, "rags": coat.id in OILY}
    return tuple(code for code, is_so in told.items() if is_so)
