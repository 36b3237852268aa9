"""The list of actions: menus, keys and tests come from it."""

from collections.abc import Callable
from functools import partial
from typing import Literal, Protocol

from zygoform.app.actions.action import Action
from zygoform.app.actions.devices import Devices
from zygoform.app.actions.filing import Filing
from zygoform.app.canvas.looking_in import swap_look
from zygoform.app.canvas.piece_view import PieceView
from zygoform.app.main_window import STAGES
from zygoform.app.session import Session
from zygoform.core.drawing.scene import Overlay
from zygoform.core.drawing.views import Viewpoint, next_corner
from zygoform.core.form.front import Holds
from zygoform.files.exports import TABLE_EXPORTS

_PLACES: tuple[tuple[Viewpoint, str], ...] = (
    ("front", "Front"),
    ("left", "Left"),
    ("right", "Right"),
    ("back", "Back"),
    ("above", "Above"),
    ("corner", "Corner"),
)


def window_actions(
    session: Session,
    filing: Filing,
    go: Callable[[str], None],
    close: Callable[[], object],
    region: Callable[[], None],
    find: Callable[[], None],
    devices: Devices,
) -> tuple[Action, ...]:
    """What can be done everywhere."""
    stages = tuple(
        Action(f"stage_{stage}", name, partial(go, stage), (f"Alt+{n}",), "Stage")
        for n, (stage, name) in enumerate(STAGES, start=1)
    )
    return (
        Action("new", "New piece", filing.new, ("Ctrl+N",), "File"),
        Action("open", "Open…", filing.open, ("Ctrl+O",), "File"),
        Action("demo", "Open the demo, a counter", filing.demo, (), "File"),
        Action("demo_set", "Open the demo: a bedroom set", filing.demo_set, (), "File", ends_group=True),
        Action("save", "Save", filing.save, ("Ctrl+S",), "File"),
        Action("save_as", "Save as…", filing.save_as, ("Ctrl+Shift+S",), "File", ends_group=True),
        Action("print", "Print…", filing.preview, ("Ctrl+P",), "File", "print"),
        Action("export_sheet", "Work sheet as PDF…", filing.export_sheet, ("Ctrl+Shift+P",), "File"),
        *(
            Action(f"export_{row.id}", f"{row.title} as CSV…", partial(filing.export_table, row), (), "File")
            for row in TABLE_EXPORTS
        ),
        Action("export_svg", "Templates as SVG…", partial(filing.export_templates, "svg"), (), "File"),
        Action("export_dxf", "Templates as DXF…", partial(filing.export_templates, "dxf"), (), "File"),
        Action("map_svg", "Pattern as SVG…", partial(filing.export_pattern, "svg"), (), "File"),
        Action("map_dxf", "Pattern as DXF…", partial(filing.export_pattern, "dxf"), (), "File"),
        Action("calendar", "Days as a calendar file…", filing.export_calendar, (), "File"),
        Action("take_outline", "Take an outline for a cut-out…", filing.take_outline, (), "File"),
        Action("take_parts", "Import a cut list from CSV…", partial(filing.take_table, "parts"), (), "File"),
        Action("take_boards", "Import my boards from CSV…", partial(filing.take_table, "boards"), (), "File"),
        Action("coats", "Import figures of coats…", partial(filing.take_table, "coats"), (), "File"),
        Action("minutes", "Import minutes of work…", partial(filing.take_table, "minutes"), (), "File"),
        Action("prices", "Import a price list…", partial(filing.take_table, "prices"), (), "File", ends_group=True),
        Action("devices_start", "Start the simulated meter and gauge", devices.start, (), "Devices"),
        Action("devices_connect", "Connect measuring devices", devices.connect_now, (), "Devices"),
        Action("devices_read", "Take a reading", devices.measure, ("F8",), "Devices"),
        Action("close", "Close", close, ("Ctrl+Q",), "File"),
        Action("undo", "Undo", session.undo, ("Ctrl+Z",), "Edit", "undo"),
        Action("redo", "Redo", session.redo, ("Ctrl+Shift+Z", "Ctrl+Y"), "Edit", "redo"),
        Action("units", "Inches or millimetres", partial(_swap_unit, session, devices.commit), ("Ctrl+U",), "Edit"),
        Action("find", "Find anything", find, ("Ctrl+F", "Ctrl+K"), "Edit"),
        Action("compare", "Compare variants", partial(go, "compare"), ("Alt+V",), "Edit"),
        Action("settings", "Settings", partial(go, "settings"), ("Ctrl+,",), "Edit"),
        Action("help", "Help and keys", partial(go, "help"), ("F1",), "Edit"),
        Action("next_region", "Next region", region, ("F6",), "Edit"),
        *stages,
    )


def _swap_unit(session: Session, commit: Callable[[], bool]) -> None:
    """What is being typed is taken in the unit it was typed in; refused, it stays there and so does the unit."""
    if not commit():
        return
    from zygoform.core.edits.workshop import set_unit

    session.try_do(partial(set_unit, system="mm" if session.unit.system == "inch" else "inch"))


class Surveying(Protocol):
    """What a survey's keys do."""

    def swap_photos(self) -> None: ...

    def measure_next(self) -> None: ...

    def fault_here(self) -> None: ...

    def hold_kept(self, holds: Holds) -> None: ...

    def divide_kept(self, direction: Literal["columns", "rows"], count: int) -> None: ...


