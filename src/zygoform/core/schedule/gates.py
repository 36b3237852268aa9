"""What is known only by doing: a question at its step, and what each answer changes of the coats.

What is under the old coat (once it is off; another variant may be gone on with then), whether it bleeds (after
the first primer), whether the colour is right (after the test board), whether the spray lies well (before the first
coat with it).
"""

from collections.abc import Callable, Iterator
from typing import Literal

from msgspec import Struct, structs

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.registry import kind_of
from zygoform.core.coats.coat import KNOWN_COATS, coat_of
from zygoform.core.coats.layer import BLOCKERS, CoatLayer
from zygoform.core.coats.readymade import layer_from
from zygoform.core.days.log import Entry, Lesson
from zygoform.core.finish.finish_plan import FINISH, FinishPlan
from zygoform.core.finish.finish_work import layer_keys
from zygoform.core.finish.resolved import Batch
from zygoform.core.ids import origin_of, own_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding
from zygoform.core.project import Variant
from zygoform.core.steps.step import Step

GateKind = Literal["under", "bleeds", "colour", "spray"]
_FINEST_ON_VENEER = 120
"""The coarsest grit on veneer after a lesson of sanding through. [practice]"""
_NO_WOOD = ("hardware", "cane", "glass")


class GateAnswer(Struct, frozen=True):
    """One answer: its key, how it is said, and what it does in a line (nothing: the plan stays as it is).

    `variant` is the one that is gone on with, where what was found asks for another piece altogether.
    """

    key: str
    label: str
    does: str = ""
    variant: str = ""


class Gate(Struct, frozen=True):
    """A question at a step. `before` it is asked before the step, else once the step is done.

    `zones` are the choices its answer changes, `at` the layer it is about; `answered` the key given, if any.
    """

    kind: GateKind
    step: str
    asks: str
    answers: tuple[GateAnswer, ...]
    zones: tuple[str, ...]
    at: int
    before: bool = False
    answered: str = ""

    @property
    def id(self) -> str:
        return f"{self.step}?{self.kind}"

    @property
    def switching(self) -> tuple[GateAnswer, ...]:
        """The answers that change something."""
        return tuple(answer for answer in self.answers if answer.does)


_ANSWERS: dict[GateKind, tuple[GateAnswer, ...]] = {
    "under": (
        GateAnswer("wood", "Wood, as expected"),
        GateAnswer("veneer", "Thin veneer", f"no grit coarser than {_FINEST_ON_VENEER} from here on"),
        GateAnswer("patched", "Stained or patched: paint it", "primer and two coats of paint instead of stain"),
    ),
    "bleeds": (
        GateAnswer("no", "Nothing comes through"),
        GateAnswer("spots", "Here and there", "one coat of blocker before the colour"),
        GateAnswer("all", "All over", "two coats of blocker before the colour"),
    ),
    "colour": (
        GateAnswer("yes", "Right"),
        GateAnswer("light", "Too light", "one more coat of it"),
        GateAnswer("dark", "Too dark", "one coat less, or thinner"),
    ),
    "spray": (
        GateAnswer("yes", "It lies well"),
        GateAnswer("runs", "It runs", "thinner coats, one more of them"),
        GateAnswer("rough", "Rough or dry", "brush it instead"),
    ),
}


def gates(finish: FinishPlan, log: tuple[Entry, ...], others: tuple[Variant, ...] = ()) -> tuple[Gate, ...]:
    """All questions of the finish, those answered too; `others` are variants that one could go on with."""
    given: dict[str, str] = {}
    for entry in log:
        if entry.kind == "answer":
            kind, _, key = entry.text.partition(":")
            given[f"{entry.step}?{kind}"] = key
    found = [gate for batch in finish.batches for gate in _of_batch(batch)]
    more = tuple(GateAnswer(f"variant-{v.id}", f"Then rather: {v.name}", "that variant", v.id) for v in others)
    return tuple(
        structs.replace(
            gate,
            answered=given.get(gate.id, ""),
            answers=gate.answers + more if gate.kind == "under" else gate.answers,
        )
        for gate in found
    )


def _of_batch(batch: Batch) -> Iterator[Gate]:
    layers, keys = batch.layers, layer_keys(batch.layers)
    zones = tuple(dict.fromkeys(plan.shared for plan in batch.zones))
    names = literal(batch.within)
    found = any(plan.zone.old_area and plan.zone.role not in _NO_WOOD for plan in batch.zones)

    def gate(kind: GateKind, at: int, asks: str, coat: str = "", *, before: bool = False) -> Gate:
        step = f"{FINISH}/{batch.id}/{keys[at]}{coat}"
        return Gate(kind, step, asks, _ANSWERS[kind], zones, at, before)

    strip = _first(layers, lambda layer: layer.doing == "strip")
    if strip >= 0 and found:
        yield gate("under", strip, f"What is under the old coat of {names}?")
    prime = _first(layers, lambda layer: layer.doing == "prime" and layer.material not in BLOCKERS)
    if prime >= 0 and found and not any(layer.material in BLOCKERS for layer in layers):
        yield gate("bleeds", prime, f"Does anything come through the first primer on {names}?", ".1")
    test = _first(layers, lambda layer: layer.doing == "test")
    colour = _first(layers, lambda layer: layer.doing in ("colour", "effect"))
    if test >= 0 and colour >= 0:
        yield gate("colour", test, f"Is the colour right on the test board for {names}?")
    spray = _first(layers, lambda layer: layer.is_coat and layer.way in ("gun", "can"))
    if spray >= 0:
        yield gate("spray", spray, f"Does the spray for {names} lie well on scrap?", ".1", before=True)


