"""What is printed: every part's code and size on paper, nothing cut off, a preview, a printer."""

import io
from pathlib import Path

import numpy as np
import pytest
from msgspec import structs
from pypdf import PdfReader
from PySide6.QtGui import QImage
from PySide6.QtPrintSupport import QPrinter
from PySide6.QtWidgets import QDialog

from tests.app.desk import Desk
from tests.core.edits.test_own import with_own
from zygoform.app.widgets.preview import Preview, image, print_pdf
from zygoform.core.edits.planning import add_variant, set_value, tick
from zygoform.core.edits.workshop import set_paper, set_shop, set_unit
from zygoform.core.plan.compared import beside, total_lines, totals_of
from zygoform.core.plan.plan import Plan, compile_plan
from zygoform.core.project import Project
from zygoform.files.demo import counter_begun
from zygoform.files.paper import PAPERS, pictures

SIZES = {"A4": (210.0, 297.0), "Letter": (215.9, 279.4)}


def test_variants_on_paper_say_what_the_screen_says() -> None:
    project = add_variant(counter_begun(), "Without a skirt").project
    project = tick(project, "v2", "c2", counts=False).project
    project = set_value(project, "c1", "radius", 0.0).project
    plans = [(v.id, compile_plan(project, variant_id=v.id)) for v in project.variants]
    known = tuple((own, plan) for own, plan in plans if plan is not None)
    assert len(known) == 2
    paper = next(paper for paper in PAPERS if paper.id == "variants")
    pages = PdfReader(io.BytesIO(paper.make(project, known[0][1], known))).pages
    text = " ".join(" ".join(page.extract_text() for page in pages).split())
    for line in total_lines([totals_of(plan) for _, plan in known], project.shop):
        assert all(" ".join(said.split()) in text for said in line.words), line
    assert "Without a skirt" in text
    assert "corner radius" in text
    for _ in range(2):
        project = add_variant(project, "").project
    # Of four the chosen one, made last, is among those that have room.
    assert [variant.id for variant in beside(project)] == ["v1", "v2", project.chosen]


def made(project: Project) -> tuple[Project, Plan]:
    plan = compile_plan(project)
    assert plan is not None
    return project, plan


@pytest.mark.parametrize(("system", "paper"), [("inch", "Letter"), ("mm", "A4")])
@pytest.mark.parametrize("kind", PAPERS, ids=lambda kind: kind.id)
def test_every_print_holds_what_it_is_for_and_cuts_nothing_off(kind: object, system: str, paper: str) -> None:
    project = set_paper(set_unit(with_own(), system).project, paper).project  # type: ignore[arg-type]
    project, plan = made(project)
    pdf = kind.make(project, plan)  # type: ignore[attr-defined]
    reader = PdfReader(io.BytesIO(pdf))
    text = "\n".join(page.extract_text() for page in reader.pages)
    plain = plan.shop.unit.plain
    if kind.id in ("sheet", "marks"):  # type: ignore[attr-defined]
        for part in plan.parts:
            assert part.code in text
            assert plain(part.length) in text
    if kind.id == "shopping":  # type: ignore[attr-defined]
        for row in plan.purchase.rows:
            assert row.name in text
            assert f"{row.total:.2f}" in text
        assert f"{plan.purchase.total:.2f}" in text
    if kind.id == "sheet":  # type: ignore[attr-defined]
        assert "Tape before you cut" in text
    width, height = SIZES[paper]
    for page, picture in zip(reader.pages, pictures(pdf, 50.8), strict=True):
        assert float(page.mediabox.width) * 25.4 / 72 == pytest.approx(width, abs=0.2)
        assert float(page.mediabox.height) * 25.4 / 72 == pytest.approx(height, abs=0.2)
        # Looked at as printed: the outer 5 mm of the paper stay white, and black and white is all there is.
        edge = 10
        rows = np.frombuffer(picture.pixels, np.uint8).reshape(picture.height, picture.stride)
        inked = rows[:, : 4 * picture.width : 4] < 200
        assert inked.any()
        assert inked[edge:-edge, edge:-edge].sum() == inked.sum()


def test_spare_is_bought_and_says_so() -> None:
    project = set_shop(with_own(), "spare_boards", "10 %").project
    project = set_shop(project, "spare_screws", "30").project
    _, plan = made(project)
    _, before = made(with_own())
    wood = {row.key: row for row in plan.purchase.rows if row.group == "Wood"}
    for row in before.purchase.rows:
        if row.group == "Wood":
            assert wood[row.key].count == row.count + 1, "a tenth, rounded up"
            assert "1 spare" in wood[row.key].need
    screws = [row for row in plan.purchase.rows if row.group == "Screws"]
    assert all("and 30 spare" in row.need for row in screws)
    assert plan.purchase.total > before.purchase.total


def test_the_preview_shows_each_print_and_saves_it(desk: Desk, tmp_path: Path) -> None:
    desk.action("print")
    preview = desk.find(QDialog, "preview")
    assert isinstance(preview, Preview)
    desk.window.filing.ask_save = lambda _n, _k: str(tmp_path / "marks.pdf")
    pages = {}
    for kind in ("sheet", "shopping", "marks"):
        preview.show_paper(kind)
        desk.wait(lambda: preview.state.text().endswith(("page", "pages")))
        pages[kind] = len(preview.pages)
        shown = image(preview.pages[0])
        assert (shown.width(), shown.height()) == (749, 969)
        assert shown.format() == QImage.Format.Format_RGB32
    assert pages["sheet"] >= 2
    desk.click("preview_pdf")
    desk.wait(lambda: desk.told[-1] == "Exported marks.pdf")
    assert "1a.1" in PdfReader(tmp_path / "marks.pdf").pages[0].extract_text()
    desk.click("preview_close")


def test_printing_puts_every_page_on_a_sheet(desk: Desk, tmp_path: Path) -> None:
    project = structs.replace(desk.session.project)
    pdf = PAPERS[0].make(project, desk.plan)
    printer = QPrinter(QPrinter.PrinterMode.HighResolution)
    printer.setOutputFormat(QPrinter.OutputFormat.PdfFormat)
    printer.setOutputFileName(str(tmp_path / "printed.pdf"))
    print_pdf(pdf, printer)
    assert len(PdfReader(tmp_path / "printed.pdf").pages) == len(PdfReader(io.BytesIO(pdf)).pages)
