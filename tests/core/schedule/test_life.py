"""What happens at the bench: whatever is done, the rest is planned again, and nothing that is done moves."""

from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from functools import cache, partial

import msgspec
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import random_cases
from tests.planned import plan_of
from zygoform.core.days.hours import ClockZone, moment_of, utc_of
from zygoform.core.days.log import Days, Entry, Lesson
from zygoform.core.days.search import LATER
from zygoform.core.edits.days import learn, put_at, read_worked, set_day, set_own_day, set_week, write_down
from zygoform.core.edits.finishing import add_layer, rename_zone, set_layer_entry, set_weather, take_stack
from zygoform.core.edits.pieces import copy_piece, new_piece, rename
from zygoform.core.edits.planning import add_change
from zygoform.core.errors import BadInputError
from zygoform.core.ids import piece_of
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.days_stage import ends_by_answer, plan_days, quiet_costs, what_helps
from zygoform.core.plan.memory import Memory
from zygoform.core.project import Project
from zygoform.core.schedule.day_plan import DayPlan, DayStep, sub_jobs, wanted_by, what_now
from zygoform.core.schedule.events import (
    answer_gate,
    begin_step,
    finish_step,
    no_time_today,
    pause_step,
    still_tacky,
    went_wrong,
)
from zygoform.core.schedule.gates import gates
from zygoform.core.schedule.jobs import middle, wait_after, window
from zygoform.core.steps.step import SHOPPING
from zygoform.files.demo import demo_project, fresh_project

START = datetime(2026, 11, 27, 18, tzinfo=UTC)
"""A Friday."""
TUESDAY = START + timedelta(days=4)


@cache
def chest() -> Project:
    """New pulls, a top stained and clear, a body painted."""
    sizes = {"width": "800 mm", "height": "900 mm", "depth": "450 mm"}
    project = new_piece(fresh_project(), "Chest", sizes).project
    project = add_change(project, "plank_top", "p1/body/main").project
    for zone, stack in (("p1/top", "stain_clear"), ("p1/body", "paint_primed")):
        project = take_stack(project, zone, stack).project
    return project


@cache
def counter() -> Project:
    """The demo with nothing done: 75 steps."""
    return demo_project()


def days_of(project: Project, now: datetime = START, like: DayPlan | None = None) -> DayPlan:
    return at_once(plan_days(project, plan_of(project), moment_of(now), ClockZone(), like=like))


def keeps(project: Project, days: DayPlan) -> None:
    """No step before its wait ends, none after its window without a scuff; the bound is one."""
    by_id = days.by_id
    for own in days.open:
        for before_id in own.step.follows:
            before = by_id.get(before_id)
            if before is None or own.standing == "going":
                continue
            wait = wait_after(before.step, own.step)
            assert own.begin >= before.end + wait, (own.id, before.id)
            state_tacky = [e for e in project.days.log if e.kind == "tacky" and e.step == before_id]
            if before.standing == "done" and state_tacky:
                assert own.begin >= before.dry
            same = own.id.rpartition("/")[0] == before_id.rpartition("/")[0]
            if same and window(before.step) and own.begin > before.end + window(before.step):
                assert own.scuffed, own.id
    assert days.bound <= days.end


WORDS = st.lists(
    st.tuples(
        st.sampled_from(("begin", "done", "typed", "pause", "tacky", "wrong", "today", "wait", "gate", "pin")),
        st.integers(0, 3000),
    ),
    max_size=12,
)


def act(project: Project, days: DayPlan, word: str, number: int, now: datetime) -> Project:
    """One thing happens to what is next, or was last."""
    nearest, last = days.next, max(days.done, key=lambda own: own.end, default=None)
    if word == "today":
        return no_time_today(project, now, ClockZone()).project
    if word == "gate":
        open_ = [g for g in gates(plan_of(project).finish, project.days.log) if not g.answered]
        return answer_gate(project, open_[0], open_[0].answers[number % 3].key, now).project if open_ else project
    if word in ("tacky", "wrong") and last is not None:
        return (still_tacky if word == "tacky" else went_wrong)(project, last, now, "it").project
    if nearest is None or word in ("tacky", "wrong", "wait"):
        return project
    if word == "pin":
        return put_at(project, nearest.id, now + timedelta(minutes=number), "later").project
    if word == "typed":
        return finish_step(project, nearest, now, "it", str(5 + number % 90)).project
    if word == "pause" and nearest.standing != "going":
        return project
    return {"begin": begin_step, "done": finish_step, "pause": pause_step}[word](
        project, nearest, now, "it"
    ).project


