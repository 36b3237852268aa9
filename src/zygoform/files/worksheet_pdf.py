"""The work sheet: the piece, the cut list by setting and by part, the boards to scale, the cautions."""

import math

from zygoform.core.coats.layer import CoatLayer
from zygoform.core.condition.use import use_words
from zygoform.core.cutlist.car import car_cuts
from zygoform.core.cutlist.layouts import PlacedBoard
from zygoform.core.cutlist.problems import CutRoll
from zygoform.core.cutlist.rows import SettingGroup
from zygoform.core.cutting.saw import how
from zygoform.core.drawing.part_outline import draw_board, end_angles, panel_outline, part_outline
from zygoform.core.drawing.scene import draw_form
from zygoform.core.edits.finishing import layer_title
from zygoform.core.findings.rules.at_the_saw import shop_words
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.form.piece import over_all
from zygoform.core.measure.write import DisplayUnit, in_unit
from zygoform.core.outcome.outcome import LaterCut, set_out_words, slant_words
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.core.steps.finish_steps import steps_of_layers
from zygoform.core.steps.step import layer_waits, span, step_needs
from zygoform.core.why.sizes import tape_before_cut
from zygoform.files.pdf_page import PAGE_MARGIN, PALE, PDF_FAMILY, Page

# The finish on the work sheet: zone by zone what goes on, in its order, and the waits that are planned.


def finish_sheet(page: Page, plan: Plan) -> None:
    """A table for zones that are coated together; nothing where no finish is chosen."""
    finish = plan.finish
    if not finish.batches:
        return
    page.keep_together(40)
    page.words("Finish", 13, "B")
    room = page.w - 2 * PAGE_MARGIN
    for batch in finish.batches:
        page.keep_together(12 + 6 * len(batch.layers))
        names = batch.names
        page.words(f"{names}: {plan.shop.unit.show_area(batch.area)}", 11, "B", after=0.5)
        page.rows(
            (8.0, 62.0, 30.0, 30.0, room - 130.0),
            (
                ("[  ]", *_cells(layer, finish), layer_waits(steps))
                for layer, steps in zip(batch.layers, steps_of_layers(batch, plan.work.steps), strict=True)
                # New wood has no old coat to take off: what is not done is not listed.
                if steps
            ),
            head=("", "What", "With", "Coats, grits", "Then wait"),
        )


def _cells(layer: CoatLayer, finish: FinishPlan) -> tuple[str, str, str]:
    colour = finish.finishing.colour(layer.colour)
    recipe = finish.finishing.recipe(layer.recipe)
    named = recipe.name if recipe is not None else colour.name if colour is not None else ""
    title, doing = layer_title(layer), layer.doing.capitalize()
    what = (title if title.startswith(doing) else f"{doing}: {title.lower()}") + (f", {named}" if named else "")
    with_what: str = layer.way if layer.is_coat else ""
    with_what += f", thinned {layer.thin:g} %" if layer.thin else ""
    count = f"{layer.coats} coat{'s' * (layer.coats > 1)}" if layer.is_coat else ", ".join(map(str, layer.grits))
    return what, with_what, count


# What is cut from rolls, on the work sheet: each roll drawn, its pieces with their sizes.

MOST_ACROSS = 60.0
"""A roll is drawn no wider than this (mm on paper)."""
ROLL_ACROSS = 7.0
"""Nor narrower: across, such a roll is not to scale."""


def rolls(page: Page, plan: Plan) -> None:
    """All of them to one scale, the length of the roll to the right."""
    found = plan.cut.rolls
    if not found:
        return
    room = page.w - 2 * PAGE_MARGIN
    scale = min(min(room / (1.05 * roll.length), MOST_ACROSS / roll.width) for roll in found)
    page.keep_together(found[0].width * scale + 36)
    page.words("Rolls", 13, "B")
    page.words("No piece is turned: the length of the roll runs to the right.", 10, after=2)
    for roll in found:
        _roll(page, plan, roll, scale)


