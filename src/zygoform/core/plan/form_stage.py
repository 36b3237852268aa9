"""The pieces as found, change after change, the pieces as planned."""

from collections.abc import Iterator
from functools import cached_property, partial
from typing import Any

from msgspec import Struct, structs

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.mending.entries import Mend
from zygoform.core.changes.registry import made
from zygoform.core.changes.suited import suited
from zygoform.core.condition.condition import Condition
from zygoform.core.condition.use import Damp, damp_of
from zygoform.core.errors import BadInputError
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.finish.resolved import ZonePlan
from zygoform.core.form.arrange import set_aside
from zygoform.core.form.carcass import belonging
from zygoform.core.form.form import Body, Form, rebuilt
from zygoform.core.form.piece import PieceBase, unmeasured
from zygoform.core.ids import HALF, origin_of, piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix, Handle, Outcome
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.plan.memory import Made, Memory
from zygoform.core.project import Project
from zygoform.core.shop import Shop

# An old coat that comes off twice: by a mend of it, and by the stack of its zone.

TAKES_OFF = ("finish", "strip")
"""The fault and its remedy that take an old coat off."""


def stripped_twice(
    finish: FinishPlan, changes: tuple[ChangeBase, ...], condition: Condition
) -> tuple[Finding, ...]:
    """Of each mend that takes a coat off a part whose zone is stripped as well: the minutes of one are too many."""
    mends = [c for c in changes if isinstance(c, Mend) and (c.about, c.remedy) == TAKES_OFF]
    return tuple(
        _told(mend, plan)
        for mend in mends
        for plan in _stripped(finish)
        if (fault := condition.fault(mend.fault)) is not None and fault.part in plan.zone.parts
    )


def _stripped(finish: FinishPlan) -> Iterator[ZonePlan]:
    return (plan for plan in finish.zones if any(layer.doing == "strip" for layer in plan.layers))


def _told(mend: Mend, plan: ZonePlan) -> Finding:
    kept = tuple(layer for layer in plan.layers if layer.doing != "strip")
    return Finding(
        "stripped_twice",
        "mind",
        Message(f"{literal(plan.zone.name)}: the old coat is taken off twice"),
        Message(
            "By the mend of its peeling finish and by its stack: one of them is enough, its hours count twice."
        ),
        (),
        mend.id,
        (
            Fix(Message("Leave the mend out"), mend.id, leave_out=True),
            Fix(Message("Take it out of the stack"), "", zone=plan.shared, layers=kept),
        ),
        plan.shared,
    )


class Failure(Struct, frozen=True):
    """A change that cannot be built: it counts as left out until it can."""

    change_id: str
    parameter: str
    message: Message


class FormPlan(Struct, frozen=True, dict=True):
    """The pieces (their sizes, not their state) before and after. `superseded` maps a change to the later one in
    its place.
    """

    pieces: tuple[PieceBase, ...]
    changes: tuple[ChangeBase, ...]
    found: Form
    planned: Form
    outcomes: tuple[Outcome, ...]
    failures: tuple[Failure, ...]
    superseded: dict[str, str]
    gone: frozenset[str]
    """Parts that a later change takes off again: they are not cut."""

    @property
    def counting(self) -> tuple[Outcome, ...]:
        """The outcomes of all changes that no later one takes the place of."""
        return tuple(o for o in self.outcomes if o.change_id not in self.superseded)

    @property
    def handles(self) -> tuple[Handle, ...]:
        return tuple(handle for outcome in self.counting for handle in outcome.handles)

    @cached_property
    def _outcome_of(self) -> dict[str, Outcome]:
        return {outcome.change_id: outcome for outcome in self.outcomes}

    def outcome(self, change_id: str) -> Outcome | None:
        return self._outcome_of.get(change_id)

    def before(self, change_id: str) -> Form:
        """The pieces as a change finds them, those in order before it made."""
        ids = [change.id for change in self.changes]
        earlier = set(ids[: ids.index(change_id)]) if change_id in ids else set(ids)
        form = self.found
        for outcome in self.outcomes:
            if outcome.change_id in earlier:
                form = applied(form, outcome)
        return form

    def failure(self, change_id: str) -> Failure | None:
        return next((f for f in self.failures if f.change_id == change_id), None)


