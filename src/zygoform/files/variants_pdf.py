"""Variants side by side on paper, for a customer: drawings at one scale, what each comes to, where they differ."""

from zygoform.core.drawing.scene import draw_form
from zygoform.core.plan.compared import compared, size_words, total_lines, totals_of
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.files.pdf_page import PAGE_MARGIN, Page

NAMES, BETWEEN = 34.0, 6.0
"""How wide the column of names and the room between two are (mm)."""
HIGHEST = 90.0
_GOES = {True: "yes", False: "no"}


def variants_page(project: Project, variants: tuple[tuple[str, Plan], ...]) -> bytes:
    """One page on the project's paper; `variants` by id, those that stand side by side (`plan.compared.beside`)."""
    names = {variant.id: variant.name for variant in project.variants}
    page = Page(project.shop.paper, f"{project.name}: variants")
    page.words(f"{project.name}: {'variants' if len(variants) > 1 else names.get(project.chosen, '')}", 18, "B")
    room = page.w - 2 * PAGE_MARGIN - NAMES
    width = room / len(variants)
    _drawings(page, variants, width)
    head = ("", *(names.get(own, own) for own, _ in variants))
    widths = (NAMES, *[width] * len(variants))
    lines = total_lines([totals_of(plan) for _, plan in variants], project.shop)
    page.rows(widths, ((line.name, *line.words) for line in lines), head=head)
    rows = compared(project, tuple(own for own, _ in variants))
    page.keep_together(24)
    page.words("What is done", 13, "B")
    page.rows(
        widths,
        (
            (
                change.title,
                *(
                    _GOES[goes] + (f": {size_words(change, k, project.shop)}" if goes and change.sizes else "")
                    for k, goes in enumerate(change.counts)
                ),
            )
            for change in rows
        ),
        head=head,
    )
    page.words("Money: what is bought, at the prices of this project. By hand: about so long, without waits.", 9)
    return bytes(page.output())


def _drawings(page: Page, variants: tuple[tuple[str, Plan], ...], width: float) -> None:
    """Side by side on one floor, at the scale that all of them have room at."""
    scenes = []
    for _, plan in variants:
        seen = plan.seen("", "corner")
        scenes.append(draw_form(seen.found, seen.planned, {}, "corner", "planned"))
    wide, high = max(s.box[2] - s.box[0] for s in scenes), max(s.box[3] - s.box[1] for s in scenes)
    scale = min((width - BETWEEN) / wide, HIGHEST / high)
    top, left = page.get_y() + 2, page.l_margin
    for k, scene in enumerate(scenes):
        page.set_left_margin(left + NAMES + k * width)
        page.set_y(top + (high - (scene.box[3] - scene.box[1])) * scale)
        page.scene(scene, scale)
    page.set_left_margin(left)
    page.set_y(top + high * scale + 6)
