"""The finish: the piece in its planned colours, its zones, and what is done to each."""

from collections.abc import Callable
from decimal import Decimal
from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QBoxLayout, QHBoxLayout, QVBoxLayout, QWidget

from zygoform.app.canvas.finish_view import FinishView
from zygoform.app.canvas.viewpoint_picker import ViewpointPicker
from zygoform.app.preferences import Preferences
from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.stages.finish.amounts_page import AmountsPage
from zygoform.app.stages.finish.border_rows import masks_seen
from zygoform.app.stages.finish.coats_page import CoatsPage
from zygoform.app.stages.finish.colours_page import ColoursPage
from zygoform.app.stages.finish.hours_page import HoursPage
from zygoform.app.stages.finish.schools_page import SchoolsPage
from zygoform.app.stages.finish.zone_strip import ZoneStrip
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import tool_button
from zygoform.app.widgets.fields import label
from zygoform.app.widgets.findings import wrapped
from zygoform.app.widgets.head import PieceChoice
from zygoform.app.widgets.piece_view_area import LOW
from zygoform.app.widgets.side_drawer import SideDrawer, SidePages
from zygoform.core.edits.finishing import front_into, merge_zones, part_into, zones_as_usual
from zygoform.core.finish.finish_plan import FINISH, FinishPlan
from zygoform.core.finish.masking import Mask
from zygoform.core.finish.resolved import ZonePlan
from zygoform.core.form.carcass import front_boards, front_opening
from zygoform.core.ids import own_of, piece_of
from zygoform.core.steps.step import span

SIDE_WIDE = 416
FINISH_GROUPS = ("Finish", "To prepare")
"""What of the purchase is for it, the coats first."""