def _roll(page: Page, plan: Plan, roll: CutRoll, scale: float) -> None:
    show, across = plan.shop.unit.show, max(scale, ROLL_ACROSS / roll.width)
    page.keep_together(roll.width * across + 14)
    proven = "no less does" if roll.proven else "a quick layout"
    page.words(f"{roll.kind.capitalize()}: {show(roll.length)} of {show(roll.width)} wide, {proven}", 11, "B")
    if across > scale:
        page.words("Across, it is drawn wider than to scale.", 9.5, after=1)
    left, top = PAGE_MARGIN, page.get_y()
    page.set_draw_color(25)
    page.set_line_width(0.2)
    page.rect(left, top, roll.length * scale, roll.width * across)
    page.set_line_width(0.35)
    page.set_font(PDF_FAMILY, "", 8)
    for number, placed in enumerate(roll.cuts, start=1):
        x, y = left + placed.y * scale, top + placed.x * across
        page.rect(x, y, placed.cut.length * scale, placed.cut.width * across)
        page.text(x + 1.2, y + 3.4, str(number))
    page.set_y(top + roll.width * across + 2)
    sizes = (
        f"{number} {placed.cut.name} {show(placed.cut.width)} × {show(placed.cut.length)}"
        for number, placed in enumerate(roll.cuts, start=1)
    )
    page.words("; ".join(sizes), 9.5, after=3)


# A page for each top that is out of square: its true shape, every edge and both diagonals, to set it out by.

_DRAWN = (136.0, 150.0)
"""No larger than this (mm on paper)."""
_ASIDE = 4.5
"""How far the words of an edge stand from it (mm)."""


def set_out_pages(page: Page, plan: Plan) -> None:
    """All of a plan's; the front edge lies below, as one stands before the piece."""
    for outcome in plan.outcomes:
        for cut in outcome.later:
            if slant_words(cut, plan.shop.saw):
                _set_out(page, cut, plan.shop.unit)


def _set_out(page: Page, cut: LaterCut, unit: DisplayUnit) -> None:
    page.add_page()
    page.words(f"{cut.name}, out of square: to set it out", 13, "B")
    page.words(set_out_words(cut).words(unit.show), 10, after=12)
    x0, y0 = (min(p[k] for p in cut.outline) for k in (0, 1))
    x1, y1 = (max(p[k] for p in cut.outline) for k in (0, 1))
    scale = min(_DRAWN[0] / (x1 - x0), _DRAWN[1] / (y1 - y0))
    left, top = PAGE_MARGIN + 22.0, page.get_y()
    corners = [(left + (x - x0) * scale, top + (y1 - y) * scale) for x, y in cut.outline]
    page.set_draw_color(25)
    page.set_line_width(0.4)
    page.polygon(corners, style="D")
    page.set_line_width(0.15)
    page.set_dash_pattern(1.5, 1.2)
    for a, b in ((0, 2), (1, 3)):
        page.line(*corners[a], *corners[b])
    page.set_dash_pattern()
    middle = sum(x for x, _ in corners) / 4, sum(y for _, y in corners) / 4
    for k, name in enumerate(("front", "right", "back", "left")):
        a, b = k, (k + 1) % 4
        at = (corners[a][0] + corners[b][0]) / 2, (corners[a][1] + corners[b][1]) / 2
        words = f"{name} {unit.show(math.dist(cut.outline[a], cut.outline[b]))}"
        page.set_font(PDF_FAMILY, "", 9)
        aside = (0.0, _ASIDE) if k % 2 == 0 else (_ASIDE + page.get_string_width(words) / 2, 0.0)
        x, y = (at[i] + math.copysign(aside[i], at[i] - middle[i]) for i in (0, 1))
        _words(page, words, x, y)
    for (a, b), share in (((0, 2), 0.3), ((1, 3), 0.3)):
        x, y = (corners[a][i] + share * (corners[b][i] - corners[a][i]) for i in (0, 1))
        _words(page, unit.show(math.dist(cut.outline[a], cut.outline[b])), x, y)
    page.set_y(top + (y1 - y0) * scale + 14)


def _words(page: Page, words: str, x: float, y: float) -> None:
    """In the middle of a place, on white."""
    page.set_font(PDF_FAMILY, "", 9)
    wide = page.get_string_width(words)
    page.set_fill_color(255)
    page.rect(x - wide / 2 - 1, y - 2.4, wide + 2, 4.8, style="F")
    page.text(x - wide / 2, y + 1.1, words)


PICTURE_HEIGHT = 62.0

