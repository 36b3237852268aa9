"""What an edit touched: screens refresh by it."""

from typing import Literal, get_args

from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project

Topic = Literal[
    "form",
    "cut",
    "buy",
    "findings",
    "pieces",
    "changes",
    "photos",
    "shop",
    "stock",
    "finish",
    "days",
    "name",
    "view",
]
"""Stages of the plan, and parts of the document; `view` is what is looked at, and no edit."""

EVERYTHING: frozenset[Topic] = frozenset(get_args(Topic))


def topics(before: Project, after: Project, was: Plan | None, now: Plan | None) -> frozenset[Topic]:
    """What is another object than before: stages and entries that stay the same are handed on as they are."""
    if was is None or now is None:
        return EVERYTHING
    same: dict[Topic, bool] = {
        "form": was.form is now.form,
        "cut": was.cut is now.cut,
        "buy": was.purchase is now.purchase,
        "findings": was.findings == now.findings and was.cautions == now.cautions,
        "pieces": before.pieces is after.pieces,
        "changes": before.changes is after.changes and before.variants is after.variants,
        "photos": before.photos is after.photos,
        "shop": before.shop is after.shop,
        "stock": before.stock is after.stock and before.counts is after.counts and before.facts is after.facts,
        "finish": before.finishing is after.finishing and was.finish is now.finish,
        "days": before.days is after.days,
        "name": before.name == after.name,
    }
    return frozenset(topic for topic, is_same in same.items() if not is_same)
