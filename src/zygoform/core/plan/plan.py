"""All stages together, what to buy, what to mind."""

from collections.abc import Mapping

from msgspec import Struct, structs

from zygoform.core.changes.base import ChangeBase, UnknownChange
from zygoform.core.changes.registry import kind_of
from zygoform.core.condition.condition import Bag, Condition
from zygoform.core.condition.use import PieceUse
from zygoform.core.cutlist.layouts import SizeLayout
from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.cutlist.rows import PartRow, SettingGroup
from zygoform.core.cutting.either import FoundLayout, LayoutProblem
from zygoform.core.drawing.views import Viewpoint
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.findings.registry import RULES
from zygoform.core.finish.finish_plan import FINISH, NO_FINISH, FinishPlan
from zygoform.core.form.form import Board, Form
from zygoform.core.form.piece import PieceBase
from zygoform.core.goods.fittings import SCREWS
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.money.purchase import Purchase, purchase
from zygoform.core.outcome.cautions import SHORT, Caution
from zygoform.core.outcome.outcome import Finding, Fix, Outcome
from zygoform.core.piecemeal import Piecemeal, at_once
from zygoform.core.plan.cut_stage import CutPlan, cut_stage
from zygoform.core.plan.form_stage import Failure, FormPlan, form_stage, shop_of_changes
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.seen import Seen, seen_of
from zygoform.core.plan.steps_stage import steps_stage
from zygoform.core.project import Project
from zygoform.core.shop import Shop
from zygoform.core.steps.order import WorkPlan
from zygoform.core.steps.own import lost


class Plan(Struct, frozen=True):
    """What follows from the project: the pieces before and after, the cuts, the purchase, what to mind."""

    form: FormPlan
    cut: CutPlan
    purchase: Purchase
    condition: Condition
    shop: Shop
    findings: tuple[Finding, ...]
    cautions: tuple[Caution, ...]
    pieces: tuple[PieceBase, ...]
    work: WorkPlan = WorkPlan()
    finish: FinishPlan = NO_FINISH
    """Without zones until anything of it is chosen."""

    @property
    def changes(self) -> tuple[ChangeBase, ...]:
        return self.form.changes

    @property
    def found(self) -> Form:
        return self.form.found

    @property
    def planned(self) -> Form:
        return self.form.planned

    @property
    def outcomes(self) -> tuple[Outcome, ...]:
        """Those of all changes that no later one takes the place of."""
        return self.form.counting

    @property
    def failures(self) -> tuple[Failure, ...]:
        return self.form.failures

    @property
    def parts(self) -> tuple[ListedPart, ...]:
        return self.cut.parts

    @property
    def layouts(self) -> tuple[SizeLayout, ...]:
        return self.cut.layouts

    @property
    def settings(self) -> tuple[SettingGroup, ...]:
        return self.cut.settings

    @property
    def part_rows(self) -> tuple[PartRow, ...]:
        return self.cut.part_rows

    def piece(self, piece_id: str) -> PieceBase:
        """The piece of that id, the first where there is none."""
        return next((piece for piece in self.pieces if piece.id == piece_id), self.pieces[0])

    def seen(self, piece_id: str, viewpoint: Viewpoint = "front") -> Seen:
        """One piece, or for no id all of them, with what is planned for it."""
        return seen_of(self.form, piece_id, viewpoint)

    def outcome(self, change_id: str) -> Outcome | None:
        return self.form.outcome(change_id)

    def failure(self, change_id: str) -> Failure | None:
        return self.form.failure(change_id)

    def listed(self, part_id: str) -> ListedPart | None:
        return self.cut.listed(part_id)

    @property
    def screws(self) -> int:
        """How many are driven in all."""
        return sum(f.count for outcome in self.outcomes for f in outcome.bought if f.kind in SCREWS)

    def part(self, part_id: str) -> Board | None:
        """A part of the pieces as planned, or as found."""
        return self.planned.board(part_id) or self.found.board(part_id)


def compile_plan(
    project: Project,
    layouts: Mapping[LayoutProblem, FoundLayout] | None = None,
    memory: Memory | None = None,
    variant_id: str = "",
    *,
    finished: bool = True,
    kept: FinishPlan | None = None,
) -> Plan | None:
    """The plan of a variant, the chosen one for no id; None without a piece.

    `layouts` are layouts already known, the rest are laid out quickly here; what `memory` knows is not worked out
    again. One that is not `finished` leaves the finish for later: until then the one that was `kept` stands in its
    place. Raises BadInputError where a piece itself is impossible.
    """
    return at_once(plan_piecemeal(project, layouts, memory, variant_id, finished=finished, kept=kept))


