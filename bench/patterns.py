"""Patterns: what they cost beside a plain clip of as many rectangles by as many fronts."""

import statistics
import time
from collections.abc import Callable

import numpy as np
import shapely

from bench.window import shown_in_a_window
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.patterns.families.chevron import chevron_strips
from zygoform.core.patterns.families.lattice import lattice_strips
from zygoform.core.patterns.families.slats import slat_strips
from zygoform.core.patterns.field import PatternField, field_of
from zygoform.core.patterns.pieces import lay
from zygoform.core.patterns.strip import Strip
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project

RUNS = 9


def nine_fronts(wide: float, high: float) -> PatternField:
    """Three by three of one size, 20 mm apart."""
    return field_of([[i * (wide + 20), j * (high + 20), wide, high] for i in range(3) for j in range(3)])


def median_ms(work: Callable[[], object], runs: int = RUNS) -> float:
    """Of several runs, after a first one that does not count."""
    work()
    times = []
    for _ in range(runs):
        start = time.perf_counter()
        work()
        times.append(1e3 * (time.perf_counter() - start))
    return statistics.median(times)


def plain_clip_ms(field: PatternField, strips: int) -> float:
    """As many rectangles clipped by the same fronts in one call of the library."""
    fronts = np.array([front.polygon for front in field.fronts], dtype=object)
    x0, y0, x1, y1 = field.box
    steps = np.linspace(x0, x1, strips)
    bands = shapely.box(steps, y0 - 1, steps + (x1 - x0) / strips / 2, y1 + 1)

    def clip() -> object:
        of, front = shapely.STRtree(fronts).query(bands, predicate="intersects")
        return shapely.intersection(bands[of], fronts[front])

    return median_ms(clip)


def pattern_costs() -> dict[str, tuple[int, int, float, float]]:
    """By name: strips, pieces, milliseconds, and those of the plain clip."""
    field, found = nine_fronts(500, 300), dict[str, tuple[int, int, float, float]]()
    cases: dict[str, Callable[[], list[Strip]]] = {
        "150 slats at 30": lambda: slat_strips(field, 10, 2.6, 30),
        "1500 slats at 30": lambda: slat_strips(field, 0.8, 0.46, 30),
        "1500 strips of a chevron": lambda: chevron_strips(field, 1.2, 0.5, 30),
        "150 strips of a lattice": lambda: lattice_strips(field, 10, 19, 45),
    }
    for name, strips in cases.items():
        own = strips()
        found[name] = (
            len(own),
            len(lay(field, own).pieces),
            median_ms(lambda strips=strips: lay(field, strips())),  # type: ignore[misc]
            plain_clip_ms(field, len(own)),
        )
    return found


def dragged_ms() -> dict[str, float]:
    """One step of a drag, painted, of patterns of about 150 strips, and what follows when it is let go."""
    from PySide6.QtCore import QPointF

    from zygoform.app.canvas.gestures import DragGrip
    from zygoform.app.canvas.piece_view import PieceView
    from zygoform.app.collecting import Collector

    found = {}
    for family, parameter, values in (("chevron", "angle", {"gap": 3.0}), ("zigzag", "angle", {"gap": 20.0})):
        project = add_change(chest_of_six(), "pattern", "p1/body/main").project
        for name, value in ({"family": family} | values).items():
            project = set_value(project, "c1", name, value).project
        with shown_in_a_window(project) as (app, session, frame, _window):
            # As the program does it: not in the middle of a step.
            collector = Collector(frame)
            session.open_up("c1")
            session.look_from("front")
            app.processEvents()
            drawing = frame.findChild(PieceView, "drawing_redesign")
            assert isinstance(drawing, PieceView)
            scene, mapping = drawing.scene(), drawing.mapping()
            assert scene is not None
            grip = next(grip for grip in scene.grips if grip.parameter == parameter)
            start = mapping.to_px(grip.at)
            drag, times = DragGrip(session, grip, mapping, start), []
            for k in range(1, 21):
                began = time.perf_counter()
                drag.move(start + QPointF(3.0 * k, 2.0 * k))
                app.processEvents()
                times.append(1e3 * (time.perf_counter() - began))
            strips = sum("/strip/" in listed.id for listed in session.plan.parts) if session.plan else 0
            found[f"{strips} strips of a {family} dragged"] = statistics.median(times)
            began = time.perf_counter()
            drag.end()
            app.processEvents()
            found[f"{strips} strips of a {family} let go"] = 1e3 * (time.perf_counter() - began)
            del collector
    return found


def chest_of_six() -> Project:
    """Two columns of three drawers, 48 in wide."""
    project = new_piece(
        fresh_project(), "Chest", {"width": "48 in", "height": "32 in", "depth": "18 in"}, "case"
    ).project
    project = divide(project, "p1/opening/o1", "columns", 2).project
    assert project.piece is not None
    for opening in project.piece.build().bodies[0].openings:
        project = divide(project, opening.id, "rows", 3).project
    for opening in project.piece.build().bodies[0].openings:  # type: ignore[union-attr]
        project = hold(project, opening.id, "drawer").project
    return project
