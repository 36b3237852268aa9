"""All rules, in the order they are shown. A rule is a file in rules/ and one line here."""

from collections.abc import Callable

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.findings.rules import (
    car_room,
    damp,
    doors_drag,
    ends_cross,
    guessed,
    no_footing,
    no_screw,
    openings_add_up,
    openings_close,
    recounted,
    runs_through,
    short_parts,
    skirt_and_feet,
    spare_strips,
    tight_drawers,
    tipping,
    too_long,
    top_sags,
    weak_screws,
)
from zygoform.core.outcome.outcome import Finding

RULES: tuple[Callable[[JudgedPlan], tuple[Finding, ...]], ...] = (
    too_long.judge,
    top_sags.judge,
    ends_cross.judge,
    openings_add_up.judge,
    openings_close.judge,
    guessed.judge,
    weak_screws.judge,
    short_parts.judge,
    skirt_and_feet.judge,
    spare_strips.judge,
    tight_drawers.judge,
    recounted.judge,
    car_room.judge,
    runs_through.judge,
    tipping.judge,
    damp.judge,
    doors_drag.judge,
    no_footing.judge,
    no_screw.judge,
)