class FinishStage(QWidget):
    """Left the piece and a chip for each zone; right the pages of what is open."""

    def __init__(self, session: Session, preferences: Preferences, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session, self.preferences, self._pointed = session, preferences, ""
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self.drawer = SideDrawer("coats")
        row.addWidget(self.drawer)
        self._fill_main(self.drawer.main)
        self._fill_side(self.drawer.side)
        when_seen(self, session.changed, self.refresh)
        session.viewpoint_changed.connect(self._on_viewpoint)
        self.refresh()

    @property
    def area(self) -> "FinishStage":
        """What holds the drawing, as on other screens."""
        return self

    def _fill_main(self, main: QWidget) -> None:
        column = QVBoxLayout(main)
        column.setContentsMargins(t.MARGIN, 8, 12, 8)
        column.setSpacing(6)
        self.view = FinishView(self.session, self._menu)
        self.view.setObjectName("drawing_finish")
        self.view.zone_pointed.connect(self.point)
        self.view.zone_chosen.connect(self.choose)
        bar = QHBoxLayout()
        bar.addWidget(label("Finish", "title"))
        bar.addWidget(label("as planned; point at a zone, click to open it", "second"))
        bar.addStretch(1)
        bar.addWidget(PieceChoice(self.session))
        for name, tip, picture, do in (
            ("fit_finish", "Whole piece (0)", "fit", self.view.fit_whole),
            ("zoom_in_finish", "Nearer (+)", "nearer", lambda: self.view.zoom_by(1.25)),
        ):
            bar.addWidget(tool_button(name, tip, picture, do))
        column.addLayout(bar)
        column.addWidget(self.view, 1)
        foot = self._foot = QHBoxLayout()
        foot.setSpacing(14)
        self.picker = ViewpointPicker(self.session)
        foot.addWidget(self.picker, 0, Qt.AlignmentFlag.AlignBottom)
        self.strip = ZoneStrip(self.session)
        self.strip.pointed.connect(self.point)
        self.strip.chosen.connect(self.choose)
        foot.addWidget(self.strip, 1, Qt.AlignmentFlag.AlignBottom)
        column.addLayout(foot)
        self.together = wrapped("", "second")
        self.together.setObjectName("finish_together")
        column.addWidget(self.together)

    def _fill_side(self, side: QWidget) -> None:
        side.setFixedWidth(t.px(SIDE_WIDE))
        column = QVBoxLayout(side)
        column.setContentsMargins(0, 0, 0, 0)
        self.coats = CoatsPage(self.session)
        self.order = SchoolsPage(self.session)
        self.order.borders.pointed.connect(self._point_border)
        pages: dict[str, tuple[str, QWidget]] = {
            "coats": ("Coats", self.coats),
            "amounts": ("Amounts", AmountsPage(self.session)),
            "hours": ("Hours", HoursPage(self.session)),
            "schools": ("Order", self.order),
            "colours": ("Colours", ColoursPage(self.session, self.preferences)),
        }
        self.pages = SidePages("finish_page", "What is shown of the finish", pages)
        self.pages.turned.connect(self.refresh)
        column.addWidget(self.pages)

    def resizeEvent(self, event: QResizeEvent) -> None:
        """In a low window the places stand in rows over the zones: the drawing needs the room."""
        super().resizeEvent(event)
        low = self.window().height() < t.px(LOW + t.HEAD + t.TALLY)
        self.picker.be_row(row=low)
        self._foot.setDirection(QBoxLayout.Direction.TopToBottom if low else QBoxLayout.Direction.LeftToRight)
        self._foot.setSpacing(4 if low else 14)
        self._foot.setAlignment(self.picker, Qt.AlignmentFlag.AlignLeft if low else Qt.AlignmentFlag.AlignBottom)

    # What is shown

    def refresh(self) -> None:
        """Zones, and the page that is seen."""
        finish = self.session.finish()
        plans = self.shown(finish)
        open_ = self.open_zone(plans)
        self.view.show_finish(finish, self._pointed)
        self.view.chosen = open_.id if open_ is not None else ""
        colours = self.view.colours
        looks = {
            plan.id: look for plan in plans if colours is not None and (look := colours.look(plan.id)) is not None
        }
        self.strip.show_zones(plans, looks, self.view.chosen, self._pointed)
        self.together.setText(self._together())
        if open_ is None:
            return
        page = self.pages.value
        self.view.show_borders(masks_seen(self.session, finish) if page == "schools" else ())
        if page == "coats":
            self.coats.show_zone(finish, open_)
        else:
            self.pages.by_name[page].refresh(finish)  # type: ignore[attr-defined]

    def _together(self) -> str:
        """What all of it comes to: cans and packs, money, hours."""
        plan = self.session.plan
        rows = [row for row in plan.purchase.rows if row.group in FINISH_GROUPS] if plan is not None else []
        if plan is None or not plan.finish.batches:
            return (
                "Start from a finish schedule for a zone: fronts, their edges and legs go with the body until you "
                "say otherwise."
            )
        cans = sum(row.count for row in rows if row.group == FINISH_GROUPS[0])
        money = f"{self.session.project.shop.currency}{sum((row.total for row in rows), Decimal(0)):.2f}"
        steps = plan.work.of(FINISH)
        hours = span((sum(s.minutes[0] for s in steps), sum(s.minutes[1] for s in steps)))
        return f"Total: {cans} can{'s' * (cans != 1)}, {money} with what goes with them; about {hours} by hand."

    def shown(self, finish: FinishPlan) -> tuple[ZonePlan, ...]:
        """Those of the piece that is acted on: the one on screen, else the one last chosen."""
        piece = self.session.piece
        return tuple(plan for plan in finish.zones if piece is not None and plan.zone.piece_id == piece.id)

    def open_zone(self, plans: tuple[ZonePlan, ...]) -> ZonePlan | None:
        """The zone that was chosen, else the first."""
        zone = self.session.view.zone
        return next((plan for plan in plans if plan.id == zone), plans[0] if plans else None)

    def point(self, zone: str) -> None:
        """Lights a zone, on the piece and among the chips."""
        if zone != self._pointed:
            self._pointed = zone
            finish = self.session.finish()
            self.view.show_finish(finish, zone)
            for own, chip in self.strip.chips.items():
                chip.light(on=own == zone)

    def _point_border(self, mask: Mask | None) -> None:
        """One border alone while it is pointed at, else all of them."""
        self.view.show_borders((mask,) if mask is not None else masks_seen(self.session, self.session.finish()))

    def choose(self, zone: str) -> None:
        """Opens a zone."""
        self.session.view.zone = zone
        piece_id = piece_of(zone)
        if not self.session.view.shown and self.session.project.known(piece_id) is not None:
            self.session.view.current = piece_id
        if self.pages.value != "coats":
            self.pages.turn_to("coats")
        else:
            self.refresh()
        self.drawer.open()

    def _on_viewpoint(self) -> None:
        if self.isVisible():
            self.refresh()

    # What can be done with a part

    def _menu(self, part_id: str) -> list[tuple[str, Callable[[], object]]]:
        """Zones are taken apart and put together by pointing."""
        finish = self.session.finish()
        zone = finish.zone(self._pointed) or next((p for p in finish.zones if part_id in p.zone.parts), None)
        if zone is None:
            return []
        others = [p for p in self.shown(finish) if p.zone.piece_id == zone.zone.piece_id and p.id != zone.id]
        do = self.session.try_do
        entries: list[tuple[str, Callable[[], object]]] = [
            (f"Open {zone.zone.name}", partial(self.choose, zone.id))
        ]
        entries += self._front_entries(part_id, zone, others)
        if len(zone.zone.parts) > 1 and part_id in zone.zone.parts:
            entries.append(
                (
                    "This part as a zone of its own",
                    partial(do, partial(part_into, part=part_id, zone=zone.id, into="")),
                )
            )
            entries += [
                (
                    f"This part into {p.zone.name}",
                    partial(do, partial(part_into, part=part_id, zone=zone.id, into=p.id)),
                )
                for p in others
            ]
        entries += [
            (
                f"All of {zone.zone.name} into {p.zone.name}",
                partial(do, partial(merge_zones, zone=zone.id, into=p.id)),
            )
            for p in others[:6]
        ]
        if self.session.project.finishing.moves:
            entries.append(
                (
                    "Zones as they come by themselves",
                    partial(do, partial(zones_as_usual, piece_id=zone.zone.piece_id)),
                )
            )
        return entries

    def _front_entries(
        self, part_id: str, zone: ZonePlan, others: list[ZonePlan]
    ) -> list[tuple[str, Callable[[], object]]]:
        """All of the front a part is of, with what lies on it and its edges: a zone of its own, or into another."""
        planned = self.session.planned
        body = planned.body(part_id) if planned is not None else None
        opening = front_opening(body, part_id) if body is not None else None
        if body is None or opening is None:
            return []
        parts = [board.id for board in front_boards(body, opening)]
        # The one pointed at first: a zone of its own begins with that one's layers.
        near = [zone, *(p for p in others if p.id.endswith("/edges"))]
        faces = tuple((part, p.id) for p in near for part in parts if part in p.zone.parts)
        if part_id not in parts or len(faces) < 2:
            return []
        move = partial(front_into, name=opening.name, faces=faces)
        do, named = self.session.try_do, opening.name
        found: list[tuple[str, Callable[[], object]]] = [
            (f"{named} as a zone of its own", partial(do, partial(move, into="")))
        ]
        own = [p for p in others if own_of(p.id).startswith("z")]
        return found + [(f"{named} into {p.zone.name}", partial(do, partial(move, into=p.id))) for p in own[:4]]

    # Keys

    def open_stacks(self) -> None:
        """Ready-made stacks for the open zone."""
        self.pages.turn_to("coats")
        self.drawer.open()
        self.coats.open_stacks()

    def open_add(self) -> None:
        """A layer for the open zone."""
        self.pages.turn_to("coats")
        self.drawer.open()
        self.coats.open_add()

    def next_page(self) -> None:
        """Coats, amounts, hours, order, colours."""
        self.pages.next()

    def begin(self) -> None:
        """Where the keyboard starts on this screen."""
        chip = self.strip.chips.get(self.view.chosen)
        (chip or self.view).setFocus()