def _first(layers: tuple[CoatLayer, ...], is_so: Callable[[CoatLayer], bool]) -> int:
    return next((k for k, layer in enumerate(layers) if is_so(layer)), -1)


def answered_layers(layers: tuple[CoatLayer, ...], gate: Gate, key: str) -> tuple[CoatLayer, ...]:
    """A stack after that answer; what is on already stays as it is."""
    change = _EFFECTS.get((gate.kind, key))
    return change(layers, gate.at) if change is not None else layers


_Layers = tuple[CoatLayer, ...]


def _only_fine(layers: _Layers, at: int) -> _Layers:
    return tuple(
        structs.replace(layer, grits=tuple(g for g in layer.grits if g >= _FINEST_ON_VENEER) or (150,))
        if k > at and layer.grits
        else layer
        for k, layer in enumerate(layers)
    )


def _painted(layers: _Layers, at: int) -> _Layers:
    """Paint in place of stain and its clear; a colour that was chosen stays."""
    kept = tuple(layer for k, layer in enumerate(layers) if k <= at or not (layer.is_coat or layer.doing == "test"))
    colour = next((layer.colour for layer in layers if layer.colour), "")
    paint = structs.replace(layer_from("acrylic paint 2 roller"), colour=colour)
    return (*kept, layer_from("adhesion primer 1 roller"), paint)


def _blocked(coats: int) -> Callable[[_Layers, int], _Layers]:
    def with_blocker(layers: _Layers, at: int) -> _Layers:
        blocker = structs.replace(layer_from("stain blocker"), coats=coats)
        return (*layers[: at + 1], blocker, *layers[at + 1 :])

    return with_blocker


def _coats_by(more: int) -> Callable[[_Layers, int], _Layers]:
    """More or less of the first colour at or after that layer."""

    def changed(layers: _Layers, at: int) -> _Layers:
        own = next((k for k in range(at, len(layers)) if layers[k].is_coat), -1)
        if own < 0:
            return layers
        coats = min(9, max(1, layers[own].coats + more))
        return (*layers[:own], structs.replace(layers[own], coats=coats), *layers[own + 1 :])

    return changed


def _brushed(layers: _Layers, at: int) -> _Layers:
    """What was to be sprayed from here on is brushed; an aerosol is the same paint from a tin."""
    tins = {"spray paint": "enamel", "spray clear": "water clear"}
    return tuple(
        structs.replace(layer, way="brush", material=tins.get(layer.material, layer.material), thin=0.0)
        if k >= at and layer.way in ("gun", "can")
        else layer
        for k, layer in enumerate(layers)
    )


_EFFECTS: dict[tuple[str, str], Callable[[_Layers, int], _Layers]] = {
    ("under", "veneer"): _only_fine,
    ("under", "patched"): _painted,
    ("bleeds", "spots"): _blocked(1),
    ("bleeds", "all"): _blocked(2),
    ("colour", "light"): _coats_by(1),
    ("colour", "dark"): _coats_by(-1),
    ("spray", "runs"): _coats_by(1),
    ("spray", "rough"): _brushed,
}
"""What an answer at a gate does to the layers still to come. [practice]"""


# What was learnt once: what a lesson can be about, and the steps still to be done that it fits.

_PHASES: dict[str, str] = {
    "apart": "taking apart", "buy": "shopping", "cut": "cutting", "mend": "mending", "dry fit": "fitting dry",
    "glue": "gluing", "shape": "shaping", "fix": "fixing", "test": "test boards", "clean": "cleaning",
    "strip": "stripping and sanding", "fill": "filling", "prime": "priming", "colour": "colouring",
    "clear": "clear coats", "refit": "putting on and in at the end",
}  # fmt: skip


def subjects(step: Step, changes: tuple[ChangeBase, ...]) -> tuple[tuple[str, str], ...]:
    """What a lesson at a step can be about, the narrowest first: a key and how it is said."""
    made = list[tuple[str, str]]()
    change = next((change for change in changes if change.id == step.source), None)
    if change is not None:
        made.append((f"change:{change.tag}", kind_of(change).title))
    if step.source == FINISH:
        material = _material(step)
        if material:
            made.append((f"material:{material}", coat_of(material).title))  # type: ignore[union-attr]
    made.append((f"phase:{step.phase}", f"all {_PHASES[step.phase]}"))
    return tuple(made)


def _material(step: Step) -> str:
    """The coat of a step of the finish, by its name."""
    words = origin_of(own_of(step.id).partition(".")[0]).split("-")[1:]
    name = " ".join(words)
    return name if name in KNOWN_COATS else ""


def lesson_findings(
    lessons: tuple[Lesson, ...], steps: tuple[Step, ...], changes: tuple[ChangeBase, ...], done: frozenset[str]
) -> tuple[Finding, ...]:
    """Each lesson that fits something still to be done, with the parts it is done to."""
    if not lessons:
        return ()
    by_key: dict[str, list[Step]] = {}
    for step in steps:
        if step.id not in done:
            for key, _ in subjects(step, changes):
                by_key.setdefault(key, []).append(step)
    found = []
    for lesson in lessons:
        fits = next((by_key[key] for key in lesson.fits if key in by_key), None)
        if fits:
            where = tuple(dict.fromkeys(part for step in fits for part in step.where))
            change = fits[0].source if fits[0].source != FINISH else ""
            found.append(
                Finding(
                    "lesson", "note", Message(f"You learnt: {literal(lesson.text)}"),
                    Message(f"It fits: {fits[0].what.text}", fits[0].what.lengths), where,
                    change if any(own.id == change for own in changes) else "",
                )
            )  # fmt: skip
    return tuple(found)
