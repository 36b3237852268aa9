"""Variants side by side: what each comes to, and where they differ."""

from collections.abc import Sequence
from decimal import Decimal

from msgspec import Struct

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.registry import titled
from zygoform.core.measure.param import Param, counts, params
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project, Variant
from zygoform.core.shop import Shop
from zygoform.core.steps.step import span

MOST_BESIDE = 3
"""Variants side by side."""


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


def beside(project: Project, most: int = MOST_BESIDE) -> tuple[Variant, ...]:
    """The variants that stand side by side: the first few, the chosen one always among them."""
    first = project.variants[:most]
    return first if project.variant in first else (*first[: most - 1], project.variant)


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


class TotalLine(Struct, frozen=True):
    """One figure of all variants in words, and where it is another than the first one's."""

    name: str
    words: tuple[str, ...]
    differs: tuple[bool, ...]


def total_lines(totals: Sequence[VariantTotals], shop: Shop) -> tuple[TotalLine, ...]:
    """The figures that stand under the variants, as they are written."""
    money, show = shop.currency, shop.unit.show
    lines: list[tuple[str, list[str]]] = [
        ("Boards", [f"{x.boards}" for x in totals]),
        ("Sheets", [f"{x.sheets}" for x in totals]),
        ("Parts", [f"{x.parts}" for x in totals]),
        ("Money", [f"{money}{x.money:.2f}" for x in totals]),
        ("By hand", [span(x.minutes) for x in totals]),
        ("Height", [show(x.height) for x in totals]),
        ("Findings", [f"{x.findings}" for x in totals]),
    ]
    return tuple(TotalLine(name, tuple(said), tuple(one != said[0] for one in said)) for name, said in lines)


def entry_words(entry: Param, value: object, shop: Shop) -> str:
    """A size or a choice as it is told."""
    if entry.unit == "length" and isinstance(value, float | int):
        return shop.unit.show(float(value))
    if entry.unit == "switch":
        return "yes" if value else "no"
    if entry.unit == "angle":
        return f"{value:g}°"
    names = {choice.value: choice.label for choice in entry.choices}
    names |= {size.id: size.name for size in shop.timber}
    return names.get(str(value), str(value))


def size_words(change: ComparedChange, k: int, shop: Shop) -> str:
    """The sizes of a change that differ, as they are in variant `k`."""
    return ", ".join(f"{s.entry.label.lower()} {entry_words(s.entry, s.values[k], shop)}" for s in change.sizes)


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