@random_cases(10)
@given(WORDS)
def test_whatever_happens_nothing_done_moves_and_all_waits_are_kept(words: list[tuple[str, int]]) -> None:
    project, now, done = chest(), START, dict[str, tuple[int, int]]()
    for word, number in words:
        days = days_of(project, now)
        project = act(project, days, word, number, now)
        now += timedelta(minutes=number % 700)
        days = days_of(project, now)
        keeps(project, days)
        for own in days.done:
            assert done.setdefault(own.id, (own.begin, own.end)) == (own.begin, own.end), "what is done moved"
        assert {own.id for own in days.done} >= set(done)
        assert all(own.begin >= moment_of(now) for own in days.open if own.standing != "going")
        assert days_of(project, now) == days, "the same events, another plan"
    read = msgspec.json.decode(msgspec.json.encode(project.days), type=Days)
    assert read == project.days, "the file does not hold the log"


def first(days: DayPlan, words: str) -> DayStep:
    return next(own for own in days.steps if words in own.step.what.text)


def upto(project: Project, words: str) -> tuple[Project, datetime]:
    """Everything done as planned until a step is next; and when it was."""
    days = days_of(project)
    own = first(days, words)
    now = utc_of(own.begin)
    for other in days.steps:
        if other.begin < own.begin:
            project = finish_step(project, other, utc_of(other.end), "it").project
    return project, now


def test_start_and_stop_give_the_minutes_and_correct_the_plan() -> None:
    days = days_of(chest())
    own = days.next
    assert own is not None
    begun = begin_step(chest(), own, START, "it").project
    going = days_of(begun, START + timedelta(minutes=7)).next
    assert going is not None
    assert (going.standing, going.id) == ("going", own.id)
    done = finish_step(begun, going, START + timedelta(minutes=50), "it").project
    assert done.days.log[-1].minutes == 50
    assert sum(row.real for row in done.shop.taken) == pytest.approx(50)
    later = days_of(done, START + timedelta(minutes=50))
    assert later.by_id[own.id].pieces == ((moment_of(START), moment_of(START) + 50),)


def test_broken_off_twice_what_was_worked_is_added_up_and_taken_off_the_rest() -> None:
    project, now = upto(chest(), "Clean body")
    planned = first(days_of(project, now), "Clean body").planned
    assert planned >= 15
    for minutes, left in ((7, planned - 5), (6, planned - 10)):
        # Rounded up to fives, what is left is never too little.
        project = begin_step(project, first(days_of(project, now), "Clean body"), now, "it").project
        now += timedelta(minutes=minutes)
        project = pause_step(project, first(days_of(project, now), "Clean body"), now, "it").project
        rest = first(days_of(project, now), "Clean body")
        assert (rest.standing, sum(b - a for a, b in rest.pieces)) == ("paused", left)
        now += timedelta(hours=1)
    project = begin_step(project, first(days_of(project, now), "Clean body"), now, "it").project
    now += timedelta(minutes=9)
    project = finish_step(project, first(days_of(project, now), "Clean body"), now, "it").project
    assert project.days.log[-1].minutes == 7 + 6 + 9


def test_what_is_planned_again_begins_from_the_plan_before_and_is_no_longer() -> None:
    """One step done as it was planned, and a step nobody knew of: the rest stays about as it was."""
    begun = TUESDAY + timedelta(days=1)
    better = at_once(plan_days(counter(), plan_of(counter()), moment_of(begun), ClockZone(), LATER))
    # The bound knows that one pair of hands does all of it, and not when: parts that dry apart leave it more room.
    assert better.end - better.now <= 1.13 * (better.bound - better.now)
    own = better.next
    assert own is not None
    now = utc_of(own.end)
    done = finish_step(counter(), own, now, "it").project
    assert days_of(done, now, like=better).end <= better.end
    bought = structs.replace(better, steps=tuple(own for own in better.steps if own.id != SHOPPING))
    assert days_of(counter(), begun, like=bought).end <= better.end