def form_stage(
    pieces: tuple[PieceBase, ...], project: Project, condition: Condition, variant_id: str, memory: Memory
) -> Piecemeal[FormPlan]:
    """The pieces, and a variant's changes made on them. Raises BadInputError where a piece is impossible."""
    found = yield from _found(pieces, memory)
    # A variant's own values are put in anew each time: what is equal is to be the same object.
    settled = (memory.once(partial(_itself, own), "settled", same=(own,)) for own in project.settled(variant_id))
    changes = memory.each("changes", tuple(settled))
    uses = {piece.id: damp_of(piece.use) for piece in pieces}
    shop = shop_of_changes(project.shop, memory)
    outcomes, failures, planned = yield from _apply(found, changes, uses, shop, condition, memory)  # type: ignore[arg-type]
    yield
    marked = [mark.part for piece in pieces for mark in piece.disassembly if mark.fate != "keep"]
    taken_off = frozenset(
        gone for part in marked if (body := found.body(part)) is not None for gone in belonging(body, part)
    )
    if taken_off:
        planned = memory.once(lambda: planned.without(taken_off), "without", planned, same=(taken_off,))
    outcomes = _still_meant(outcomes, memory)
    shapes = memory.each("pieces", tuple(_shape_of(piece, memory) for piece in pieces))
    inputs = (shapes, changes, found, planned, memory.each("outcomes", outcomes))
    return memory.once(
        lambda: FormPlan(shapes, changes, found, planned, outcomes, failures, *_superseded(outcomes, planned)),  # type: ignore[arg-type]
        "form",
        *inputs,
        same=failures,
    )


def _still_meant(outcomes: tuple[Outcome, ...], memory: Memory) -> tuple[Outcome, ...]:
    """Without what a change says or does only for parts that a later one takes off: old pulls before new ones."""
    off, meant = set[str](), list[Outcome]()
    for outcome in reversed(outcomes):
        findings = tuple(own for own in outcome.findings if not (own.only_with and off.issuperset(own.only_with)))
        work = tuple(own for own in outcome.work if not (own.only_with and off.issuperset(own.only_with)))
        if len(findings) + len(work) < len(outcome.findings) + len(outcome.work):
            less = structs.replace(outcome, findings=findings, work=work)
            # One object for as long as it is the same.
            meant.append(memory.once(partial(_itself, less), "meant", outcome, same=(findings, work)))
        else:
            meant.append(outcome)
        off |= outcome.removed
    return tuple(reversed(meant))


def _itself(made: Made) -> Made:
    return made


_OF_THE_FINISH = ("coats", "taken", "first_time")


def shop_of_changes(shop: Shop, memory: Memory) -> Shop:
    """The workshop without what only the finish and the hours read: one object while the rest is the same."""
    rest = tuple(
        getattr(shop, name) for name in shop.__struct_fields__ if name not in (*_OF_THE_FINISH, "timber", "packs")
    )
    bare: dict[str, Any] = dict.fromkeys(_OF_THE_FINISH, ())
    return memory.once(lambda: structs.replace(shop, **bare), "shop", shop.timber, shop.packs, same=rest)


def _shape_of(piece: PieceBase, memory: Memory) -> PieceBase:
    """The piece without its state: one object for as long as its sizes are the same."""
    bare = structs.replace(piece, faults=(), made_of=(), disassembly=(), bags=(), use=None, glass="")
    return memory.once(lambda: bare, "shape", same=(bare,))


def _found(pieces: tuple[PieceBase, ...], memory: Memory) -> Piecemeal[Form]:
    """All pieces in one form; in a set the names of their sizes say whose they are."""
    found: list[Body] = []
    for piece in pieces:
        found += _bodies(_shape_of(piece, memory), memory, named=len(pieces) > 1)
        yield
    bodies = tuple(found)
    return memory.once(lambda: Form(bodies), "found", *bodies)


def _bodies(piece: PieceBase, memory: Memory, *, named: bool) -> tuple[Body, ...]:
    def build() -> tuple[Body, ...]:
        blank = unmeasured(piece)
        built = tuple(structs.replace(body, unmeasured=blank) for body in piece.build().bodies)
        return tuple(body.called(piece.name) for body in built) if named else built

    return memory.once(build, "bodies", piece, same=(named,))


