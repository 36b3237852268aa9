"""All rules, in the order they are shown. A rule is a function in rules/ and one line here."""

from collections.abc import Callable

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.findings.rules.at_the_saw import (
    car_room,
    ends_cross,
    recounted,
    short_parts,
    spare_strips,
    too_long,
)
from zygoform.core.findings.rules.damp import damp
from zygoform.core.findings.rules.joined import no_screw, runs_through, weak_screws
from zygoform.core.findings.rules.on_the_floor import doors_drag, no_footing, skirt_and_feet
from zygoform.core.findings.rules.readings import openings_add_up, openings_close, rests_on_guesses, tight_drawers
from zygoform.core.findings.rules.tipping import tipping
from zygoform.core.findings.rules.top_sags import top_sags
from zygoform.core.outcome.outcome import Finding

RULES: tuple[Callable[[JudgedPlan], tuple[Finding, ...]], ...] = (
    too_long,
    top_sags,
    ends_cross,
    openings_add_up,
    openings_close,
    rests_on_guesses,
    weak_screws,
    short_parts,
    skirt_and_feet,
    spare_strips,
    tight_drawers,
    recounted,
    car_room,
    runs_through,
    tipping,
    damp,
    doors_drag,
    no_footing,
    no_screw,
)
