"""What went wrong: each way out in the plan, on its share, before what follows; by hand what it takes."""

from datetime import UTC, datetime

import pytest
from msgspec import structs

from tests.core.schedule.test_life import chest, days_of, first, upto
from zygoform.core.goods.minutes import RATES
from zygoform.core.ids import group_of
from zygoform.core.schedule.events import went_wrong
from zygoform.core.schedule.rescue import HOW_LARGE, WRONGS, coated_area, wrongs_of

COAT = "Acrylic paint on body, coat 1"


@pytest.mark.parametrize("key", [own.key for own in WRONGS.values() if own.of in ("coat", "any")])
@pytest.mark.parametrize("size", HOW_LARGE)
def test_each_way_out_is_done_on_its_share_before_what_follows(key: str, size: str) -> None:
    project, now = upto(chest(), "Acrylic paint on body, coat 2")
    before = days_of(project, now)
    coat, share, wrong = first(before, COAT), HOW_LARGE[size][1], WRONGS[key]
    days = days_of(went_wrong(project, coat, now, "it", key, share).project, now)
    more = [own for own in days.steps if own.id not in before.by_id]
    assert len(more) == bool(wrong.tasks) + wrong.again
    area = coated_area(coat.step) * share
    for own in more:
        again = "Once more" in own.step.what.text
        tasks = (
            [(task, amount * share) for task, amount in coat.step.tasks]
            if again
            else [(each.task, area * each.amount if each.by_area else each.amount) for each in wrong.tasks]
        )
        assert dict(own.step.tasks) == pytest.approx(dict(tasks))
        assert wrong.way in own.step.what.text or again or key == "again"
    # It is not begun before it has hardened, and what follows waits for the last of it.
    assert more[0].begin >= coat.end + 60 * wrong.before
    then = first(days, "Acrylic paint on body, coat 2")
    assert more[-1].id in then.step.follows
    assert then.begin >= more[-1].end + 60 * (0 if wrong.again else wrong.wait)
    assert days.end >= before.end


def test_by_hand_a_run_all_over_a_body() -> None:
    """Sanded between 5 to 9 a m², and that coat again."""
    project, now = upto(chest(), "Acrylic paint on body, coat 2")
    coat = first(days_of(project, now), COAT)
    days = days_of(went_wrong(project, coat, now, "it", "run", 1.0).project, now)
    sand, again = (own.step for own in days.steps if f"{coat.id}+" in own.id)
    area, rate = coated_area(coat.step), RATES["sand between"]
    assert sand.minutes == pytest.approx((rate.low * area, rate.high * area))
    assert again.minutes == pytest.approx(coat.step.minutes)
    assert group_of(sand.id) == group_of(again.id) == group_of(coat.id)


def test_the_likeliest_come_first_and_fit_the_step() -> None:
    project, now = upto(chest(), "Acrylic paint on body, coat 2")
    coat = first(days_of(project, now), COAT).step
    keys = {
        phase: [own.key for own in wrongs_of(structs.replace(coat, phase=phase))]
        for phase in ("colour", "glue", "cut")
    }
    assert keys["colour"][0] == "run"
    assert keys["glue"][0] == "blister"
    assert keys["cut"] == ["hole", "split", "again"]
    assert all(own[-1] == "again" for own in keys.values())


def test_what_was_written_by_a_version_before_is_done_once_more() -> None:
    project, now = upto(chest(), "Acrylic paint on body, coat 2")
    coat = first(days_of(project, now), COAT)
    done = went_wrong(project, coat, datetime(2026, 11, 28, tzinfo=UTC), "it").project
    (*log, last) = done.days.log
    plain = structs.replace(last, rescue="", share=1.0, text="")
    old = structs.replace(done, days=structs.replace(done.days, log=(*log, plain)))
    assert [own.id for own in days_of(old, now).steps] == [own.id for own in days_of(done, now).steps]
