"""The sizes written round a drawing of the whole piece."""

from zygoform.core.drawing.primitives import Dimension, Scene, box_of
from zygoform.core.drawing.views import FRONT_CORNERS, View
from zygoform.core.form.form import Body, Form
from zygoform.core.form.ornaments import case_box
from zygoform.core.geometry.prism import Point3
from zygoform.core.tolerance import ROW_MM


def overall_dimensions(found: Form, form: Form, left: float, floor: float, view: View) -> tuple[Dimension, ...]:
    """Overall sizes (lane 0) and those of openings and base (lanes 1 and 2); heights stand `left` of the drawing.

    `floor` is where the lowest one is drawn. A size that rests on a guess of the piece as `found` is marked.
    """
    if len({body.piece_id for body in form.bodies}) > 1:
        # A set has no height or width of its own: its pieces only stand side by side here.
        return ()
    if view.place == "above":
        return _overall_above(form, {name for body in found.bodies for name in body.unmeasured})
    low, high = _over_all(form)
    guess = {name for body in found.bodies for name in body.unmeasured}
    # What hangs on a wall beside others has no height from the floor to tell.
    standing = [body for body in form.bodies if not body.hangs] or list(form.bodies)
    top = max(case_box(body)[1][2] for body in standing)
    # Beside the face that is true to scale.
    ends = ((left, floor), (left, floor + top - form.floor))
    dims = [Dimension(*ends, top - form.floor, 0, "left", guessed="height" in guess)]
    if view.place not in ("left", "right"):
        dims += [_wide(*_over_all(Form((body,))), high[2], view, guessed="width" in guess) for body in form.bodies]
    else:
        a, b = view.project((low[0], low[1], 0))[0], view.project((low[0], high[1], 0))[0]
        ends = ((min(a, b), high[2]), (max(a, b), high[2]))
        dims.append(Dimension(*ends, high[1] - low[1], 1, "above", guessed="depth" in guess))
    if view.place in ("front", *FRONT_CORNERS):
        for body in form.bodies:
            dims += _opening_sizes(body, form)
    return tuple(dims)


def _wide(low: Point3, high: Point3, top: float, view: View, *, guessed: bool) -> Dimension:
    """Along the face that is true to scale: the front, or the back. In front it stays on the height of the top."""
    face = low[1] if view.toward[1] < 0 else high[1]
    (a, over), (b, _) = view.project((low[0], face, top)), view.project((high[0], face, top))
    up = top if view.toward[1] < 0 else over
    return Dimension((min(a, b), up), (max(a, b), up), high[0] - low[0], 1, "above", guessed=guessed)


def _over_all(form: Form) -> tuple[Point3, Point3]:
    """The box round the pieces as a tape takes them over all, down to the floor."""
    lows, highs = zip(*(case_box(body) for body in form.bodies), strict=True)
    low = (min(p[0] for p in lows), min(p[1] for p in lows), min(form.floor, *(p[2] for p in lows)))
    return low, (max(p[0] for p in highs), max(p[1] for p in highs), max(p[2] for p in highs))


def _overall_above(form: Form, guess: set[str]) -> tuple[Dimension, ...]:
    low, high = _over_all(form)
    deep = ((low[0], low[1]), (low[0], high[1]))
    dims = [Dimension(*deep, high[1] - low[1], 0, "left", guessed="depth" in guess)]
    for body in form.bodies:
        (a, _, _), (b, _, _) = _over_all(Form((body,)))
        dims.append(Dimension((a, high[1]), (b, high[1]), b - a, 0, "above", guessed="width" in guess))
    return tuple(dims)


def _opening_sizes(body: Body, form: Form) -> list[Dimension]:
    """Width of each column along the lowest openings, height of each opening, height of the base."""
    dims = []
    lowest = min((opening.rect[1] for opening in body.openings), default=0.0)
    for opening in body.openings:
        x0, z0, x1, z1 = opening.rect
        if abs(z0 - lowest) < ROW_MM:
            guess = f"{opening.id} columns" in body.unmeasured
            ends = ((x0, form.floor), (x1, form.floor))
            dims.append(Dimension(*ends, x1 - x0, 2, "below", opening.id, guessed=guess))
        ends = ((x0 + 12, z0), (x0 + 12, z1))
        guess = f"{opening.id} rows" in body.unmeasured
        dims.append(Dimension(*ends, z1 - z0, 3, "right", opening.id, guessed=guess))
    if body.base_height > 0 and not body.hangs:
        width = max(p[0] for p in body.plan)
        ends = ((width, form.floor), (width, form.floor + body.base_height))
        guess = "base_height" in body.unmeasured
        dims.append(Dimension(*ends, body.base_height, 2, "right", guessed=guess))
    return dims


# The size of the part that is pointed at, at its own edges.


def part_dimensions(scene: Scene, part_id: str, sizes: tuple[float, float]) -> tuple[Dimension, ...]:
    """Width and height of the part pointed at, drawn at its own edges; sizes are true ones."""
    points = tuple(p for polygon in scene.polygons if polygon.part_id == part_id for p in polygon.points)
    if not points:
        return ()
    x0, y0, x1, y1 = box_of(points)
    return (
        Dimension((x0, y1), (x1, y1), sizes[0], 0, "above", part_id),
        Dimension((x1, y0), (x1, y1), sizes[1], 0, "right", part_id),
    )
