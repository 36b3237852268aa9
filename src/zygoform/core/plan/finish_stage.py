"""The finish of the pieces as planned: their faces body by body, zones, stacks. Worked out when it is asked for."""

from functools import partial

from zygoform.core.finish.finish_plan import FinishPlan, PieceFinish, piece_finish
from zygoform.core.finish.surfaces import body_surfaces
from zygoform.core.finish.zones import zones_of
from zygoform.core.form.form import Body
from zygoform.core.form.piece import PieceBase
from zygoform.core.piecemeal import Piecemeal, at_once
from zygoform.core.plan.form_stage import FormPlan
from zygoform.core.plan.memory import Memory
from zygoform.core.project import Project


def finish_stage(
    form: FormPlan, pieces: tuple[PieceBase, ...], project: Project, memory: Memory, only: str = ""
) -> Piecemeal[FinishPlan]:
    """Piece by piece, or `only` one: faces anew of bodies that are other objects, zones where anything changed."""
    bodies: dict[str, list[Body]] = {}
    for body in form.planned.bodies:
        bodies.setdefault(body.piece_id, []).append(body)
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
        made = piece_finish(piece.id, zones, tuple(surfaces), finishing, own, piece.use)
        # Now, piece by piece, and not for all of them when it is first asked for.
        _ = made.needs
        return made

    # Of the state of the piece what the finish reads: a note on a fault changes nothing.
    faults = tuple((fault.kind, fault.part) for fault in piece.faults)
    same = piece.id, own, name, tuple(sorted(woods.items())), faults, piece.made_of, piece.use
    return memory.once(make, "piece finish", finishing, *surfaces, same=same)


def finish_now(
    form: FormPlan, pieces: tuple[PieceBase, ...], project: Project, memory: Memory, only: str = ""
) -> FinishPlan:
    """At once, for a screen that shows zones before anything is chosen."""
    return at_once(finish_stage(form, pieces, project, memory, only))