def survey_actions(survey: Surveying) -> tuple[Action, ...]:
    """What can be done besides while a survey's stand has the keyboard."""
    return (
        Action("photos", "Photos", survey.swap_photos, ("G",), "Drawing", scope="drawing"),
        Action("measure_next", "Measure next", survey.measure_next, ("N",), "Drawing", scope="drawing"),
        Action("fault_here", "Note a fault here", survey.fault_here, ("X",), "Drawing", scope="drawing"),
        *(
            Action(
                f"hold_{holds}",
                f"Opening: {title}",
                partial(survey.hold_kept, holds),
                (key,),
                "Drawing",
                scope="drawing",
            )
            for holds, title, key in _HOLD_KEYS
        ),
        *(
            Action(
                f"divide_{direction}_{count}_key",
                f"Divide into {count} {direction}",
                partial(survey.divide_kept, direction, count),
                (f"{chord}{count}",),
                "Drawing",
                scope="drawing",
            )
            for direction, chord in _DIVIDE_KEYS
            for count in range(2, 7)
        ),
    )


class FinishKeys(Protocol):
    """What the keys of the finish do."""

    def open_stacks(self) -> None: ...

    def open_add(self) -> None: ...

    def next_page(self) -> None: ...


def finish_actions(finish: FinishKeys) -> tuple[Action, ...]:
    """What can be done besides while the drawing of the finish has the keyboard."""
    return (
        Action(
            "take_stack", "Start from a finish schedule", finish.open_stacks, ("S",), "Drawing", scope="drawing"
        ),
        Action("add_layer", "Add a layer", finish.open_add, ("N",), "Drawing", scope="drawing"),
        Action("finish_page", "Next page of the finish", finish.next_page, ("G",), "Drawing", scope="drawing"),
    )


class DaysKeys(Protocol):
    """What the keys of the days do."""

    def press(self, name: str) -> None: ...

    def next_page(self) -> None: ...

    @property
    def rule(self) -> "Rule": ...


class Rule(Protocol):
    """The rule of days, as far as keys move it."""

    def to_now(self) -> None: ...

    def zoom_by(self, steps: int) -> None: ...


_PRESSES = (
    ("begin", "Start the next step", "Space"),
    ("done", "The step is done", "D"),
    ("pause", "Break the step off", "B"),
    ("tacky", "Still tacky", "S"),
    ("wrong", "It went wrong", "W"),
    ("today", "No time today", "N"),
)


def days_actions(days: DaysKeys) -> tuple[Action, ...]:
    """What can be done besides while the rule of days has the keyboard."""
    presses = tuple(
        Action(f"days_{name}_key", title, partial(days.press, name), (key,), "Drawing", scope="drawing")
        for name, title, key in _PRESSES
    )
    return (
        *presses,
        Action("days_now", "To now", days.rule.to_now, ("T",), "Drawing", scope="drawing"),
        Action("days_wider", "Wider hours", partial(days.rule.zoom_by, 1), ("+", "="), "Drawing", scope="drawing"),
        Action("days_more", "More days", partial(days.rule.zoom_by, -1), ("-",), "Drawing", scope="drawing"),
        Action("days_page", "Next page of the days", days.next_page, ("G",), "Drawing", scope="drawing"),
    )


_HOLD_KEYS: tuple[tuple[Holds, str, str], ...] = (
    ("drawer", "a drawer", "D"),
    ("door", "a door", "O"),
    ("panel", "a panel", "P"),
    ("knees", "open for knees", "K"),
    ("nothing", "nothing in it", "E"),
)
_DIVIDE_KEYS: tuple[tuple[Literal["columns", "rows"], str], ...] = (("rows", ""), ("columns", "Ctrl+"))


def drawing_actions(session: Session, stand: PieceView, add: Callable[[], None] | None) -> tuple[Action, ...]:
    """What can be done while the stand has the keyboard."""

    def all_sizes() -> None:
        stand.all_sizes = not stand.all_sizes
        stand.update()

    def next_overlay() -> None:
        order: tuple[Overlay, ...] = ("found", "over", "planned")
        session.look_from(overlay=order[(order.index(session.view.overlay) + 1) % 3])

    def corner() -> None:
        session.look_from(next_corner(session.view.viewpoint))

    places = tuple(
        Action(
            f"place_{place}",
            f"Stand: {name.lower()}",
            corner if place == "corner" else partial(session.look_from, place),
            (name[0],),
            "Drawing",
            scope="drawing",
        )
        for place, name in _PLACES
    )
    own = (
        Action("fit", "Whole piece", stand.fit_whole, ("0",), "Drawing", scope="drawing"),
        Action("nearer", "Nearer", partial(stand.zoom_by, 1.25), ("+", "="), "Drawing", scope="drawing"),
        Action("farther", "Farther", partial(stand.zoom_by, 0.8), ("-",), "Drawing", scope="drawing"),
        Action("look_in", "Look inside", partial(swap_look, session), ("I",), "Drawing", scope="drawing"),
        Action("all_sizes", "All sizes", all_sizes, ("M",), "Drawing", scope="drawing"),
    )
    if add is None:
        return (*places, *own)
    return (
        *places,
        *own,
        Action("overlay", "Next overlay", next_overlay, ("O",), "Drawing", scope="drawing"),
        Action("add", "New change", add, ("N",), "Drawing", scope="drawing"),
    )