def test_still_tacky_moves_what_waits_and_no_more() -> None:
    project, now = upto(chest(), "Acrylic paint on body, coat 1")
    primer = first(days_of(project, now), "Adhesion primer")
    more = still_tacky(project, primer, now, "it", 10.0).project
    days = days_of(more, now)
    assert first(days, "Acrylic paint on body").begin >= moment_of(now) + 600
    assert days.by_id[primer.id].pieces == primer.pieces
    # Where nobody says how long: a third of its wait, an hour at least.
    for wait, hours in (((1.0, 3.0), 1.0), ((12.0, 24.0), 6.0)):
        slow = structs.replace(primer, step=structs.replace(primer.step, wait=wait))
        assert still_tacky(project, slow, now, "it").project.days.log[-1].hours == hours


def test_a_sprayed_coat_come_too_late_for_waits_until_it_is_hard_and_is_scuffed() -> None:
    """Within an hour, or after 36: what was sprayed is done, and nobody came in that hour."""
    project, now = upto(take_stack(chest(), "p1/body", "aerosol").project, "Aerosol paint on body, coat 2")
    before = first(days_of(project, now), "Aerosol paint on body, coat 1")
    for late, least, scuffed in ((10, 0, False), (120, 36 * 60, True)):
        after = first(days_of(project, utc_of(before.end + late)), "Aerosol paint on body, coat 2")
        assert (after.begin >= before.end + least, after.scuffed) == (True, scuffed), late
        assert after.begin < before.end + least + 3 * 1440


def test_what_went_wrong_is_sanded_when_it_is_dry_and_done_once_more() -> None:
    project, now = upto(chest(), "Acrylic paint on body, coat 2")
    coat = first(days_of(project, now), "coat 1 of 2")
    days = days_of(went_wrong(project, coat, now, "it").project, now)
    sand, again = first(days, "Sand smooth"), first(days, "Once more")
    second = first(days, "coat 2 of 2")
    assert sand.begin >= coat.end + middle(coat.step.wait)
    assert again.begin >= sand.end
    assert second.begin >= again.end + middle(again.step.wait)


@pytest.mark.parametrize(("key", "coats"), [("no", 0), ("spots", 1), ("all", 2)])
def test_an_answer_switches_layers_and_until_then_both_are_known(key: str, coats: int) -> None:
    project, now = upto(chest(), "Acrylic paint on body, coat 1")
    gate = next(g for g in gates(plan_of(project).finish, project.days.log) if g.kind == "bleeds")
    as_it_is = days_of(project, now)
    ends = at_once(ends_by_answer(project, gate, as_it_is, Memory()))
    answered = answer_gate(project, gate, key, now).project
    blockers = [la for la in answered.finishing.stack("p1/body").layers if la.material == "stain blocker"]
    assert sum(layer.coats for layer in blockers) == coats
    days = days_of(answered, now, like=as_it_is)
    assert days.end == ends.get(key, as_it_is.end)
    # What was done before keeps its name, and is still done.
    assert {own.id for own in days_of(project, now).done} == {own.id for own in days.done}
    still = [g for g in gates(plan_of(answered).finish, answered.days.log) if g.id == gate.id]
    assert [g.answered for g in still] == (["no"] if key == "no" else []), "it is asked again"


def test_a_day_that_cannot_be_kept_is_said_with_what_would_help() -> None:
    project = set_day(chest(), "wanted", "2026-11-30").project
    days = days_of(project)
    wanted = wanted_by(project.days, ClockZone())
    assert days.end > wanted
    helps = at_once(what_helps(project, plan_of(project), days, wanted, Memory()))
    assert any("ater stain instead" in one.words for one in helps)
    for one in helps:
        assert days_of(one.project, like=days).end == one.end < days.end


def helps_of(project: Project, now: datetime = START) -> dict[str, Project]:
    days = days_of(project, now)
    return {h.words: h.project for h in at_once(what_helps(project, plan_of(project), days, 0, Memory()))}


def test_a_film_over_fresh_oil_waits_a_month_and_is_planned_all_the_same() -> None:
    sizes = {"width": "800 mm", "height": "900 mm", "depth": "450 mm"}
    project = take_stack(new_piece(fresh_project(), "Chest", sizes).project, "p1/body", "paint_primed").project
    for at, material in enumerate(("drying oil", "exterior clear")):
        project = add_layer(project, "p1/body", material, at).project
    days = days_of(project)
    assert not days.refused
    oil, clear = first(days, "Hemp or drying oil"), first(days, "Exterior clear")
    assert clear.begin - oil.end >= 30 * 1440