def plan_piecemeal(
    project: Project,
    layouts: Mapping[LayoutProblem, FoundLayout] | None = None,
    memory: Memory | None = None,
    variant_id: str = "",
    *,
    finished: bool = True,
    kept: FinishPlan | None = None,
) -> Piecemeal[Plan | None]:
    """As `compile_plan`, for a large project: may be interrupted, and what `memory` got so far is not lost."""
    memory = memory or Memory()
    pieces = project.known_pieces
    if not pieces:
        return None
    condition, form = yield from _form(project, pieces, memory, variant_id)
    shop = shop_of_changes(project.shop, memory)
    cut = yield from cut_stage(form, shop, project.stock, project.counts, layouts or {}, memory)
    yield
    finish = NO_FINISH if finished or kept is None else kept
    if project.finishing.is_begun and (finished or finish.pieces):
        from zygoform.core.plan.finish_stage import finish_stage, sealed_by_finish

        if finished:
            finish = yield from finish_stage(form, pieces, project, memory)
        form = sealed_by_finish(form, finish, memory)
    outcomes = memory.each("buy outcomes", form.counting)
    bought = memory.once(
        lambda: _bought(form, cut, finish, shop, condition.bags),
        "buy",
        outcomes,
        cut,
        shop,
        *((finish,) if finish.pieces else ()),
        same=(condition.bags,),
    )
    uses = tuple((piece.id, piece.use) for piece in pieces if piece.use is not None)
    judged = yield from memory.once_piecemeal(
        lambda: _judged(form, cut, shop, condition, uses),
        "judged",
        form,
        cut,
        shop,
        same=(condition.made_of, uses),
    )
    cautions = memory.once(lambda: _cautions(form.counting, cut.parts), "cautions", outcomes, cut)
    work = yield from steps_stage(form, pieces, finish, project.shop, memory, project.days)
    yield
    findings = (*_failed(form), *_superseded(form), *_unknown(project), *_overrides(project), *judged)
    findings += _of_finish(finish, work, form, bought, project.days.done, condition)
    findings += _of_days(project, work, form)
    return Plan(form, cut, bought, condition, project.shop, findings, cautions, pieces, work, finish)


def _of_finish(
    finish: FinishPlan,
    work: WorkPlan,
    form: FormPlan,
    bought: Purchase,
    done: frozenset[str],
    condition: Condition,
) -> tuple[Finding, ...]:
    """What is judged of the finish, of its place in the order of work, and of what is meant to be bought."""
    if not finish.pieces:
        return ()
    # Loaded with the first finish.
    from zygoform.core.money.purchase import too_few_cans
    from zygoform.core.plan.form_stage import stripped_twice
    from zygoform.core.steps.finish_steps import order_findings

    whose = {change.id: piece_of(change.targets[0]) for change in form.changes}
    # What was logged as done comes too late for nothing.
    work = WorkPlan(tuple(step for step in work.steps if step.id not in done))
    twice = stripped_twice(finish, form.changes, condition)
    return (*finish.findings, *twice, *order_findings(finish, work, whose), *too_few_cans(bought, finish))


def _of_days(project: Project, work: WorkPlan, form: FormPlan) -> tuple[Finding, ...]:
    """What was learnt before and fits something still to be done."""
    days = project.days
    told = lost(days.own_steps, work.steps)
    if not days.lessons:
        return told
    from zygoform.core.schedule.gates import lesson_findings

    return (*told, *lesson_findings(days.lessons, work.steps, form.changes, days.done))


def form_piecemeal(project: Project, memory: Memory) -> Piecemeal[FormPlan | None]:
    """The first stage alone, for what is being dragged: the pieces and their drawing, no cuts, no money."""
    pieces = project.known_pieces
    if not pieces:
        return None
    _, form = yield from _form(project, pieces, memory, "")
    return form


def _form(
    project: Project, pieces: tuple[PieceBase, ...], memory: Memory, variant_id: str
) -> Piecemeal[tuple[Condition, FormPlan]]:
    condition = Condition(
        tuple(fault for piece in pieces for fault in piece.faults),
        tuple(made for piece in pieces for made in piece.made_of),
        tuple(bag for piece in pieces for bag in piece.bags),
    )
    form = yield from form_stage(pieces, project, condition, variant_id, memory)
    return condition, form


