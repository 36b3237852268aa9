"""The size of the part that is pointed at, at its own edges."""

from zygoform.core.drawing.primitives import Dimension, Scene, box_of


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
