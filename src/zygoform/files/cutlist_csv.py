"""The cut list as CSV: by setting of the saw, and by part. Sizes are in the project's unit, as text and mm."""

from zygoform.core.measure.write import NO_BREAK
from zygoform.core.plan.plan import Plan
from zygoform.files.tables import write_table


def by_setting_csv(plan: Plan) -> str:
    """One row for each line of the list by setting."""
    unit = plan.shop.unit
    return write_table(
        ("setting", "codes", "size", "count", "boards", "detail", "short", "rests on a guess"),
        (
            (
                group.title,
                " ".join(row.codes),
                row.size.words(unit.plain),
                row.count,
                " ".join(row.boards),
                row.detail,
                "yes" if row.short else "",
                "yes" if row.guessed else "",
            )
            for group in plan.settings
            for row in group.rows
        ),
    )


def by_part_csv(plan: Plan) -> str:
    """One row for each shape of part."""
    show = plan.shop.unit.plain
    return write_table(
        (
            *("part", "name", "count", "thickness", "width", "length", "left end", "right end", "stock", "boards"),
            *("change", "rests on guesses", "planned", "thickness mm", "width mm", "length mm"),
        ),
        (
            (
                *(
                    row.code,
                    row.name,
                    row.count,
                    plan.shop.unit.show_thick(row.thickness).replace(NO_BREAK, " "),
                    show(row.width),
                    show(row.length),
                ),
                *(
                    row.left,
                    row.right,
                    row.stock,
                    " ".join(row.boards),
                    row.change,
                    "; ".join(row.guesses),
                    len(row.planned),
                ),
                *(f"{mm:.2f}" for mm in (row.thickness, row.width, row.length)),
            )
            for row in plan.part_rows
        ),
    )
