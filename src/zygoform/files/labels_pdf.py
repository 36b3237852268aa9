"""Labels for bags of hardware and for parts that come off, to cut out."""

from zygoform.core.condition.condition import Bag
from zygoform.core.edits.disassembly import touched_parts
from zygoform.core.form.piece import PieceBase
from zygoform.core.measure.reading import counting
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.core.survey.disassembly import disassembly_order
from zygoform.files.marks_pdf import short
from zygoform.files.pdf_page import PAGE_MARGIN, PALE, PDF_FAMILY, Page

_ACROSS, _HEIGHT = 3, 30.0
Label = tuple[str, tuple[str, ...]]


def labels(project: Project, plan: Plan) -> bytes:
    """A label for each bag and for each part that is kept or put by, piece by piece."""
    page = Page(project.shop.paper, f"{project.name}: labels")
    page.set_auto_page_break(auto=False)
    page.words("Labels: one for each bag of hardware, one for each part that comes off.", 10, after=2)
    width, top, column = (page.w - 2 * PAGE_MARGIN) / _ACROSS, page.get_y(), 0
    found = [label for piece in plan.pieces for label in (*_bags(piece, plan), *_parts(piece, plan))]
    for label in found:
        if column == 0 and top + _HEIGHT > page.h - 16:
            page.add_page()
            top = PAGE_MARGIN
        _draw(page, label, PAGE_MARGIN + column * width, top, width)
        column = (column + 1) % _ACROSS
        top += _HEIGHT if column == 0 else 0.0
    if not found:
        page.words("Nothing comes off yet.")
    return bytes(page.output())


def _bags(piece: PieceBase, plan: Plan) -> list[Label]:
    return [(f"{bag.count} × {bag.what}", _bag_lines(bag, piece, plan)) for bag in piece.bags]


def _bag_lines(bag: Bag, piece: PieceBase, plan: Plan) -> tuple[str, ...]:
    spacing = counting(bag.spacing, "mean")
    size = f"{plan.shop.unit.plain(spacing.value)} between the holes" if spacing else "holes not measured"
    return (f"from {bag.place.lower()}" if bag.place else "", size, piece.name, f"bag {bag.id[1:]}")


def _parts(piece: PieceBase, plan: Plan) -> list[Label]:
    """In the order they come off."""
    gone, off = {mark.part for mark in piece.disassembly if mark.fate == "gone"}, touched_parts(piece)
    show, found = plan.shop.unit.plain, list[Label]()
    for body in plan.found.bodies:
        for step in disassembly_order(body, piece.made_of, off) if body.piece_id == piece.id else ():
            for board in step.boards:
                if board.id in gone or board.role == "knob":
                    continue
                sizes = " × ".join(show(mm) for mm in reversed(board.solid.sizes))
                found.append((board.name, (sizes, step.stage.title, piece.name)))
    return found


def _draw(page: Page, label: Label, x: float, y: float, width: float) -> None:
    title, lines = label
    page.set_draw_color(PALE)
    page.set_line_width(0.1)
    page.rect(x, y, width, _HEIGHT)
    page.set_text_color(25)
    page.set_font(PDF_FAMILY, "B", 13)
    page.text(x + 4, y + 8, short(page, title, width - 8))
    page.set_font(PDF_FAMILY, "", 9)
    for k, line in enumerate(line for line in lines if line):
        page.text(x + 4, y + 14 + 4.6 * k, short(page, line, width - 8))
