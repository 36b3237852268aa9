"""What a plan tells rather than hides: slanted ends, two tops in one place, parts that cannot be, lost counts."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import random_cases
from tests.planned import plan_of
from tests.strategies import bent, planned
from zygoform.core.condition.faults import FAULT_KINDS
from zygoform.core.cutting.problem import PartType, StockType, StripProblem
from zygoform.core.cutting.saw import degrees, on_scale
from zygoform.core.cutting.solvers.quick import quick_piecemeal
from zygoform.core.cutting.verify import verify
from zygoform.core.edits.condition import add_fault, set_fault_count
from zygoform.core.edits.cutting import set_row_count
from zygoform.core.edits.pieces import new_piece, rename
from zygoform.core.edits.planning import add_change, apply_fix, leave_out, remove_change, set_text, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import set_unit
from zygoform.core.errors import BadInputError
from zygoform.core.geometry.opening_fit import Quad, Usable, usable
from zygoform.core.geometry.plane import Point, Slant
from zygoform.core.goods.timber import Saw
from zygoform.core.measure.parse import INCH, parse_length
from zygoform.core.measure.write import DisplayUnit
from zygoform.core.outcome.cautions import RIP
from zygoform.core.outcome.outcome import slant_words
from zygoform.core.piecemeal import at_once
from zygoform.core.project import Override, Project, Variant
from zygoform.core.tolerance import TAPE_MM
from zygoform.core.why.buying import why_row
from zygoform.files.cutlist_csv import by_setting_csv
from zygoform.files.demo import fresh_project
from zygoform.files.project_json import dump_project, parse_project

BODY = "p1/body/main"


def topped(system: str = "mm", *kinds: str) -> Project:
    project = new_piece(fresh_project(), "Desk", {"width": "900 mm", "height": "760 mm", "depth": "450 mm"}).project
    project = set_unit(project, system).project  # type: ignore[arg-type]
    for kind in kinds or ("plank_top",):
        project = add_change(project, kind, BODY).project
    return project


# Out of square


@random_cases(30)
@given(st.sampled_from((87.0, 88.5, 90.0, 91.25)), st.sampled_from((88.0, 90.0, 92.5)))
def test_the_ends_of_a_skewed_top_are_told_as_they_are(left: float, right: float) -> None:
    """The corner measured inside the body is 90° less what the end is off square, whatever the top's size."""
    plan = plan_of(bent(topped(), left, right))
    cut = plan.outcomes[0].later[0]
    told: dict[str, Slant] = {slant.edge: slant for slant in cut.slants}
    for edge, corner in (("left", left), ("right", right)):
        if corner == 90.0:
            assert edge not in told
            continue
        assert told[edge].angle == pytest.approx(abs(90 - corner), abs=1e-6)
        # A corner under 90° leans in towards the back: what is in front is longer.
        assert told[edge].longer == ("front" if corner < 90 else "back")
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = cut.outline
    back = (x1 - x0) - (y3 - y0) / math.tan(math.radians(left)) - (y2 - y1) / math.tan(math.radians(right))
    assert x2 - x3 == pytest.approx(back, abs=1e-6)
    assert cut.length == pytest.approx(max(x1, x2) - min(x0, x3))
    words = slant_words(cut, Saw())
    assert [word.split()[0] for word in words] == [e for e, c in (("right", right), ("left", left)) if c != 90.0]
    listed = by_setting_csv(plan)
    assert all(f"{degrees(on_scale(abs(90 - c), Saw()))} off square" in listed for c in (left, right) if c != 90.0)


def test_a_side_is_as_thick_as_it_was_measured_out_of_square_too() -> None:
    project = set_reading(topped(), "side_thickness", "19 mm").project
    plan = plan_of(bent(project, 88.0, 92.0))
    for side in (board for board in plan.found.boards if board.role == "side"):
        low, high = side.solid.box
        assert min(side.solid.sizes) == pytest.approx(19.0)
        assert high[0] - low[0] > 19.5, "the box round it is no thickness"


