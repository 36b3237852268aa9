"""The finish on the work sheet: zone by zone what goes on, in its order, and the waits that are planned."""

from zygoform.core.coats.layer import CoatLayer
from zygoform.core.edits.finishing import layer_title
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.plan.plan import Plan
from zygoform.core.steps.finish_steps import steps_of_layers
from zygoform.core.steps.step import layer_waits
from zygoform.files.pdf_page import PAGE_MARGIN, Page


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
