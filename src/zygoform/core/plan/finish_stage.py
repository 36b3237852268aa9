"""The finish of the pieces as planned: their faces body by body, zones, stacks. Worked out when it is asked for."""

from functools import partial

from msgspec import structs

from zygoform.core.coats.layer import Finishing
from zygoform.core.finish.finish_plan import FinishPlan, PieceFinish, piece_finish
from zygoform.core.finish.masking import masks, piece_borders, zones_alike
from zygoform.core.finish.surfaces import body_surfaces
from zygoform.core.finish.zones import zones_of
from zygoform.core.form.form import Body
from zygoform.core.form.piece import PieceBase
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Note, Outcome
from zygoform.core.piecemeal import Piecemeal, at_once
from zygoform.core.plan.form_stage import FormPlan
from zygoform.core.plan.memory import Memory
from zygoform.core.project import Project
from zygoform.core.steps.put_on import put_on_as_chosen, way_of

# In damp every face of a new part is sealed: by coats where these go all round, by a sealer where they do not.

SEALING = "seal"
"""The own key of the step that `changes/suited.py` adds."""


def sealed_by_finish(form: FormPlan, finish: FinishPlan, memory: Memory) -> FormPlan:
    """The same, no sealer bought and none put on where all a change makes is coated on every face anyway."""
    coated, bare = set[str](), set[str]()
    for plan in finish.zones:
        (coated if plan.last_coat is not None else bare).update(plan.zone.parts)
    all_round = coated - bare
    twice = {
        outcome.change_id
        for outcome in form.outcomes
        if any(work.own == SEALING for work in outcome.work)
        and outcome.members
        and all_round.issuperset(member.board.id for member in outcome.members)
    }
    if not twice:
        return form
    outcomes = tuple(
        memory.once(lambda own=own: _without_sealer(own), "coated", own) if own.change_id in twice else own  # type: ignore[misc]
        for own in form.outcomes
    )
    return memory.once(lambda: structs.replace(form, outcomes=outcomes), "coated form", form, *outcomes)


def _without_sealer(outcome: Outcome) -> Outcome:
    """Its coats do that, the first one before it is fixed."""
    text = "Its coats seal it: the first goes on every face and the end grain before it is fixed, hidden faces too."
    notes = tuple(note for note in outcome.notes if note.label != "Seal")
    work = tuple(
        structs.replace(one, follows=tuple(own for own in one.follows if own != SEALING))
        for one in outcome.work
        if one.own != SEALING
    )
    supplies = tuple(supply for supply in outcome.supplies if supply.kind != "sealer")
    return structs.replace(outcome, notes=(*notes, Note("Seal", Message(text))), work=work, supplies=supplies)


def finish_stage(
    form: FormPlan, pieces: tuple[PieceBase, ...], project: Project, memory: Memory, only: str = ""
) -> Piecemeal[FinishPlan]:
    """Piece by piece, or `only` one: faces anew of bodies that are other objects, zones where anything changed."""
    bodies: dict[str, list[Body]] = {}
    for body in form.planned.bodies:
        bodies.setdefault(body.piece_id, []).append(body)
    apart = memory.once(lambda: coated_apart(form, project.finishing), "apart", form, project.finishing)
    species = memory.once(
        lambda: {member.board.id: member.size.species for o in form.counting for member in o.members},
        "species",
        form,
    )
    made = []
    for piece in pieces:
        if not only or piece.id == only:
            own_bodies = tuple(bodies.get(piece.id, ()))
            own = yield from _piece(piece, own_bodies, species, project, memory)
            own = yield from _with_masks(own, own_bodies, apart, memory)
            made.append(own)
    kept, coats = memory.each("finishes", tuple(made)), project.shop.coats
    return memory.once(lambda: FinishPlan(kept, project.finishing, coats), "finish", kept, project.finishing)  # type: ignore[arg-type]


def _piece(
    piece: PieceBase, bodies: tuple[Body, ...], species: dict[str, str], project: Project, memory: Memory
) -> Piecemeal[PieceFinish]:
    surfaces = []
    for body in bodies:
        yield
        work = partial(body_surfaces, body)
        surfaces.append((yield from memory.once_piecemeal(work, "surfaces", body)))
    yield
    woods = {part: species[part] for own in surfaces for part in own.faces if part in species}
    name = piece.name if len(project.known_pieces) > 1 else ""
    finishing, own = project.finishing, project.shop.coats

    def make() -> PieceFinish:
        zones = zones_of(bodies, tuple(surfaces), woods, piece, finishing, name)
        return piece_finish(piece.id, zones, tuple(surfaces), finishing, own, piece.use)

    # Of the state of the piece what the finish reads: a note on a fault changes nothing.
    faults = tuple((fault.kind, fault.part) for fault in piece.faults)
    same = piece.id, own, name, tuple(sorted(woods.items())), faults, piece.made_of, piece.use
    return memory.once(make, "piece finish", finishing, *surfaces, same=same)


def coated_apart(form: FormPlan, finishing: Finishing) -> frozenset[str]:
    """Parts that are coated by themselves, before they go on: new ones, and those that come off and go on again."""
    ways = {own.of: own.way for own in finishing.put_on}
    works = (work for o in form.counting for work in put_on_as_chosen(o.work, o.change_id, ways))
    deeds = (deed for work in works for deed in work.does if deed.does == "on" and way_of(deed) == "loose")
    planned = {board.id for board in form.planned.boards}
    back = {part for o in form.counting for part in o.removed if part in planned and ways.get(part) != "fitted"}
    return frozenset(part for deed in deeds for part in deed.parts) | back


def _with_masks(
    made: PieceFinish, bodies: tuple[Body, ...], apart: frozenset[str], memory: Memory
) -> Piecemeal[PieceFinish]:
    """The same with what is done at its borders, and what all of it needs."""
    alike, moves = zones_alike(made.batches), made.finishing.moves
    parts = tuple(zip(bodies, made.surfaces, strict=True))
    # Where they meet is the same whatever the coats are.
    met = yield from memory.once_piecemeal(
        lambda: piece_borders(made.piece_id, alike, moves, parts, apart),
        "borders",
        *bodies,
        *made.surfaces,
        same=(alike, moves, apart),
    )

    def work() -> PieceFinish:
        own = masks(made.batches, met.found, met.groups, made.finishing, made.own)
        masked = structs.replace(made, masks=own) if own else made
        # Now, piece by piece, and not for all of them when it is first asked for.
        _ = masked.needs
        return masked

    return memory.once(work, "masks", made, met)


def finish_now(
    form: FormPlan, pieces: tuple[PieceBase, ...], project: Project, memory: Memory, only: str = ""
) -> FinishPlan:
    """At once, for a screen that shows zones before anything is chosen."""
    return at_once(finish_stage(form, pieces, project, memory, only))
