"""What comes before what, and why: from what each step does to parts, whatever kind of change it is of.

Every rule is a small function of a piece's steps and coats; it says which step comes first, which then. Rules know
parts and deeds, never kinds of change. Where schools differ the order that was chosen decides.
"""

from collections.abc import Callable, Iterator, Mapping
from functools import cached_property
from typing import NamedTuple

from msgspec import Struct

from zygoform.core.coats.layer import FinishOrder
from zygoform.core.ids import origin_of
from zygoform.core.outcome.work import Deed, Does
from zygoform.core.steps.put_on import way_of
from zygoform.core.steps.step import Step


class Before(NamedTuple):
    """One step comes before another, by a rule."""

    first: str
    then: str
    rule: str


class Bordered(NamedTuple):
    """What is done at a border of a batch, and the batch that is coated first there."""

    step: str
    first: str


class Coating(Struct, frozen=True):
    """The steps of one batch of zones in their order, and the parts they are on.

    `under_clear` is the last of what lies under its clear coats, `clear` the first of those; `last_clear` the last
    of all where that is one. Empty where there is none.
    """

    parts: frozenset[str]
    steps: tuple[str, ...]
    under_clear: str = ""
    clear: str = ""
    last_clear: str = ""
    is_hardware: bool = False
    """Knobs and straps: small, and put on last of all."""
    tape_off: str = ""
    """The tape pulled from its borders, after the last of its steps."""
    batch: str = ""
    borders: tuple[Bordered, ...] = ()

    @property
    def end(self) -> str:
        """What is done last of all."""
        return self.tape_off or self.steps[-1]

    @property
    def before_last(self) -> str:
        return self.steps[-2] if len(self.steps) > 1 else self.steps[-1]


class Site(Struct, frozen=True, dict=True):
    """All that is done to one piece. `touching` gives the parts that a part lies against, itself among them."""

    steps: tuple[Step, ...]
    coatings: tuple[Coating, ...]
    order: FinishOrder
    touching: Mapping[str, frozenset[str]]

    def having(self, *does: Does) -> Iterator[tuple[Step, Deed]]:
        """Steps that do such a thing, with it."""
        return ((step, deed) for step in self.steps for deed in step.does if deed.does in does)

    @property
    def covered(self) -> tuple[Coating, ...]:
        """What is coated where something may lie over it."""
        return tuple(coating for coating in self.coatings if not coating.is_hardware)

    @cached_property
    def shaping(self) -> tuple[Step, ...]:
        """Steps that saw, bore, glue, mend or try where they are done: all but what takes off or puts on."""
        coats = {own for coating in self.coatings for own in coating.steps}
        return tuple(
            step
            for step in self.steps
            if step.id not in coats
            and step.phase not in ("apart", "buy", "refit")
            and {deed.does for deed in step.does} <= ({"part", "on"} if step.phase == "glue" else {"part"})
        )

    def reach(self, deed: Deed) -> frozenset[str]:
        """What it goes on, and itself: whose coats come before or after it."""
        if deed.onto:
            return _own((*deed.parts, *deed.onto))
        return frozenset().union(*(self.touching.get(own, frozenset({own})) for own in _own(deed.parts)))

    def is_loose(self, step: Step, deed: Deed) -> bool:
        """Whether it goes on after its coats; what is woven may go in before, and be painted over."""
        if deed.does == "on" and deed.onto and step.phase == "refit" and not deed.chosen:
            return self.order.woven == "after"
        return way_of(deed) == "loose"

    @cached_property
    def after_loose(self) -> frozenset[str]:
        """What can only be done once something is on that is coated before: on its coats, then."""
        found = {step.id for step, deed in self.having("on") if self.is_loose(step, deed)}
        for step in self.steps:
            # Steps of one source stand in their own order.
            if any(before in found for before in step.follows):
                found.add(step.id)
        return frozenset(found)


def _own(parts: tuple[str, ...]) -> frozenset[str]:
    """Half of a board is what was the whole."""
    return frozenset(map(origin_of, parts))


def apart_first(site: Site) -> Iterator[Before]:
    """What comes off leaves bare what lay under it."""
    first = [step for step in site.steps if step.phase == "apart"]
    for coating in site.coatings:
        for step in first:
            yield Before(step.id, coating.steps[0], "apart first")


def shaped_first(site: Site) -> Iterator[Before]:
    """What saws, bores, glues or mends goes before the coats where it is done."""
    holes = [(step, deed) for step, deed in site.having("hole") if site.order.holes == "before"]
    done = [
        *((step, _own(step.where)) for step in site.shaping),
        *((step, _own(deed.parts)) for step, deed in holes),
    ]
    done = [(step, parts) for step, parts in done if step.id not in site.after_loose]
    for coating in site.coatings:
        for step, parts in done:
            if parts & coating.parts:
                yield Before(step.id, coating.steps[0], "shaped first")


def holes_after(site: Site) -> Iterator[Before]:
    """By choice: holes for hardware are bored through the finished coat."""
    for step, deed in site.having("hole") if site.order.holes == "after" else ():
        for coating in site.coatings:
            if _own(deed.parts) & coating.parts:
                yield Before(coating.end, step.id, "holes after")


def coated_then_on(site: Site) -> Iterator[Before]:
    """What is coated by itself goes on once its coats, and those it covers, can be handled."""
    for step, deed in site.having("on"):
        reach = site.reach(deed) if site.is_loose(step, deed) else frozenset[str]()
        for coating in site.covered:
            if reach & coating.parts:
                yield Before(coating.end, step.id, "coated, then on")


