"""What is sprayed with the same in the gun: one set-up a session, over zones and pieces; nothing closes a ring."""

from datetime import UTC, datetime

import pytest
from msgspec import structs

from tests.core.changes.test_shelves import chest
from tests.planned import plan_of
from tests.replay import breaches
from zygoform.core.coats.layer import CoatLayer
from zygoform.core.days.hours import ClockZone, moment_of
from zygoform.core.edits.finishing import set_stack
from zygoform.core.edits.pieces import copy_piece
from zygoform.core.finish.finish_plan import FINISH
from zygoform.core.goods.minutes import RATES
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.days_stage import plan_days
from zygoform.core.project import Project
from zygoform.core.schedule.jobs import in_fives
from zygoform.core.steps.step import Step

PAINT = (CoatLayer("prime", "adhesion primer", 1, "gun"), CoatLayer("colour", "acrylic paint", 2, "gun"))


def three_alike() -> Project:
    """Three chests, their bodies primed and painted twice with the gun."""
    project = copy_piece(copy_piece(chest(), "p1").project, "p1").project
    for piece in ("p1", "p2", "p3"):
        project = set_stack(project, f"{piece}/body", PAINT, "").project
    return project


def sprayed(project: Project) -> list[Step]:
    return [step for step in plan_of(project).work.steps if step.session]


def by_hand(steps: list[Step]) -> tuple[float, float]:
    return sum(s.minutes[0] for s in steps), sum(s.minutes[1] for s in steps)


def rate(task: str) -> tuple[float, float]:
    row = RATES[task]  # type: ignore[index]
    return row.low, row.high


def test_three_alike_are_set_up_once_a_session() -> None:
    """Primer: set up, three areas, clean. Paint: set up, three areas, covered until the next, three, clean."""
    project = three_alike()
    steps, area = sprayed(project), [z.zone.area for z in plan_of(project).finish.zones if z.layers]
    whole = sum(area)
    for k, own in ((0, "set up gun"), (1, "clean gun")):
        assert sum(amount for step in steps for task, amount in step.tasks if task == own) == 2, (k, own)
    for side in (0, 1):
        fixed = 2 * rate("set up gun")[side] + rate("cover gun")[side] + 2 * rate("clean gun")[side]
        each = 3 * rate("spray coat")[side] + rate("vacuum")[side] + 2 * rate("sand between")[side]
        assert by_hand(steps)[side] == pytest.approx(fixed + whole * each)
    # Coat by coat: all pieces primed, then all painted, then all once more.
    assert [step.id.split("/")[1] for step in steps] == ["p1", "p2", "p3"] * 3
    assert breaches(plan_of(project)) == []
    # Alone each would set up and clean by itself.
    alone = [set_stack(chest(), "p1/body", PAINT, "").project for _ in range(3)]
    apart = sum(by_hand(sprayed(own))[0] for own in alone)
    saved = 2 * 2 * (rate("set up gun")[0] + rate("clean gun")[0]) + 2 * rate("cover gun")[0]
    assert apart - by_hand(steps)[0] == pytest.approx(saved)


@pytest.mark.parametrize("other", [{"colour": "k9"}, {"thin": 5.0}, {"way": "roller"}, {"material": "enamel"}])
def test_another_colour_thinning_tool_or_material_is_another_session(other: dict[str, object]) -> None:
    project = three_alike()
    layers = (PAINT[0], structs.replace(PAINT[1], **other))
    steps = sprayed(set_stack(project, "p2/body", layers, "").project)
    joined = {step.id.split("/")[1] for step in steps if step.goes_on and "colour" in step.id}
    assert joined == {"p3"}


def test_the_days_keep_a_session_together_or_set_up_anew() -> None:
    project = three_alike()
    now = moment_of(datetime(2026, 12, 5, 9, tzinfo=UTC))
    days = at_once(plan_days(project, plan_of(project), now, ClockZone()))
    joined = [own for own in days.steps if own.step.goes_on]
    assert joined
    for own in joined:
        gap = own.begin - days.by_id[own.step.goes_on].end
        assert gap >= 0
        anew = in_fives(sum(sum(rate(task)) / 2 for task in ("clean gun", "set up gun")))
        long = sum(end - begin for begin, end in own.pieces)
        assert long == own.planned + (anew if own.scuffed else 0)
        assert own.scuffed == (gap > 60)
    assert sum(not own.scuffed for own in joined) >= len(joined) // 2, "they are sprayed one after the other"


def test_what_waits_for_a_coat_of_its_own_session_is_none_of_it() -> None:
    """The steps stay in an order that can be worked, whatever shares what: no step follows itself."""
    for project in (three_alike(), set_stack(three_alike(), "p1/boxes", PAINT, "").project):
        steps = plan_of(project).work.steps
        at = {step.id: k for k, step in enumerate(steps)}
        assert all(at[before] < at[step.id] for step in steps for before in step.follows if before in at)
        assert [step for step in steps if step.source == FINISH]