_CODE_HIGH = 3.2
"""Room a code needs across a board (mm on paper)."""


def work_sheet(project: Project, plan: Plan) -> bytes:
    """The whole sheet on the project's paper."""
    page = Page(project.shop.paper, f"{project.name}: work sheet")
    _pieces(page, plan, project.name)
    _cuts(page, plan)
    _tape(page, plan)
    _parts(page, plan)
    _shapes(page, plan)
    set_out_pages(page, plan)
    _boards(page, plan)
    rolls(page, plan)
    _work(page, plan)
    if plan.finish.batches:
        finish_sheet(page, plan)
    _changes(page, plan)
    _cautions(page, plan)
    return bytes(page.output())


def _pieces(page: Page, plan: Plan, name: str) -> None:
    show = plan.shop.unit.show
    page.words(name, 18, "B")
    for piece in plan.pieces:
        sizes = " × ".join(show(size) for size in over_all(piece))
        page.words(f"{piece.name}: {sizes} as found." if len(plan.pieces) > 1 else f"{sizes} as found.", 10)
        if piece.use is not None:
            page.words(f"For: {use_words(piece.use, plan.shop.unit.show_weight)}.", 10)
        if piece.glass == "yes":
            page.words("There is glass: it comes out first, taped, with two people.", 10)
    page.words("Thick lines are new, broken ones come off.", 10, after=3)
    seen = plan.seen("")
    scene = draw_form(seen.found, seen.planned, {}, "corner", "over")
    x0, y0, x1, y1 = scene.box
    page.scene(scene, min(PICTURE_HEIGHT / (y1 - y0), (page.w - 2 * PAGE_MARGIN) / (x1 - x0)))
    page.ln(4)


def _cuts(page: Page, plan: Plan) -> None:
    page.words("Cuts, one line for each setting of the saw", 13, "B")
    if not plan.settings:
        page.words("Nothing to cut.")
    room = page.w - 2 * PAGE_MARGIN
    widths = (8.0, 24.0, 44.0, 14.0, 24.0, room - 114.0)
    for group in plan.settings:
        page.keep_together(16)
        page.words(group.title, 11, "B", after=0.5)
        if group.across:
            _angles(page, plan, group)
        page.rows(
            widths,
            (
                (
                    "[  ]",
                    " ".join(row.codes),
                    row.size.words(plan.shop.unit.show) + (" ?" if row.guessed else ""),
                    f"× {row.count}",
                    " ".join(row.boards),
                    row.detail
                    + ("; too short to hold" if row.short else "")
                    + ("; measure first" if row.guessed else ""),
                )
                for row in group.rows
            ),
        )


def _tape(page: Page, plan: Plan) -> None:
    """What the cuts rest on, the dearest mistake first."""
    tapes = tape_before_cut(plan)
    if not tapes:
        return
    page.keep_together(30)
    page.words("Tape before you cut", 13, "B")
    page.words("Each size once more, the dearest mistake first. Write down what you read.", 10, after=1)
    room = page.w - 2 * PAGE_MARGIN
    show = plan.shop.unit.show
    page.rows(
        (52.0, 30.0, 30.0, 26.0, room - 138.0),
        (
            (
                tape.name + (" ?" if tape.guessed else ""),
                f"{tape.value:g}°" if tape.angle else show(tape.value),
                "________",
                f"{plan.shop.currency}{tape.cost:.2f}",
                " ".join(tape.codes),
            )
            for tape in tapes
        ),
        head=("Size", "Taken as", "Read now", "Wood", "Cut from it"),
    )


def _angles(page: Page, plan: Plan, group: SettingGroup) -> None:
    """How both ends are put to the saw, once for all that are alike; of several with the codes of the parts."""
    ids = {part_id for row in group.rows for part_id in row.part_ids}
    ways: dict[str, dict[str, None]] = {}
    for listed in plan.parts:
        sawn = {listed.left.way, listed.right.way} - {"square", "knife"}
        if listed.id not in ids or not sawn:
            continue
        left, right, saw = listed.part.left, listed.part.right, plan.shop.saw
        ends = (
            f"Left end: {how('left', left.mitre, left.bevel, listed.width, saw)}.",
            f"Right end: {how('right', right.mitre, right.bevel, listed.width, saw)}.",
        )
        ways.setdefault(" ".join(ends), {})[listed.shape] = None
    for words, codes in ways.items():
        page.words(words if len(ways) == 1 else f"{', '.join(codes)}: {words}", 9.5, after=0.3)