def on_then_coated(site: Site) -> Iterator[Before]:
    """What is coated with what is round it goes on before that."""
    for step, deed in site.having("on"):
        reach = frozenset[str]() if site.is_loose(step, deed) else site.reach(deed)
        for coating in site.covered:
            if reach & coating.parts:
                yield Before(step.id, coating.steps[0], "on, then coated")


def hardware_last(site: Site) -> Iterator[Before]:
    """Hardware after the last coat, or by choice before the last clear."""
    early = site.order.hardware == "before"
    for step, deed in site.having("fit"):
        for coating in site.coatings:
            if site.reach(deed) & coating.parts:
                yield Before(coating.before_last if early else coating.end, step.id, "hardware last")
                if early and coating.last_clear:
                    yield Before(step.id, coating.last_clear, "hardware last")


def on_the_coat(site: Site) -> Iterator[Before]:
    """What is rubbed or dabbed on lies on the colour, under the clear."""
    for step, deed in site.having("rub"):
        for coating in site.coatings:
            if _own(deed.parts) & coating.parts:
                yield Before(coating.under_clear or coating.end, step.id, "on the coat")
                if coating.clear and coating.under_clear:
                    yield Before(step.id, coating.clear, "on the coat")


def parted_first(site: Site) -> Iterator[Before]:
    """Sawing apart and joining go before what is put on the halves, and before it is turned over."""
    for first, deed in site.having("part"):
        for step, other in site.having("on", "fit", "turn"):
            if step.source != first.source and (other.does == "turn" or site.reach(other) & _own(deed.parts)):
                yield Before(first.id, step.id, "parted first")


def out_before_over(site: Site) -> Iterator[Before]:
    """What is loose in a piece is out before that is turned over."""
    out = [step for step, _ in site.having("off")]
    for step, _ in site.having("turn"):
        for first in out:
            yield Before(first.id, step.id, "out before over")


def tried_then_out(site: Site) -> Iterator[Before]:
    """What is made to fit in its place is taken out for its coats after that."""
    for out, deed in site.having("off"):
        for step in site.shaping if deed.loose else ():
            if _own(step.where) & _own(deed.parts):
                yield Before(step.id, out.id, "tried, then out")


def mended_then_on(site: Site) -> Iterator[Before]:
    """What came off goes on again when all is done to it that was to be done."""
    for step, deed in site.having("on"):
        for first in site.shaping if step.phase == "refit" else ():
            if first.source != step.source and _own(first.where) & _own(deed.parts):
                yield Before(first.id, step.id, "mended, then on")


def dry_before_tape(site: Site) -> Iterator[Before]:
    """A border is taped, or sanded back, on a coat that bears it."""
    ends = {coating.batch: coating.end for coating in site.coatings if coating.batch}
    for coating in site.coatings:
        for own in coating.borders:
            if own.first in ends:
                yield Before(ends[own.first], own.step, "dry before tape")


def glass_last(site: Site) -> Iterator[Before]:
    """Panes go in when nothing is knocked, screwed or turned any more."""
    panes = [step for step, _ in site.having("on") if "glass" in step.cautions]
    for pane in panes:
        for step, _ in site.having("on", "fit", "turn"):
            if "glass" not in step.cautions:
                yield Before(step.id, pane.id, "glass last")


def wall_last(site: Site) -> Iterator[Before]:
    """Once it is fixed to the wall nothing behind it is reached, and it is not turned any more."""
    for wall, _ in site.having("wall"):
        hung = _own(wall.where)
        for coating in site.coatings:
            yield Before(coating.end, wall.id, "wall last")
        for step, deed in site.having("on", "fit", "turn"):
            if not hung & _own(deed.parts):
                yield Before(step.id, wall.id, "wall last")


ORDER_RULES: dict[str, tuple[Callable[[Site], Iterator[Before]], str]] = {
    "apart first": (apart_first, "parts that come off uncover faces that are coated"),
    "shaped first": (shaped_first, "sawing, boring and glue would spoil the coat"),
    "holes after": (holes_after, "you chose to bore through the finished coat"),
    "coated, then on": (coated_then_on, "the faces it covers cannot be reached afterwards"),
    "on, then coated": (on_then_coated, "it is coated together with its neighbours"),
    "hardware last": (hardware_last, "hardware goes on once the coat can be handled"),
    "on the coat": (on_the_coat, "it sits on the colour and under the clear coat"),
    "parted first": (parted_first, "nothing may be fixed across the line that is sawn"),
    "out before over": (out_before_over, "loose parts would fall out"),
    "tried, then out": (tried_then_out, "it must fit before it is coated"),
    "mended, then on": (mended_then_on, "it goes back when nothing more is done to it"),
    "dry before tape": (dry_before_tape, "a border is kept clean on a coat that is hard enough to be touched"),
    "glass last": (glass_last, "a pane breaks while anything else is fixed or turned"),
    "wall last": (wall_last, "nothing behind it can be reached then, and it cannot be turned any more"),
}
"""Every rule by its name, with the reason that is told."""


def befores(site: Site) -> Iterator[Before]:
    """By all rules."""
    for rule, _ in ORDER_RULES.values():
        yield from rule(site)


def decided_by(rule: str, first: Step, then: Step) -> str:
    """The entry of the order of work by which the two could be the other way; empty where none decides it."""
    if rule == "shaped first":
        does = {deed.does for deed in first.does}
        return "holes" if "hole" in does else "put_on" if "on" in does else ""
    if rule in ("coated, then on", "on, then coated"):
        put = then if rule == "coated, then on" else first
        deeds = [deed for deed in put.does if deed.does == "on"]
        woven = put.phase == "refit" and any(deed.onto and not deed.chosen for deed in deeds)
        return "woven" if woven else "put_on" if any(deed.parts for deed in deeds) else ""
    return {"holes after": "holes", "hardware last": "hardware", "dry before tape": "borders"}.get(rule, "")
