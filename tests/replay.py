"""A piece as it stands after each step: coated, closed, turned, hung. Knows nothing of the rules that ordered them.

What a step does is read off its tasks and its boards' roles alone.
"""

from collections import defaultdict

from zygoform.core.finish.finish_plan import FINISH
from zygoform.core.finish.resolved import Batch
from zygoform.core.form.form import Board
from zygoform.core.goods.minutes import Task
from zygoform.core.ids import origin_of, piece_of
from zygoform.core.plan.plan import Plan
from zygoform.core.steps.step import Step

SAWS: frozenset[Task] = frozenset((
    "crosscut", "mitre cut", "rip", "sheet cut", "joint edge", "taper", "trim end", "round corner", "mending",
    "strip cut", "lay strip", "press face", "sand face", "cut tile", "lay tile", "grout",
))  # fmt: skip
BORES: frozenset[Task] = frozenset(("pocket hole", "bore hole"))
FIXES: frozenset[Task] = frozenset(("drive screw", "turn over", "put top on", "put lid on", "put back on"))
CLOSES = ("top", "lid", "seat", "back")
"""Roles of what shuts a piece, and is coated on both sides before it does."""
CARRIES = ("skirt", "base")
"""Roles of what is coated with the body it is under."""
NEAR = 1.0