# Changes that meet


@random_cases(20)
@given(planned())
def test_of_two_tops_only_the_later_is_cut_and_bought(project: Project) -> None:
    one = add_change(project, "plank_top", BODY).project
    first = one.changes[-1].id
    if plan_of(one).failures or first in plan_of(one).form.superseded:
        return
    two = add_change(one, "plank_top", BODY).project
    plan, alone = plan_of(two), plan_of(leave_out(two, first, out=True).project)
    if plan.failures:
        return
    told = next(finding for finding in plan.findings if finding.code == "superseded" and finding.change_id == first)
    assert not [part for part in plan.parts if part.part.change_id == first]
    assert plan.purchase.total == alone.purchase.total
    assert len(told.fixes) == 2
    for fix in told.fixes:
        after = plan_of(apply_fix(two, fix).project)
        assert not [f for f in after.findings if f.code == "superseded" and f.change_id == first]


def test_a_part_shorter_than_its_two_mitres_is_refused_at_its_length() -> None:
    project = topped("mm", "own_part")
    for entry, text in (("width", "60"), ("left", "45"), ("right", "45")):
        project = set_text(project, "c1", entry, text).project
    # Two 45° ends on 60 mm across take 60 mm each off the short edge.
    for length, refused in (("119", True), ("121", False), ("500", False)):
        plan = plan_of(set_text(project, "c1", "length", length).project)
        assert [(f.change_id, f.parameter) for f in plan.failures] == [("c1", "length")] * refused, length


def test_a_thin_skirt_wants_no_screw_that_is_not_sold() -> None:
    project = topped("mm", "skirt")
    for packs in (project.shop.packs, ()):
        shop = structs.replace(project.shop, packs=packs)
        thin = tuple(structs.replace(s, thickness=14.0) if s.system == "mm" else s for s in shop.timber)
        plan = plan_of(structs.replace(project, shop=structs.replace(shop, timber=thin)))
        assert not plan.failures
        assert [part for part in plan.parts if part.part.change_id == "c1"]


@pytest.mark.parametrize(
    ("parameter", "value"), [("wobble", 3.0), ("height", -5.0), ("height", "tall"), ("sides", "9")]
)
def test_a_value_of_a_variant_that_cannot_be_is_told_and_kept(parameter: str, value: float | str) -> None:
    project = topped("mm", "skirt")
    variant = Variant("v1", "Other", overrides=(Override("c1", parameter, value),))
    project = structs.replace(project, variants=(variant,), chosen="v1")
    plan = plan_of(project)
    assert [finding.change_id for finding in plan.findings if finding.code == "override_refused"] == ["c1"]
    assert plan.parts, "built with the value it has without the variant"
    assert parse_project(dump_project(project)) == project


def test_a_count_goes_with_the_change_it_was_of() -> None:
    project = topped("mm", "skirt")
    row = plan_of(project).part_rows[0]
    counted = set_row_count(project, row.code, row.planned, "7").project
    assert plan_of(counted).part_rows[0].count == 7
    gone = remove_change(counted, "c1").project
    assert gone.counts == ()
    again = add_change(gone, "skirt", BODY).project
    assert plan_of(again).part_rows[0].count == row.count


@pytest.mark.parametrize("name", ["Desk {1}", "{0} and {2}", "{}", "{", "a}b{"])
def test_a_name_is_a_name_whatever_stands_in_it(name: str) -> None:
    edited = rename(topped(), name, on="p1")
    words = edited.words.words(lambda mm: f"<{mm:g}>")
    assert name in words
    assert "<" not in words
    plan = plan_of(edited.project)
    for finding in plan.findings:
        assert "{" not in finding.what.words(str).replace(name, "")


# Numbers