def _apply(
    found: Form,
    changes: tuple[ChangeBase, ...],
    uses: dict[str, Damp],
    shop: Shop,
    condition: Condition,
    memory: Memory,
) -> Piecemeal[tuple[tuple[Outcome, ...], tuple[Failure, ...], Form]]:
    """Change after change on its own piece so far; each anew only where it, or what it starts from, is another.

    Returns what they bring about, those that cannot be, and all pieces with them made.
    """
    of: dict[str, list[Body]] = {}
    for body in found.bodies:
        of.setdefault(body.piece_id, []).append(body)
    own = {
        piece_id: memory.once(lambda bodies=tuple(bodies): Form(bodies), "own", *bodies)  # type: ignore[misc]
        for piece_id, bodies in of.items()
    }
    outcomes, failures = list[Outcome](), list[Failure]()
    for change in changes:
        piece_id = piece_of(change.targets[0])
        damp = uses.get(piece_id, "")
        form = _together(own, memory) if change.reads_others else own.get(piece_id, found)
        outcome = yield from memory.once_piecemeal(
            lambda change=change, form=form, damp=damp: _made(change, form, shop, condition, damp),  # type: ignore[misc]
            "change",
            form,
            shop,
            same=(change, change.reads(condition), damp),
        )
        if isinstance(outcome, Failure):
            failures.append(outcome)
        else:
            outcomes.append(outcome)
            if change.reads_others:
                own |= _parted(applied(form, outcome), own, memory)
            elif piece_id in own:
                own[piece_id] = memory.once(
                    lambda form=form, outcome=outcome: applied(form, outcome),  # type: ignore[misc]
                    "applied",
                    form,
                    outcome,
                )
    if not outcomes:
        return (), tuple(failures), found
    bodies = tuple(body for form in own.values() for body in form.bodies)
    return tuple(outcomes), tuple(failures), memory.once(lambda: Form(bodies), "planned", *bodies)


def _together(own: dict[str, Form], memory: Memory) -> Form:
    """All pieces as they are so far."""
    bodies = tuple(body for form in own.values() for body in form.bodies)
    return memory.once(lambda: Form(bodies), "together", *bodies)


def _parted(form: Form, own: dict[str, Form], memory: Memory) -> dict[str, Form]:
    """Piece by piece again; of one that went into another nothing is left."""
    parted = dict[str, Form]()
    for piece_id in own:
        bodies = tuple(body for body in form.bodies if body.piece_id == piece_id)
        parted[piece_id] = memory.once(lambda bodies=bodies: Form(bodies), "parted", *bodies, same=(piece_id,))  # type: ignore[misc]
    return parted


def applied(form: Form, outcome: Outcome) -> Form:
    """The piece with what a change takes off and puts on: the only place where changes alter it."""
    body = form.body(outcome.body) if outcome.body else None
    if body is not None and outcome.reshaped:
        kept = [own for own in form.bodies if own.id not in outcome.absorbed]
        all_of = tuple(new for own in kept for new in (outcome.reshaped if own.id == body.id else (own,)))
        mine = set_aside(tuple(own for own in all_of if own.piece_id == body.piece_id))
        return Form((*(own for own in all_of if own.piece_id != body.piece_id), *mine))
    if body is None or not (outcome.removed or outcome.added or outcome.base_height is not None):
        return form
    return rebuilt(form, body, outcome.removed, outcome.added, outcome.base_height)


def _made(
    change: ChangeBase, form: Form, shop: Shop, condition: Condition, damp: Damp
) -> Piecemeal[Outcome | Failure]:
    try:
        outcome = yield from made(change, form, shop, condition)
    except BadInputError as refused:
        return Failure(change.id, refused.parameter, Message(refused.message, refused.lengths))
    return suited(outcome, damp)


def _superseded(outcomes: tuple[Outcome, ...], planned: Form) -> tuple[dict[str, str], frozenset[str]]:
    """Changes of which nothing is left, with the later one that took it off; and all parts taken off again."""
    off_by: dict[str, str] = {}
    # A board sawn in two is still cut where one half of it is left.
    halves = {origin_of(board.id) for body in planned.bodies for board in body.boards if HALF in board.id}
    added = {board.id for outcome in outcomes for board in outcome.added}
    added -= halves
    for outcome in outcomes:
        off_by |= dict.fromkeys(outcome.removed & added, outcome.change_id)
    superseded = {
        outcome.change_id: off_by[outcome.added[-1].id]
        for outcome in outcomes
        if outcome.added and all(board.id in off_by for board in outcome.added)
    }
    return superseded, frozenset(off_by)