class Replay:
    """One plan, gone through step by step; `breaches` are sentences of what went wrong."""

    def __init__(self, plan: Plan) -> None:
        self.plan, self.breaches = plan, list[str]()
        self.boards = {origin_of(board.id): board for board in plan.planned.boards}
        self.whose = {change.id: piece_of(change.targets[0]) for change in plan.changes}
        self.steps_of: dict[str, list[str]] = defaultdict(list)
        for batch in plan.finish.batches:
            self.steps_of[batch.id] += [s.id for s in plan.work.steps if s.id.startswith(f"{FINISH}/{batch.id}/")]
        self.done = set[str]()
        self.hung = set[str]()
        self.chosen = {own.of: own.way for own in plan.finish.finishing.put_on}

    def run(self) -> list[str]:
        for step in self.plan.work.steps:
            for said in (
                self._shaped(step),
                self._put_on(step),
                self._turned(step),
                self._hung(step),
                self._boxes(step),
                self._taped(step),
                self._laid_in(step),
            ):
                self.breaches += said
            self.done.add(step.id)
            if "wall" in step.cautions:
                self.hung.add(self._piece(step))
        return self.breaches

    def _piece(self, step: Step) -> str:
        return step.id.split("/")[1] if step.source == FINISH else self.whose.get(step.source, step.source)

    def _begun(self, batch: Batch) -> bool:
        return any(own in self.done for own in self.steps_of[batch.id])

    def _is_coated(self, batch: Batch) -> bool:
        return all(own in self.done for own in self.steps_of[batch.id])

    def _batches(self, parts: set[str]) -> list[Batch]:
        """Those with coats on such parts; knobs and straps lie under nothing."""
        return [
            batch
            for batch in self.plan.finish.batches
            if parts & set(map(origin_of, batch.parts))
            and self.steps_of[batch.id]
            and any(own.zone.role != "hardware" for own in batch.zones)
        ]

    def _shaped(self, step: Step) -> list[str]:
        tasks = {task for task, amount in step.tasks if amount}
        late = self.plan.finish.finishing.order.holes == "after"
        if step.source == FINISH or not tasks & (SAWS if late else SAWS | BORES):
            return []
        if self.chosen.get(step.source) == "loose" and self._is_on(step):
            # Its maker wants it glued on coats; what is bored once it is on goes through them.
            return []
        where = set(map(origin_of, step.where))
        return [f"{step.id} works on what is coated" for b in self._batches(where) if self._begun(b)]

    def _is_on(self, step: Step) -> bool:
        """Whether what the step's change glues on is on, or goes on just now."""
        glues = [own.id for own in self.plan.work.steps if own.source == step.source and own.phase == "glue"]
        return any(own == step.id or own in self.done for own in glues)

    def _put_on(self, step: Step) -> list[str]:
        fixed = any(task in FIXES and amount for task, amount in step.tasks)
        if step.source == FINISH or step.phase not in ("fix", "refit") or not fixed:
            return []
        own = [self.boards[part] for part in map(origin_of, step.where) if part in self.boards]
        mine = [board for board in own if piece_of(board.id) == step.source]
        shut = [b for b in mine if b.role in CLOSES]
        early = [f"{step.id} comes after its coats" for b in shut if self._way(b) == "fitted" and self._is_late(b)]
        shut = [b for b in shut if self._way(b) != "fitted"]
        closing = {origin_of(b.id) for b in shut}
        reached = closing | {origin_of(o.id) for b in shut for o in self._beside(b)}
        found = [
            f"{step.id} covers what is not coated"
            for b in self._batches(reached)
            if closing and not self._is_coated(b)
        ]
        under = {origin_of(b.id) for b in mine if b.role in CARRIES and self._way(b) != "loose"}
        return [*found, *early] + [
            f"{step.id} comes after its coats" for b in self._batches(under) if under and self._begun(b)
        ]

    def _way(self, board: Board) -> str:
        """How its maker wants it coated; nothing where nothing was said."""
        return self.chosen.get(board.id) or self.chosen.get(piece_of(board.id)) or ""

    def _is_late(self, board: Board) -> bool:
        return any(self._begun(batch) for batch in self._batches({origin_of(board.id)}))

    def _laid_in(self, step: Step) -> list[str]:
        """What lies loose in its place, and drawers, come in when they are coated."""
        lays = any(task in ("lay in", "put drawer in") and amount for task, amount in step.tasks)
        parts = {origin_of(own) for own in step.where if self.chosen.get(own) != "fitted"}
        if not lays or self.chosen.get(step.source) == "fitted" or step.phase != "refit":
            return []
        wet = [batch.id for batch in self._batches(parts) if not self._is_coated(batch)]
        return [f"{step.id} comes in before its coats"] if wet else []

    def _beside(self, board: Board) -> list[Board]:
        (al, ah) = board.solid.box
        near = []
        for body in self.plan.planned.bodies:
            if body.id != self._body_of(board):
                continue
            for other in body.boards:
                bl, bh = other.solid.box
                if all(al[k] - NEAR < bh[k] and bl[k] - NEAR < ah[k] for k in range(3)):
                    near.append(other)
        return near

    def _body_of(self, board: Board) -> str:
        return next(body.id for body in self.plan.planned.bodies if any(own.id == board.id for own in body.boards))

    def _turned(self, step: Step) -> list[str]:
        if step.phase != "fix" or not any(task == "turn over" and amount for task, amount in step.tasks):
            return []
        piece = self._piece(step)
        still_in = [
            other.id
            for other in self.plan.work.steps
            if other.id not in self.done and self._piece(other) == piece
            and any(task == "take drawer out" for task, _ in other.tasks)
        ]  # fmt: skip
        found = [f"{step.id} turns it over with the drawers in"] if still_in else []
        return found + ([f"{step.id} turns over what hangs"] if piece in self.hung else [])

    def _hung(self, step: Step) -> list[str]:
        coats = step.source == FINISH and step.phase in ("prime", "colour", "clear")
        return [f"{step.id} coats what hangs"] if coats and self._piece(step) in self.hung else []

    def _boxes(self, step: Step) -> list[str]:
        if step.source != FINISH or step.phase not in ("prime", "colour", "clear"):
            return []
        piece = self._piece(step)
        out = f"{FINISH}/{piece}/out"
        planned = any(own.id == out for own in self.plan.work.steps)
        boxes = any(
            plan.zone.role == "boxes" and step.id in self.steps_of[batch.id]
            for batch in self.plan.finish.batches
            for plan in batch.zones
        )
        return [f"{step.id} coats drawers that are in"] if boxes and planned and out not in self.done else []

    def _taped(self, step: Step) -> list[str]:
        """A border is taped on what is coated, and no coat goes beside it before that; nor is tape left on."""
        own = step.id.rpartition("/")[0].removeprefix(f"{FINISH}/")
        masks = [m for piece in self.plan.finish.pieces for m in piece.masks if m.second == own and m.way == "tape"]
        tape, off = (f"{FINISH}/{own}/{key}" for key in ("tape", "untape"))
        if step.source != FINISH or not masks or tape not in self.steps_of[own]:
            return []
        if step.id == tape:
            wet = [mask.first for mask in masks if not self.done.issuperset(self.steps_of[mask.first])]
            return [f"{step.id} lies on what is not coated: {', '.join(wet)}"] if wet else []
        late = [other for other in self.steps_of[own] if other not in self.done and other not in (step.id, off)]
        if step.id == off:
            return [f"{step.id} is pulled before {other}" for other in late]
        is_coat = step.phase in ("prime", "colour", "clear")
        return [f"{step.id} goes on beside a border without tape"] if is_coat and tape not in self.done else []


def breaches(plan: Plan) -> list[str]:
    """What is done in a wrong order, in a sentence each."""
    return sorted(set(Replay(plan).run()))