@given(st.floats(0.1, 4000), st.sampled_from((8, 16, 32, 64)), st.sampled_from(("inch", "mm")))
def test_what_a_field_holds_reads_back_as_it_was(mm: float, denominator: int, system: str) -> None:
    unit = DisplayUnit(system, denominator)  # type: ignore[arg-type]
    shown = unit.entered(mm)
    assert parse_length(shown, system) == pytest.approx(mm, abs=0.01 + 1e-9 * mm)
    assert "." not in shown or "mm" in shown, "no decimal inches"


@given(st.integers(1, 4000), st.sampled_from((16, 32, 64)))
def test_a_fraction_stays_a_fraction(sixty_fourths: int, denominator: int) -> None:
    shown = DisplayUnit("inch", denominator).entered(sixty_fourths * INCH / 64)  # type: ignore[arg-type]
    assert "mm" not in shown
    assert parse_length(shown, "inch") == pytest.approx(sixty_fourths * INCH / 64)


@pytest.mark.parametrize("text", ["1.5' 3/4", "1.5' 3"])
def test_what_could_be_read_in_two_ways_is_asked_again(text: str) -> None:
    with pytest.raises(BadInputError) as refused:
        parse_length(text, "inch")
    assert refused.value.kind == "ambiguous"


@given(st.floats(0, 89), st.sampled_from((0.1, 0.25, 0.5, 1.0)))
def test_an_angle_is_rounded_once_to_what_the_scale_reads(angle: float, step: float) -> None:
    saw = structs.replace(Saw(), scale_step=step)
    read = on_scale(angle, saw)
    assert abs(read - angle) <= step / 2 + 1e-9
    assert read / step == pytest.approx(round(read / step))
    assert float(degrees(read).removesuffix("°")) == pytest.approx(read, abs=1e-6), "the words lose nothing of it"


@random_cases(30)
@given(st.lists(st.sampled_from(("10", "22.5", "45", "5", "44.25", "30")), min_size=2, max_size=6))
def test_settings_stand_by_size_of_angle_each_once(angles: list[str]) -> None:
    project = topped("mm", *["own_part"] * len(angles))
    for at, angle in enumerate(angles, 1):
        for entry, text in (("length", "600"), ("width", "50"), ("left", angle), ("right", angle)):
            project = set_text(project, f"c{at}", entry, text).project
        project = set_value(project, f"c{at}", "board", project.changes[0].board).project  # type: ignore[union-attr]
    titles = [group.title for group in plan_of(project).settings if "swung" in group.title]
    assert len(titles) == len(set(titles)), "one setting in one block"
    values = [float(title.rsplit(" ", 1)[-1].removesuffix("°")) for title in titles]
    assert values == sorted(values) or values == sorted(values, reverse=True)
    assert set(values) == {float(angle) for angle in angles}


@given(st.floats(200, 900), st.floats(200, 900), st.floats(-12, 12), st.floats(-12, 12))
def test_a_mirrored_opening_takes_the_same(wide: float, high: float, lean: float, taper: float) -> None:
    corners = [(0.0, 0.0), (wide, 0.0), (wide + lean + taper, high), (lean, high)]

    def fit(a: Point, b: Point, c: Point, d: Point) -> Usable:
        bottom, right, top, left = math.dist(a, b), math.dist(b, c), math.dist(d, c), math.dist(a, d)
        return usable(Quad(bottom, top, left, right, math.dist(a, c), math.dist(b, d)), TAPE_MM)

    one = fit(*corners)
    a, b, c, d = [(wide - x, y) for x, y in corners]
    other = fit(b, a, d, c)
    assert (other.width, other.height) == pytest.approx((one.width, one.height), abs=1e-6)
    assert other.lean == pytest.approx(-one.lean, abs=1e-6)


def test_the_length_of_a_rounded_edge_is_told() -> None:
    project = set_value(topped(), "c1", "radius", 30.0).project
    outcome = plan_of(project).outcomes[0]
    cut = outcome.later[0]
    round_it = 2 * (cut.length + cut.width) - 8 * 30 + 2 * math.pi * 30
    told = [length for note in outcome.notes for length in note.message.lengths]
    assert any(length == pytest.approx(round_it) for length in told), (round_it, told)


