"""The finish of the pieces as planned: their faces body by body, zones, stacks. Worked out when it is asked for."""

from zygoform.core.condition.condition import Condition
from zygoform.core.finish.finish_plan import FinishPlan, finish_plan
from zygoform.core.finish.surfaces import body_surfaces
from zygoform.core.finish.zones import zones_of
from zygoform.core.form.piece import PieceBase
from zygoform.core.piecemeal import Piecemeal, at_once
from zygoform.core.plan.form_stage import FormPlan
from zygoform.core.plan.memory import Memory
from zygoform.core.project import Project


def finish_stage(
    form: FormPlan, pieces: tuple[PieceBase, ...], project: Project, condition: Condition, memory: Memory
) -> Piecemeal[FinishPlan]:
    """Faces are worked out anew of bodies that are other objects, all else where anything of it changed."""
    surfaces = []
    for body in form.planned.bodies:
        yield
        surfaces.append(memory.once(lambda body=body: body_surfaces(body), "surfaces", body))  # type: ignore[misc]
    yield
    own = project.shop.coats

    def make() -> FinishPlan:
        species = {member.board.id: member.size.species for outcome in form.counting for member in outcome.members}
        names = {piece.id: piece.name for piece in pieces} if len(pieces) > 1 else {}
        uses = {piece.id: piece.use for piece in pieces if piece.use is not None}
        zones = zones_of(form.planned, tuple(surfaces), species, condition, project.finishing, names)
        return finish_plan(zones, tuple(surfaces), project.finishing, own, uses)

    return memory.once(make, "finish", form, project.finishing, *pieces, *surfaces, same=(own,))


def finish_now(
    form: FormPlan, pieces: tuple[PieceBase, ...], project: Project, condition: Condition, memory: Memory
) -> FinishPlan:
    """At once, for a screen that shows zones before anything is chosen."""
    return at_once(finish_stage(form, pieces, project, condition, memory))


def is_chosen(project: Project) -> bool:
    """Whether anything of the finish was decided: before that no plan has to know its zones."""
    return any(choice.layers or choice.state for choice in project.finishing.zones)
