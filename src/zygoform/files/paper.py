"""What can be printed, and its pages as pictures."""

from typing import Protocol

from msgspec import Struct

from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.core.schedule.day_plan import DayPlan

Variants = tuple[tuple[str, Plan], ...]
"""The plan of each variant that is compared, by its id."""


class Making(Protocol):
    """Makes a PDF of a project and its plan; a comparison of those of its variants, day sheets of its days."""

    def __call__(
        self, project: Project, plan: Plan, variants: Variants = (), days: DayPlan | None = None
    ) -> bytes: ...


class Paper(Struct, frozen=True):
    """A kind of print: what it is called, the ending of its file, and what makes its PDF."""

    id: str
    title: str
    ending: str
    make: Making


def _work_sheet(project: Project, plan: Plan, variants: Variants = (), days: DayPlan | None = None) -> bytes:
    del variants, days
    from zygoform.files.worksheet_pdf import work_sheet

    return work_sheet(project, plan)


def _shopping_list(project: Project, plan: Plan, variants: Variants = (), days: DayPlan | None = None) -> bytes:
    del variants, days
    from zygoform.files.shopping_pdf import shopping_list

    return shopping_list(project, plan)


def _marks(project: Project, plan: Plan, variants: Variants = (), days: DayPlan | None = None) -> bytes:
    del variants, days
    from zygoform.files.marks_pdf import marks

    return marks(project, plan)


def _labels(project: Project, plan: Plan, variants: Variants = (), days: DayPlan | None = None) -> bytes:
    del variants, days
    from zygoform.files.labels_pdf import labels

    return labels(project, plan)


def _variants(project: Project, plan: Plan, variants: Variants = (), days: DayPlan | None = None) -> bytes:
    del days
    from zygoform.files.variants_pdf import variants_page

    return variants_page(project, variants or ((project.chosen, plan),))


def _templates(project: Project, plan: Plan, variants: Variants = (), days: DayPlan | None = None) -> bytes:
    del variants, days
    from zygoform.files.template_pdf import templates

    return templates(project, plan)


def _maps(project: Project, plan: Plan, variants: Variants = (), days: DayPlan | None = None) -> bytes:
    del variants, days
    from zygoform.files.pattern_pdf import maps

    return maps(project, plan)


def _day_sheets(project: Project, plan: Plan, variants: Variants = (), days: DayPlan | None = None) -> bytes:
    del variants
    from zygoform.files.day_sheets_pdf import day_sheets

    return day_sheets(project, plan, days)


PAPERS = (
    Paper("sheet", "Work sheet", " work sheet.pdf", _work_sheet),
    Paper("shopping", "Shopping list", " shopping list.pdf", _shopping_list),
    Paper("marks", "Marks", " marks.pdf", _marks),
    Paper("labels", "Labels", " labels.pdf", _labels),
    Paper("templates", "Templates", " templates.pdf", _templates),
    Paper("map", "Map", " map.pdf", _maps),
    Paper("days", "Day sheets", " day sheets.pdf", _day_sheets),
    Paper("variants", "Variants", " variants.pdf", _variants),
)


class Picture(Struct, frozen=True):
    """One page as pixels: four bytes each, blue, green, red and unused, row by row."""

    width: int
    height: int
    stride: int
    pixels: bytes


def pictures(pdf: bytes, dots_per_inch: float) -> list[Picture]:
    """Every page of a PDF as a picture."""
    # The renderer is heavy and only wanted for a preview or a print.
    import pypdfium2

    document = pypdfium2.PdfDocument(pdf)
    found = []
    for page in document:
        bitmap = page.render(scale=dots_per_inch / 72, rev_byteorder=False, prefer_bgrx=True)
        found.append(Picture(bitmap.width, bitmap.height, bitmap.stride, bytes(bitmap.buffer)))
    document.close()
    return found