def quiet_from(hour: int) -> Project:
    """A chest in a house where it is quiet from then on, until eight in the morning."""
    hours = structs.replace(chest().days.hours, quiet_from=hour * 60, quiet_to=8 * 60)
    return structs.replace(chest(), days=structs.replace(chest().days, hours=hours))


def test_one_quiet_hour_that_costs_a_day_is_named_and_none_that_costs_nothing() -> None:
    """Loud from nine to eleven on Saturday and Sunday alone: an hour more is days less. From two on: not so."""
    project = quiet_from(11)
    days = days_of(project)
    one = at_once(quiet_costs(project, plan_of(project), days))
    assert one is not None
    assert one.words == "Loud work until 12:00"
    sooner = days_of(one.project, like=days)
    assert sooner.end == one.end
    assert sooner.end // 1440 < days.end // 1440
    evenings = quiet_from(14)
    assert at_once(quiet_costs(evenings, plan_of(evenings), days_of(evenings))) is None


def test_one_coat_less_helps_only_where_its_use_allows_that_and_forgets_none_that_is_on() -> None:
    sizes = {"width": "800 mm", "height": "900 mm", "depth": "450 mm"}
    plain = new_piece(fresh_project(), "Chest", sizes).project
    painted = take_stack(plain, "p1/body", "paint_primed").project
    two = next(k for k, la in enumerate(painted.finishing.stack("p1/body").layers) if la.coats == 2)
    three = set_layer_entry(painted, "p1/body", two, "coats", "3").project
    less = "One coat of acrylic paint less on body"
    assert less not in helps_of(painted), "one coat of colour does not cover"
    assert less in helps_of(three)
    project, now = upto(three, "Acrylic paint on body, coat 2")
    fewer = helps_of(project, now)[less].finishing.stack("p1/body").layers[two]
    assert (fewer.coats, fewer.done) == (2, 1)


def test_wrong_clocks_do_no_harm() -> None:
    """Written down in a year to come: its wait counts from now. Done before it was begun: as it was planned."""
    days = days_of(chest())
    own = first(days, "Clean top")
    ahead = finish_step(chest(), own, START + timedelta(days=500), "it").project
    again = days_of(ahead, START + timedelta(hours=1))
    done = again.by_id[own.id]
    assert done.end == moment_of(START + timedelta(hours=1))
    keeps(ahead, again)
    back = begin_step(chest(), own, START, "it").project
    done_before = finish_step(back, own, START - timedelta(days=3), "it").project
    assert done_before.days.log[-1].minutes == own.planned
    # The same moments told in another zone are the same plan.
    east = [msgspec.structs.replace(e, at=e.at.astimezone(tz=None)) for e in ahead.days.log]
    moved = msgspec.structs.replace(ahead, days=msgspec.structs.replace(ahead.days, log=tuple(east)))
    assert days_of(moved, START + timedelta(hours=1)) == again


def test_a_coat_that_is_on_parts_no_zones_and_is_known_to_be_on() -> None:
    project = take_stack(chest(), "p1/back", "stain_clear").project
    days = days_of(project)
    coat = first(days, "Oil stain on")
    assert "back" in coat.step.what.text
    done = finish_step(project, coat, START, "it").project
    assert {own.id for own in days_of(done).steps} == {own.id for own in days.steps}
    assert [la.done for la in done.finishing.stack("p1/top").layers if la.material == "oil stain"] == [1]


def test_what_now_is_one_line_with_all_it_needs() -> None:
    project, now = upto(chest(), "Oil stain on top")
    now_ = what_now(days_of(project, now))
    assert (now_.head, now_.until) == ("Now", "")
    assert "oil stain" in now_.more
    assert "rags" in now_.more
    stained = finish_step(project, first(days_of(project, now), "Oil stain"), now, "it").project
    wet = what_now(days_of(stained, now + timedelta(minutes=10)))
    assert wet.own is not None
    assert wet.own.step.what.text != now_.what.text


def test_cold_and_damp_make_waits_longer() -> None:
    usual = days_of(chest())
    damp = set_weather(set_weather(chest(), "humidity", "85").project, "celsius", "12").project
    assert days_of(damp).end > usual.end
    assert middle(first(days_of(damp), "Oil stain").step.wait) == 2 * middle(first(usual, "Oil stain").step.wait)


