"""Everything worked out from a project, by one pure function."""

from collections.abc import Mapping

from msgspec import Struct, structs

from zygoform.core.changes.base import UnknownChange
from zygoform.core.changes.registry import KnownChange, kind_of
from zygoform.core.cutlist.counted import counted
from zygoform.core.cutlist.layouts import SizeLayout, SizeProblem, placed, size_problems
from zygoform.core.cutlist.listed import ListedPart, list_parts
from zygoform.core.cutlist.rows import PartRow, SettingGroup, by_part, by_setting
from zygoform.core.cutting.problem import StripLayout, StripProblem
from zygoform.core.cutting.solvers.quick import quick_layout
from zygoform.core.errors import BadInputError
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.findings.registry import RULES
from zygoform.core.form.arrange import offsets, only, shifted, side_by_side
from zygoform.core.form.form import Body, Form, piece_of
from zygoform.core.form.piece import PieceBase, unmeasured
from zygoform.core.form.registry import KnownPiece
from zygoform.core.geometry.prism import Point3
from zygoform.core.measure.message import Message
from zygoform.core.money.purchase import Purchase, purchase
from zygoform.core.outcome.cautions import SHORT, Caution
from zygoform.core.outcome.outcome import Finding, Fix, Handle, Outcome
from zygoform.core.project import Project
from zygoform.core.shop import Shop


class Failure(Struct, frozen=True):
    """A change that cannot be built: it counts as left out until it can."""

    change_id: str
    parameter: str
    message: Message


class Seen(Struct, frozen=True):
    """What is drawn at once: one piece, or all of a set side by side. `numbers` are those of its changes."""

    found: Form
    planned: Form
    numbers: dict[str, int]
    handles: tuple[Handle, ...]
    mended: frozenset[str] = frozenset()
    offsets: dict[str, Point3] = {}

    def moved(self, piece_id: str) -> Point3:
        """How far a piece of a set stands from its own coordinates."""
        return self.offsets.get(piece_id, (0.0, 0.0, 0.0))


class Plan(Struct, frozen=True):
    """The pieces before and after, and all that follows from the changes."""

    pieces: tuple[KnownPiece, ...]
    shop: Shop
    changes: tuple[KnownChange, ...]
    found: Form
    planned: Form
    outcomes: tuple[Outcome, ...]
    failures: tuple[Failure, ...]
    parts: tuple[ListedPart, ...]
    asked: tuple[SizeProblem, ...]
    layouts: tuple[SizeLayout, ...]
    settings: tuple[SettingGroup, ...]
    part_rows: tuple[PartRow, ...]
    purchase: Purchase
    findings: tuple[Finding, ...]
    cautions: tuple[Caution, ...]

    def piece(self, piece_id: str) -> KnownPiece:
        """The piece of that id, the first where there is none."""
        return next((piece for piece in self.pieces if piece.id == piece_id), self.pieces[0])

    def seen(self, piece_id: str) -> Seen:
        """One piece, or for no id all of them, with what is planned for it."""
        numbers = {
            c.id: c.number for c in self.changes if not piece_id or piece_id in {piece_of(t) for t in c.targets}
        }
        handles = tuple(h for o in self.outcomes if o.change_id in numbers for h in o.handles)
        mended = frozenset(part for o in self.outcomes for part in o.mended)
        if len(self.pieces) == 1:
            return Seen(self.found, self.planned, numbers, handles, mended)
        if piece_id:
            return Seen(only(self.found, piece_id), only(self.planned, piece_id), numbers, handles, mended)
        by = offsets(self.found)
        whose = {c.id: piece_of(c.targets[0]) for c in self.changes}
        moved = {piece_of(body_id): distance for body_id, distance in by.items()}
        handles = tuple(structs.replace(h, at=shifted(h.at, moved.get(whose[h.change_id]))) for h in handles)
        return Seen(side_by_side(self.found, by), side_by_side(self.planned, by), numbers, handles, mended, moved)

    def outcome(self, change_id: str) -> Outcome | None:
        return next((o for o in self.outcomes if o.change_id == change_id), None)

    def failure(self, change_id: str) -> Failure | None:
        return next((f for f in self.failures if f.change_id == change_id), None)

    def listed(self, part_id: str) -> ListedPart | None:
        return next((p for p in self.parts if p.id == part_id), None)