def _parts(page: Page, plan: Plan) -> None:
    if not plan.part_rows:
        return
    show = plan.shop.unit.show
    page.keep_together(30)
    page.words("By part", 13, "B")
    room = page.w - 2 * PAGE_MARGIN
    widths = (13.0, 38.0, 12.0, 15.0, 18.0, 25.0, 21.0, 21.0, room - 163.0)
    page.rows(
        widths,
        (
            (
                *(row.code, row.name, str(row.count), plan.shop.unit.show_thick(row.thickness), show(row.width)),
                show(row.length) + (" ?" if row.guesses else ""),
                *(row.left, row.right, row.stock),
            )
            for row in plan.part_rows
        ),
        head=("Part", "Name", "Count", "Thick", "Wide", "Long", "Left", "Right", "Stock"),
    )
    guesses = sorted({guess for row in plan.part_rows for guess in row.guesses})
    if guesses:
        page.words(f"? rests on a guess. Measure before you cut: {', '.join(guesses)}.", 10, after=3)


def _shapes(page: Page, plan: Plan) -> None:
    """The true outline of everything that is not cut square, with its angles."""
    shapes = {p.shape: p for p in plan.parts if p.part.face or {p.left.way, p.right.way} != {"square"}}
    figures = [(f"{shape}  {part.part.name}", part_outline(part)) for shape, part in shapes.items()]
    for outcome in plan.outcomes:
        for cut in outcome.later:
            panel = panel_outline(cut) if slant_words(cut, plan.shop.saw) else None
            figures += [(f"{cut.name}: {'; '.join(slant_words(cut, plan.shop.saw))}", panel)] if panel else []
    if not figures:
        return
    page.keep_together(34)
    page.words("Not square", 13, "B")
    page.words(
        "On the face, or on the edge where the cut goes through the thickness. Not to scale across.", 10, after=1
    )
    for title, outline in figures:
        page.keep_together(22)
        seen = "on its edge" if outline.seen == "edge" else "on its face"
        page.words(f"{title}, {seen}", 9.5, after=0.5)
        y = page.get_y()
        page.outline(outline, end_angles(outline, plan.shop.saw), PAGE_MARGIN, y, 110.0)
        page.set_y(y + 15)


def _boards(page: Page, plan: Plan) -> None:
    boards = [board for layout in plan.layouts for board in layout.boards]
    if not boards:
        return
    show = plan.shop.unit.show
    page.keep_together(40)
    page.words("Boards", 13, "B")
    kerf, trim = show(plan.shop.kerf), show(plan.shop.end_trim)
    ends = f", {trim} lost at each end of a board" if any(not board.both_ways for board in boards) else ""
    page.words(f"Drawn to one scale along their length. Saw kerf {kerf}{ends}.", 10, after=2)
    scale = (page.w - 2 * PAGE_MARGIN) / max(board.length for board in boards)
    for layout in plan.layouts:
        page.keep_together(26)
        proven = (
            "proven: no cheaper way along the length" if layout.proven else "a quick layout, not proven cheapest"
        )
        thing = "board"
        if layout.both_ways:
            thing, proven = "sheet", "proven: no cheaper way" if layout.proven else proven
        count = f"1 {thing}" if len(layout.boards) == 1 else f"{len(layout.boards)} {thing}s"
        page.words(f"{layout.name}: {count}, {proven}", 11, "B")
        for board in layout.boards:
            _board(page, plan, board, scale)