def test_a_lesson_comes_back_where_it_fits_and_goes_when_that_is_done() -> None:
    project = learn(chest(), "Wipe the stain sooner", ("material:oil stain",)).project
    found = [f for f in plan_of(project).findings if f.code == "lesson"]
    assert [f.what.text for f in found] == ["You learnt: Wipe the stain sooner"]
    assert found[0].where
    done, _ = upto(project, "Water-based clear on top, coat 1")
    assert not [f for f in plan_of(done).findings if f.code == "lesson"]
    other = Lesson("l9", "Nothing here", ("change:skirt",))
    days = msgspec.structs.replace(project.days, lessons=(other,))
    assert not [f for f in plan_of(msgspec.structs.replace(project, days=days)).findings if f.code == "lesson"]


def test_turned_over_one_side_dries_before_the_other_is_coated() -> None:
    """By the label's hours: the other side when this one can be touched, the next coat when both allow it."""
    zones = tuple(
        msgspec.structs.replace(choice, turned=choice.zone == "p1/body") for choice in chest().finishing.zones
    )
    finishing = msgspec.structs.replace(chest().finishing, zones=zones)
    days = days_of(msgspec.structs.replace(chest(), finishing=finishing))
    coats = [own for own in days.steps if "Acrylic paint on body" in own.step.what.text]
    up, down, up2, down2 = coats
    touch, recoat = middle(up.step.touch), middle(up.step.wait)
    assert "turned over" in down.step.what.text
    assert down.begin >= up.end + touch
    assert up2.begin >= max(up.end + recoat, down.end + touch)
    assert down2.begin >= max(down.end + recoat, up2.end + touch)


@pytest.mark.parametrize(
    ("text", "minutes"), [("45", 45), ("1:30", 90), ("1.5 h", 90), ("20 min", 20), ("0,5h", 30)]
)
def test_minutes_as_people_write_them(text: str, minutes: float) -> None:
    assert read_worked(text) == minutes


@pytest.mark.parametrize("text", ["", "-5", "0", "soon", "1:2:3", "nan", "inf"])
def test_other_minutes_are_refused(text: str) -> None:
    with pytest.raises(BadInputError):
        read_worked(text)


@pytest.mark.parametrize(
    ("edit", "entry"),
    [
        (partial(set_week, weekday=2, text="9-8"), "week"),
        (partial(set_own_day, day="2026-12-24", text="x"), "day"),
        (partial(set_day, which="wanted", text="soon"), "wanted"),
    ],
)
def test_hours_are_refused_beside_their_field(edit: Callable[[Project], object], entry: str) -> None:
    with pytest.raises(BadInputError) as refused:
        edit(chest())
    assert refused.value.parameter == entry


def test_without_hours_there_is_no_plan_and_it_is_said() -> None:
    off = chest()
    for k in range(7):
        off = set_week(off, k, "off").project
    assert "hours" in days_of(off).refused


def test_the_log_takes_notes_of_any_length_there_is_room_for() -> None:
    noted = write_down(chest(), "note", START, "Note", step="x", text="a" * 2000).project
    assert isinstance(noted.days.log[0], Entry)


def test_of_several_pieces_each_step_and_row_says_once_which_it_is_of() -> None:
    project = copy_piece(chest(), "p1", with_changes=True).project
    project = rename(project, "Left {0} cupboard", on="p2").project
    project = rename_zone(project, "p1/body", "Carcase").project
    days, plan = days_of(project), plan_of(project)
    names = project.names
    whose = {f"c{c.number}": names[piece_of(c.targets[0])] for c in plan.changes}
    rows = {own.id: row.title for row in sub_jobs(days, plan.changes, plan.finish, names) for own in row.steps}
    for own in days.steps:
        words, row = own.step.what.words(str), rows[own.id].replace("{{", "{")
        head, second = own.id.split("/")[:2]
        name = whose.get(head) or names.get(head) or names.get(second, "")
        assert words.count(name or "Chest") == bool(name), words
        assert row.count(name or "Chest") == bool(name), row
    assert len({own.step.what.text for own in days.steps}) == len(days.steps), "no two steps read alike"
    alone = days_of(chest())
    assert not any("Chest" in own.step.what.text for own in alone.steps)