def compile_plan(
    project: Project, answers: Mapping[StripProblem, StripLayout] | None = None, previous: Plan | None = None
) -> Plan | None:
    """The plan of the chosen variant; None without a piece.

    `answers` are layouts already known, the rest are laid out quickly here. What leads up to the first
    difference is taken from `previous`. Raises BadInputError where the piece itself is impossible.
    """
    pieces = tuple(piece for piece in project.pieces if isinstance(piece, PieceBase))
    if not pieces:
        return None
    same_pieces = previous is not None and previous.pieces == pieces
    found = previous.found if previous is not None and same_pieces else _found(pieces, previous)
    changes = project.settled()
    outcomes, failures = _apply(found, changes, project, previous if same_pieces else None)
    numbers = {change.id: change.number for change in changes}
    shop = project.shop
    designed = list_parts(tuple((numbers[o.change_id], part) for o in outcomes for part in o.parts), shop)
    parts = counted(designed, project.counts)
    asked = size_problems(parts, shop, project.stock)
    known = dict(answers or {})
    for sized in asked:
        if sized.question not in known:
            known[sized.question] = quick_layout(sized.question)
    layouts = placed(asked, known, parts, shop)
    later = tuple((numbers[o.change_id], cut) for o in outcomes for cut in o.later)
    found_faults = tuple(
        f for rule in RULES for f in rule(JudgedPlan(found, parts, layouts, shop, project.counts, outcomes))
    )
    own_faults = tuple(f for o in outcomes for f in o.findings)
    return Plan(
        pieces,
        shop,
        changes,
        found,
        _without(outcomes[-1].form if outcomes else found, pieces),
        outcomes,
        failures,
        parts,
        asked,
        layouts,
        by_setting(parts, layouts, later),
        by_part(parts, layouts, designed),
        purchase(
            layouts,
            tuple((numbers[o.change_id], f) for o in outcomes for f in o.fittings),
            tuple((numbers[o.change_id], s) for o in outcomes for s in o.supplies),
            shop,
        ),
        (*_failed(changes, failures), *_unknown(project), *own_faults, *found_faults),
        _cautions(outcomes, parts),
    )


def _found(pieces: tuple[KnownPiece, ...], previous: Plan | None) -> Form:
    """All pieces in one form; in a set the names of their sizes say whose they are."""
    known = {piece.id: piece for piece in previous.pieces} if previous is not None else {}
    named = len(pieces) > 1
    bodies: list[Body] = []
    for piece in pieces:
        if previous is not None and known.get(piece.id) == piece and (len(previous.pieces) > 1) == named:
            bodies += [body for body in previous.found.bodies if body.piece_id == piece.id]
            continue
        state = {"faults": piece.faults, "made_of": piece.made_of, "unmeasured": unmeasured(piece)}
        built = (structs.replace(body, **state) for body in piece.build().bodies)
        bodies += [body.called(piece.name) if named else body for body in built]
    return Form(tuple(bodies))


def _without(form: Form, pieces: tuple[KnownPiece, ...]) -> Form:
    """The form without what comes off and does not go back on."""
    gone = {mark.part for piece in pieces for mark in piece.disassembly if mark.fate != "keep"}
    return form.without(gone) if gone else form


def _apply(
    found: Form, changes: tuple[KnownChange, ...], project: Project, previous: Plan | None
) -> tuple[tuple[Outcome, ...], tuple[Failure, ...]]:
    """Change after change on the form so far; leading ones that did not change are taken over."""
    form, outcomes, failures = found, list[Outcome](), list[Failure]()
    same = previous is not None and previous.shop == project.shop
    for i, change in enumerate(changes):
        same = same and previous is not None and i < len(previous.changes) and previous.changes[i] == change
        known = previous.outcome(change.id) if same and previous else None
        if known is None:
            try:
                known = change.apply(form, project.shop)
            except BadInputError as refused:
                say = Message(refused.message, refused.lengths)
                failures.append(Failure(change.id, refused.parameter, say))
                continue
        outcomes.append(known)
        form = known.form
    return tuple(outcomes), tuple(failures)


def _failed(changes: tuple[KnownChange, ...], failures: tuple[Failure, ...]) -> tuple[Finding, ...]:
    by_id = {change.id: change for change in changes}
    return tuple(
        Finding(
            "cannot_be_built",
            "stop",
            Message(f"{kind_of(by_id[f.change_id]).title} {by_id[f.change_id].number} cannot be built as it is"),
            f.message,
            (),
            f.change_id,
            (Fix(Message("Leave it out"), f.change_id, leave_out=True),),
        )
        for f in failures
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


def _cautions(outcomes: tuple[Outcome, ...], parts: tuple[ListedPart, ...]) -> tuple[Caution, ...]:
    cautions = dict.fromkeys(c for o in outcomes for c in o.cautions)
    if any(p.short for p in parts):
        cautions[SHORT] = None
    return tuple(cautions)