def test_only_two_corners_are_rounded_where_the_back_stands_at_a_wall() -> None:
    project = set_value(set_value(topped(), "c1", "radius", 30.0).project, "c1", "rounded", "front").project
    outcome = plan_of(project).outcomes[0]
    cut = outcome.later[0]
    round_it = 2 * (cut.length + cut.width) - 4 * 30 + math.pi * 30
    told = [length for note in outcome.notes for length in note.message.lengths]
    assert any(length == pytest.approx(round_it) for length in told), (round_it, told)


def test_a_reading_is_told_with_what_counts_of_it() -> None:
    project = topped()
    words = {
        text: set_reading(project, "width", text).words.text for text in ("910 mm?", "910 mm; 905 mm", "910 mm")
    }
    assert words["910 mm?"].endswith(", a guess")
    assert words["910 mm; 905 mm"].endswith(", the largest of 2")
    assert words["910 mm"].endswith("{0}")
    corner = set_reading(project, "corner_left", "89; 90").words.text
    assert "the mean of 2" in corner


def test_a_fault_is_told_by_its_name() -> None:
    project = add_fault(topped(), "p1/side/left", "loose_joint", (0.0, 0.0, 0.0)).project
    fault = project.known_pieces[0].faults[-1].id
    title = FAULT_KINDS["loose_joint"].title.lower()
    assert set_fault_count(project, fault, "3").words.text == f"3 × {title}"


def test_parts_too_short_to_hold_are_named_and_no_others() -> None:
    project = topped("mm", "own_part", "own_part", "own_part")
    shortest = project.shop.saw.shortest_safe
    for own, long in (("c1", shortest - 1), ("c2", shortest + 1), ("c3", shortest + 300)):
        project = set_text(project, own, "length", f"{long:.1f}").project
    told = [finding for finding in plan_of(project).findings if finding.code == "short_parts"]
    assert [finding.where for finding in told] == [("c1/own/1",)]
    assert shortest in told[0].why.lengths, "the size it is measured by is the one told"
    longer = set_text(project, "c1", "length", "900").project
    assert not [finding for finding in plan_of(longer).findings if finding.code == "short_parts"]


@given(st.integers(20_000, 90_000), st.integers(0, 3_000), st.integers(100, 600))
def test_a_board_holds_what_lies_between_its_end_trims_to_the_hundredth(long: int, trim: int, kerf: int) -> None:
    for part, fits in ((long - 2 * trim, True), (long - 2 * trim + 1, False)):
        problem = StripProblem(kerf, trim, 500, (StockType("s", long, 100),), (PartType("p", part, 1),))
        layout = at_once(quick_piecemeal(problem))
        assert (len(layout.boards), layout.unplaced) == ((1, ()) if fits else (0, ("p",)))
        assert not verify(problem, layout)


@pytest.mark.parametrize("system", ["inch", "mm"])
def test_every_row_to_buy_says_what_for_and_in_what_packs(system: str) -> None:
    plan = plan_of(topped(system, "plank_top", "skirt"))
    for row in plan.purchase.rows:
        why = why_row(plan, row)
        words = [message.words(str) for message in (why.what, why.formula, why.inputs)]
        assert all(words), row.name
        if row.group == "Wood":
            continue
        pack = next(pack for pack in plan.shop.packs if pack.id == row.pack)
        assert f"packs of {pack.holds:g} " in words[2]
        unpacked = structs.replace(row, pack="gone")
        assert "No pack" in why_row(plan, unpacked).inputs.words(str)


@random_cases(40)
@given(planned())
def test_ripping_is_cautioned_of_where_there_is_ripping_and_only_there(project: Project) -> None:
    plan = plan_of(project)
    for outcome in plan.outcomes:
        if type(project.change(outcome.change_id)).__name__ != "Mend" and outcome.parts:
            assert (RIP in outcome.cautions) == any(part.ripped for part in outcome.parts)
