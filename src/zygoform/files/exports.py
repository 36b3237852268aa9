"""The tables that can be written: a row each, and each is read again by whatever takes such a table over."""

from collections.abc import Callable

from msgspec import Struct

from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project


class TableExport(Struct, frozen=True):
    """What it is called, the ending of its file, and what makes its text; `of_plan` where it needs a piece."""

    id: str
    title: str
    ending: str
    make: Callable[[Project, Plan | None], str]
    of_plan: bool = False


def _by_setting(_project: Project, plan: Plan | None) -> str:
    from zygoform.files.cutlist_csv import by_setting_csv

    return by_setting_csv(plan) if plan is not None else ""


def _by_part(_project: Project, plan: Plan | None) -> str:
    from zygoform.files.cutlist_csv import by_part_csv

    return by_part_csv(plan) if plan is not None else ""


def _leftovers(project: Project, plan: Plan | None) -> str:
    from zygoform.files.leftover_csv import leftover_csv

    return leftover_csv(plan, project.stock) if plan is not None else ""


def _prices(project: Project, _plan: Plan | None) -> str:
    from zygoform.files.prices_csv import prices_csv

    return prices_csv(project.shop.timber, project.shop.packs)


def _minutes(project: Project, _plan: Plan | None) -> str:
    from zygoform.files.minutes_csv import minutes_csv

    return minutes_csv(project.shop.minutes)


def _coats(project: Project, _plan: Plan | None) -> str:
    from zygoform.files.coats_csv import coats_csv

    return coats_csv(project.shop.coats)


TABLE_EXPORTS = (
    TableExport("setting", "Cut list by setting", " cut list by setting.csv", _by_setting, of_plan=True),
    TableExport("part", "Cut list by part", " cut list by part.csv", _by_part, of_plan=True),
    TableExport("leftovers", "What is left over", " left over.csv", _leftovers, of_plan=True),
    TableExport("prices", "Price list", " prices.csv", _prices),
    TableExport("minutes", "Minutes of work", " minutes.csv", _minutes),
    TableExport("coats", "Figures of coats", " coats.csv", _coats),
)