def _bought(form: FormPlan, cut: CutPlan, finish: FinishPlan, shop: Shop, bags: tuple[Bag, ...]) -> Purchase:
    numbers = {change.id: change.number for change in form.changes} | {FINISH: 0}
    names = {piece.id: piece.name for piece in form.pieces}
    # Of one piece nobody asks whose it is.
    whose = {c.number: names.get(piece_of(c.targets[0]), "") for c in form.changes} if len(names) > 1 else {}
    return purchase(
        cut.layouts,
        tuple((numbers[o.change_id], f) for o in form.counting for f in o.bought)
        + tuple((0, f) for f in finish.fittings),
        tuple((numbers[o.change_id], s) for o in form.counting for s in o.supplies)
        + tuple((0, s) for s in finish.supplies),
        cut.rolls,
        shop,
        bags,
        finish.tins,
        whose,
    )


def _judged(
    form: FormPlan, cut: CutPlan, shop: Shop, condition: Condition, uses: tuple[tuple[str, PieceUse], ...]
) -> Piecemeal[tuple[Finding, ...]]:
    """What the changes themselves say, and then every rule."""
    view = JudgedPlan(
        form.found, cut.parts, cut.layouts, shop, cut.counts, form.counting, condition.made_of, form.planned, uses
    )
    found = [f for outcome in form.counting for f in outcome.findings]
    names = {piece.id: piece.name for piece in form.pieces} if len(form.pieces) > 1 else {}
    for rule in RULES:
        yield
        found += (_of_piece(finding, names) for finding in rule(view))
    return tuple(found)


def _of_piece(finding: Finding, names: dict[str, str]) -> Finding:
    """In a set it says of which piece it is, where all of it is about one."""
    whose = {names.get(piece_of(part), "") for part in finding.where}
    name = whose.pop() if len(whose) == 1 else ""
    what = finding.what
    if not name or finding.change_id or literal(name) in what.text:
        return finding
    return structs.replace(
        finding, what=Message(f"{literal(name)}, {what.text[:1].lower()}{what.text[1:]}", what.lengths)
    )


def _called(form: FormPlan, change_id: str) -> str:
    change = next(change for change in form.changes if change.id == change_id)
    return f"{kind_of(change).title} {change.number}"


def _failed(form: FormPlan) -> tuple[Finding, ...]:
    return tuple(
        Finding(
            "cannot_be_built",
            "stop",
            Message(f"{_called(form, f.change_id)} cannot be built as it is"),
            f.message,
            (),
            f.change_id,
            (Fix(Message("Leave it out"), f.change_id, leave_out=True),),
        )
        for f in form.failures
    )


def _superseded(form: FormPlan) -> tuple[Finding, ...]:
    """Changes that a later one takes off again."""
    return tuple(
        Finding(
            "superseded",
            "mind",
            Message(f"{_called(form, early)} is taken off again by {_called(form, late).lower()}"),
            Message("Both go in the same place: only the later one is cut and bought. Leave one of them out."),
            tuple(board.id for o in form.outcomes if o.change_id == late for board in o.added),
            early,
            tuple(
                Fix(Message(f"Leave out {_called(form, out).lower()}"), out, leave_out=True)
                for out in (early, late)
            ),
        )
        for early, late in form.superseded.items()
    )


def _unknown(project: Project) -> tuple[Finding, ...]:
    return tuple(
        Finding(
            "unknown_kind",
            "note",
            Message(f"Change {change.number} was made by a newer version"),
            Message("It is kept in the file as it is, and is not part of this plan."),
            (),
            change.id,
        )
        for change in project.changes
        if isinstance(change, UnknownChange)
    )


def _overrides(project: Project) -> tuple[Finding, ...]:
    """Values of the variant that no such change can have."""
    return tuple(
        Finding(
            "override_refused",
            "note",
            Message(f"The variant's {literal(o.parameter)} of change {o.change_id.lstrip('c')} is not known here"),
            Message("It is kept in the file as it is; the change has the value it has without the variant."),
            (),
            o.change_id,
        )
        for o in project.refused_overrides()
    )


def _cautions(outcomes: tuple[Outcome, ...], parts: tuple[ListedPart, ...]) -> tuple[Caution, ...]:
    cautions = dict.fromkeys(c for o in outcomes for c in o.cautions)
    if any(p.short for p in parts):
        cautions[SHORT] = None
    return tuple(cautions)
