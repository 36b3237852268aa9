"""Shelves and uprights worked out: what holds them, how far they bend, what comes of it."""

from zygoform.core.changes.shelves.bay import ShelfBay
from zygoform.core.changes.shelves.entries import Shelves
from zygoform.core.changes.shelves.holding import (
    shelf_findings,
    shelf_fittings,
    shelf_notes,
    shelf_supplies,
)
from zygoform.core.changes.shelves.lining import opens_upwards
from zygoform.core.changes.work import shelves_work
from zygoform.core.condition.condition import Condition
from zygoform.core.form.form import Body, Form
from zygoform.core.geometry.plane import extent
from zygoform.core.geometry.prism import Z
from zygoform.core.measure.message import Message
from zygoform.core.outcome.cautions import DUST, GLUE, SAW, Caution
from zygoform.core.outcome.outcome import Handle, Outcome
from zygoform.core.shop import Shop


class ShelvesWorked(ShelfBay):
    """Lives only for the length of one call."""

    def __init__(self, change: Shelves, body: Body, shop: Shop) -> None:
        super().__init__(change, body, shop)
        self.fittings = (*shelf_fittings(self), *self.lining.fittings(self.floor, shop))

    def outcome(self) -> Outcome:
        change = self.change
        parts = tuple(member.part for member in self.members)
        cautions: list[Caution] = [SAW, DUST]
        cautions += [GLUE] if shelf_supplies(self) else []
        sheets = {size.id for size in (self.size, self.strip) if size.is_sheet}
        screws = sum(f.count for f in self.fittings if "screw" in f.kind)
        return Outcome(
            change.id,
            self._result(),
            self.room.removed,
            self.members,
            drawn=self.lining.holes(self.floor),
            fittings=self.fittings,
            supplies=shelf_supplies(self),
            notes=shelf_notes(self),
            cautions=tuple(cautions),
            findings=(*shelf_findings(self), *opens_upwards(change, self.lining.whole, self.body)),
            handles=self._handles(),
            work=shelves_work(
                parts, sheets, len(self.places), screws, change.fixing, change.cable > 0, self._pried()
            ),
            body=self.body.id,
        )

    def _pried(self) -> tuple[str, ...]:
        """Of what comes out of the room what was fixed in it: rails, uprights, runners."""
        fixed = (board for board in self.body.boards if board.role in ("rail", "runner", "upright"))
        return tuple(board.id for board in fixed if board.id in self.room.removed)

    def _result(self) -> Message:
        clear = self.clear()
        if self.is_low:
            return Message("A low shelf, {0} clear over it", clear[:1])
        n = self.change.shelves
        words = f"{n} shel{'f' if n == 1 else 'ves'}"
        words += (
            f", {self.change.uprights} upright{'s' * (self.change.uprights > 1)}" if self.change.uprights else ""
        )
        if len({round(c, 3) for c in clear}) == 1:
            return Message(f"{words}, {{0}} clear each", clear[:1])
        return Message(f"{words}, {{0}} clear below, {{1}} above", (clear[0], clear[-1]))

    def _handles(self) -> tuple[Handle, ...]:
        if not self.change.lowest or len(self.clear()) < 2:
            return ()
        x0, _, x1, _ = self.room.rect
        near = extent(self.room.plan, (0.0, 1.0))[0]
        at = ((x0 + x1) / 2, near, self.floor + self.change.lowest + self.change.around)
        return (Handle(self.change.id, "lowest", "Lowest room", at, Z),)


def worked(change: Shelves, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece with its shelves. Raises BadInputError where they find no room."""
    del condition
    return ShelvesWorked(change, change.body_in(form), shop).outcome()