def _board(page: Page, plan: Plan, board: PlacedBoard, scale: float) -> None:
    show = plan.shop.unit.show
    page.keep_together(board.size.width * scale + 12)
    own = ", your own" if board.owned else ""
    left = f", {show(board.left_over)} left" + (" to keep" if board.worth_keeping else "")
    if board.both_ways and board.left_over:
        offcut = " × ".join(show(side) for side in sorted(board.offcut[2:], reverse=True))
        left = f", {offcut} left" + (" to keep" if board.worth_keeping else "")
    cuts = ", ".join(
        f"{on.part.code} {show(on.part.length)}" + (f" × {show(on.part.width)}" if board.both_ways else "")
        for on in board.parts
    )
    page.words(f"{board.letter}   {plan.shop.unit.stock(board.length)}{own}:  {cuts}{left}", 9.5, after=0.5)
    top = page.get_y()
    x, bottom = page.scene(draw_board(board), scale)
    under = not board.both_ways and board.size.width * scale < _CODE_HIGH
    _codes(page, board, scale, (x, top, bottom), under=under)
    page.set_y(bottom + (6 if under else 3))
    for first in car_cuts(plan.layouts, plan.shop.car_long, plan.shop.car_wide):
        if first.board is board and first.fits:
            page.words(f"For the car: {shop_words(first).words(show)}", 9.5, after=1)
    if board.cuts:
        ways = [("across" if cut.across else "along", show(cut.size)) for cut in board.cuts]
        order = [f"{number} {way} at {size}" for number, (way, size) in enumerate(ways, start=1)]
        page.words(f"Cuts in order, each from the edge of the piece it parts: {', '.join(order)}.", 9.5, after=2)


def _codes(page: Page, board: PlacedBoard, scale: float, at: tuple[float, float, float], *, under: bool) -> None:
    """The code of each part where there is room for it; none over another's: the line above has all in order."""
    x, top, bottom = at
    page.set_font(PDF_FAMILY, "B", 8)
    taken: list[tuple[float, float, float]] = []
    for on in board.parts:
        long, wide = (side * scale for side in on.extent)
        left, width = x + on.x * scale + 2.0, page.get_string_width(on.part.code)
        line = bottom - on.y * scale - wide / 2 + 1
        if not board.both_ways:
            line = bottom + _CODE_HIGH if under else _base_line(wide, top, bottom)
        over = any(
            abs(line - y) < _CODE_HIGH and left < end and start < left + width + 1 for start, end, y in taken
        )
        if width + 3 < long and not over:
            page.text(left, line, on.part.code)
            taken.append((left, left + width + 1, line))


def _base_line(thick: float, top: float, bottom: float) -> float:
    """Where a part's code stands: on the part, or where that is ripped thin on what is left beside it."""
    rest = bottom - thick - top
    return bottom - thick - 0.8 if thick < _CODE_HIGH <= rest else bottom - thick / 2 + 1.0


def _work(page: Page, plan: Plan) -> None:
    """Every step in an order in which it can be done, with a box to tick."""
    steps = plan.work.steps
    if not steps:
        return
    page.keep_together(30)
    page.words("Work, in order", 13, "B")
    page.words(f"About {span(plan.work.hands_on)} by hand; waits come on top.", 10, after=1)
    titles = {change.id: f"{change.number}" for change in plan.changes} | {p.id: p.name for p in plan.pieces}
    room, show = page.w - 2 * PAGE_MARGIN, plan.shop.unit.show
    page.rows(
        (8.0, 8.0, 60.0, 36.0, room - 112.0),
        (
            (
                "[  ]",
                str(k + 1),
                step.what.words(show) + (f" ({titles[step.source]})" if step.source in titles else ""),
                f"about {span(step.minutes)}" if step.minutes[1] else "",
                " ".join((step_needs(step), *(why.words(show) for why in plan.work.why(step)))).strip(),
            )
            for k, step in enumerate(steps)
        ),
        head=("", "", "What (change)", "By hand", "Needs, and waits"),
    )


def _changes(page: Page, plan: Plan) -> None:
    from zygoform.core.changes.registry import kind_of

    numbers = {change.id: change for change in plan.changes}
    for outcome in plan.outcomes:
        page.keep_together(24)
        change = numbers[outcome.change_id]
        page.words(f"{change.number}  {kind_of(change).title}", 13, "B")
        page.words(outcome.result.words(plan.shop.unit.show), 10)
        for note in outcome.notes:
            page.words(f"{note.label}: {note.message.words(plan.shop.unit.show)}", 10)
        page.ln(2)


def _cautions(page: Page, plan: Plan) -> None:
    if not plan.cautions:
        return
    page.keep_together(30)
    page.words("Cautions", 13, "B")
    for caution in plan.cautions:
        page.words(f"{caution.title}. {in_unit(caution.text, plan.shop.unit.system)}", 10)
    page.set_text_color(PALE)
