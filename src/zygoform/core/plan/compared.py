"""Variants side by side: what each comes to, and where they differ."""

from decimal import Decimal

from msgspec import Struct

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.registry import titled
from zygoform.core.measure.param import Param, counts, params
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project


class VariantTotals(Struct, frozen=True):
    """What a variant comes to. `minutes` from and to by hand, `height` of the highest piece (mm)."""

    boards: int
    sheets: int
    parts: int
    money: Decimal
    minutes: tuple[float, float]
    height: float
    findings: int
    failures: int


class DifferingSize(Struct, frozen=True):
    """An entry of a change that is not the same in all variants that have the change: a value for each."""

    entry: Param
    values: tuple[object, ...]


class ComparedChange(Struct, frozen=True):
    """A change as a row: whether it counts in each variant, and its sizes that differ."""

    change_id: str
    title: str
    number: int
    counts: tuple[bool, ...]
    sizes: tuple[DifferingSize, ...]

    @property
    def differs(self) -> bool:
        return len(set(self.counts)) > 1 or bool(self.sizes)


def totals_of(plan: Plan) -> VariantTotals:
    """The figures that stand under a variant."""
    bought = [board for layout in plan.layouts for board in layout.boards]
    low, high = plan.planned.box
    tallest = max((_height(body_box) for body_box in _boxes(plan)), default=high[2] - low[2])
    return VariantTotals(
        sum(not board.size.is_sheet for board in bought),
        sum(board.size.is_sheet for board in bought),
        len(plan.parts),
        plan.purchase.total,
        plan.work.hands_on,
        tallest,
        len(plan.findings),
        len(plan.failures),
    )


def _boxes(plan: Plan) -> list[tuple[float, float]]:
    """Of each body where it begins and ends in height."""
    return [
        (min(b.solid.box[0][2] for b in body.boards), max(b.solid.box[1][2] for b in body.boards))
        for body in plan.planned.bodies
        if body.boards
    ]


def _height(box: tuple[float, float]) -> float:
    return box[1] - box[0]


def compared(project: Project, variant_ids: tuple[str, ...]) -> tuple[ComparedChange, ...]:
    """All changes in order, variant by variant."""
    variants = [next(v for v in project.variants if v.id == own) for own in variant_ids]
    rows = []
    for change in project.changes:
        if not isinstance(change, ChangeBase):
            continue
        own = [project.overridden(change, variant) for variant in variants]
        inside = tuple(change.id not in variant.left_out for variant in variants)
        sizes = []
        for entry in params(type(change)):
            values = tuple(getattr(one, entry.name) for one in own)
            told = [value for value, is_in in zip(values, inside, strict=True) if is_in]
            if len(set(told)) > 1 and any(counts(entry, one) for one in own):
                sizes.append(DifferingSize(entry, values))
        rows.append(ComparedChange(change.id, titled(change, project.names), change.number, inside, tuple(sizes)))
    return tuple(rows)
