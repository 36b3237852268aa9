"""All steps day by day, and of the one that is open all there is to know, to note and to learn."""

from collections.abc import Callable
from functools import partial

from PySide6.QtCore import QRectF, Qt, Signal
from PySide6.QtGui import QPainter, QPaintEvent, QResizeEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QListWidget, QListWidgetItem, QVBoxLayout, QWidget

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.stages.days.step_changes import LeftOut, StepChanges
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import arrow_button
from zygoform.app.widgets.fields import Field, empty, label, push_button
from zygoform.app.widgets.findings import CautionLine, wrapped
from zygoform.app.widgets.photo_reader import PhotoReader
from zygoform.core.condition.condition import Photo
from zygoform.core.edits.days import learn, put_at, write_down
from zygoform.core.measure.message import Message
from zygoform.core.outcome.cautions import CAUTIONS
from zygoform.core.schedule.day_plan import DayPlan, DayStep
from zygoform.core.schedule.gates import subjects
from zygoform.core.schedule.progress import day_of, long_words, span_words, time_of, when_words
from zygoform.core.schedule.sure import SureBy
from zygoform.core.steps.step import Step, span, step_needs

# The photos of one step, one at a time.

PHOTO_HIGH = 170
"""px at 100 % text."""


class StepPhotos(QWidget):
    """The last one first: that is how it looks now."""

    def __init__(self, session: Session, photos: tuple[Photo, ...]) -> None:
        super().__init__()
        self.setObjectName("step_photos")
        self._photos, self._at = photos, len(photos) - 1
        self._reader = PhotoReader(session, self)
        self._reader.read.connect(self._show)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        row = QHBoxLayout()
        self.where = label("", "second")
        self.where.setObjectName("step_photo_where")
        row.addWidget(self.where, 1)
        for button in (
            arrow_button("step_photo_back", "Photo before", "‹", lambda: self.turn(-1)),
            arrow_button("step_photo_next", "Next photo", "›", lambda: self.turn(1)),
        ):
            button.setVisible(len(photos) > 1)
            row.addWidget(button)
        column.addLayout(row)
        self.picture = _Picture(self._reader)
        column.addWidget(self.picture)
        self.says = wrapped("", "second")
        column.addWidget(self.says)
        self.turn(0)

    def turn(self, by: int) -> None:
        """To the one before or after."""
        self._at = (self._at + by) % len(self._photos)
        photo = self._photos[self._at]
        self._reader.load(photo)
        count = f"Photo {self._at + 1} of {len(self._photos)}" if len(self._photos) > 1 else "Photo"
        self.where.setText(f"{count}: {photo.title}" if photo.title else count)
        self.picture.setAccessibleName(self.where.text())
        self._show()

    def _show(self) -> None:
        fault = self._reader.fault(self._photos[self._at])
        self.says.setText(fault)
        self.says.setVisible(bool(fault))
        self.picture.setVisible(not fault)
        self.picture.update()


class _Picture(QWidget):
    def __init__(self, reader: PhotoReader) -> None:
        super().__init__()
        self._reader = reader
        self.setFixedHeight(t.px(PHOTO_HIGH))

    def paintEvent(self, _event: QPaintEvent) -> None:
        image = self._reader.image
        if image is None or image.isNull():
            return
        painter, room = paint.begin_painting(self)
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        share = min(room.width() / image.width(), room.height() / image.height())
        painter.drawImage(QRectF(0, 0, share * image.width(), share * image.height()), image)


_ID = Qt.ItemDataRole.UserRole


class _DayList(QListWidget):
    """Its room is known only when the open step has taken its own: the current line is in sight in any room."""

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        if self.currentItem() is not None:
            self.scrollToItem(self.currentItem())


class StepsPage(QWidget):
    """`chosen` carries a step; `said` what was pressed for it (done, wrong, tacky, begin, photo)."""

    chosen = Signal(str)
    said = Signal(str, str)
    learnt = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._shown: object = None
        self._detail: object = None
        self._photographed: object = None
        self._open, self._changing = "", ""
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 10, 8)
        column.setSpacing(6)
        self.total = wrapped("", "strong")
        self.total.setObjectName("days_total")
        column.addWidget(self.total)
        self.sure = wrapped("", "second")
        self.sure.setObjectName("days_sure")
        column.addWidget(self.sure)
        self.list = _DayList()
        self.list.setObjectName("day_list")
        self.list.setAccessibleName("Steps, day by day")
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.list.setTextElideMode(Qt.TextElideMode.ElideRight)
        self.list.setMinimumHeight(t.px(180))
        self.list.currentItemChanged.connect(self._on_current)
        column.addWidget(self.list, 1)
        self.left_out = LeftOut(session)
        column.addWidget(self.left_out)
        self.card = QFrame()
        self.card.setObjectName("day_step")
        self.inside = QVBoxLayout(self.card)
        self.inside.setContentsMargins(0, 6, 0, 0)
        self.inside.setSpacing(4)
        column.addWidget(self.card)
        self.photos = QVBoxLayout()
        column.addLayout(self.photos)

    def show_days(self, days: DayPlan, chosen: str) -> None:
        """The list anew where anything of it differs; the open step."""
        shown = days.steps, self.session.unit, days.zone.local(days.now)[0]
        self.total.setText(_total(days))
        sure = self.session.days.sure
        self.sure.setText(_sure(days, sure, self.session.show) if sure is not None else "")
        self.sure.setVisible(sure is not None and bool(days.open))
        if shown != self._shown:
            self._shown = shown
            self._fill(days)
        self.left_out.refresh()
        nearest = days.next
        self._select(chosen or (nearest.id if nearest is not None else ""))
        self._show(days, days.by_id.get(chosen) or days.next)

    def _fill(self, days: DayPlan) -> None:
        self.list.blockSignals(True)
        self.list.clear()
        day = ""
        for own in days.steps:
            name = day_of(days.zone, own.begin, days.now)
            if name != day:
                day = name
                head = QListWidgetItem(name[:1].upper() + name[1:])
                head.setFlags(Qt.ItemFlag.NoItemFlags)
                self.list.addItem(head)
            mark = {"done": "done ", "going": "at it ", "paused": "– "}.get(own.standing, "")
            words = f"   {mark}{_times(days, own)}  {self.session.show(own.step.what)}"
            item = QListWidgetItem(words)
            item.setData(_ID, own.id)
            item.setToolTip(self.session.show(own.step.what))
            self.list.addItem(item)
        self.list.blockSignals(False)

    def _select(self, chosen: str) -> None:
        """Only where it is another one: whoever scrolled away from it stays there."""
        current = self.list.currentItem()
        if current is not None and current.data(_ID) == chosen:
            return
        self.list.blockSignals(True)
        for row in range(self.list.count()):
            item = self.list.item(row)
            if item.data(_ID) == chosen:
                self.list.setCurrentItem(item)
                self.list.scrollToItem(item)
                break
        self.list.blockSignals(False)

    def _on_current(self, item: QListWidgetItem | None, _before: object) -> None:
        if item is not None and item.data(_ID):
            self.chosen.emit(item.data(_ID))

    # The open step

    def _show(self, days: DayPlan, own: DayStep | None) -> None:
        self._show_photos(own)
        said = self.session.project.days
        shown = own, days.now, days.zone, self.session.unit, len(said.log), said.figures, self._changing
        if shown == self._detail or (own is not None and self._is_typed_for(own)):
            return
        self._detail = shown
        self._open = own.id if own is not None else ""
        empty(self.inside)
        if own is None:
            return
        step, show = own.step, self.session.show
        self.inside.addWidget(wrapped(show(step.what), "title"))
        for words in _lines(days, own, show(step.made_of), show(step.how), tuple(map(show, self._why(step)))):
            self.inside.addWidget(wrapped(words, "second"))
        self.inside.addWidget(self._presses(days, own))
        for code in step.cautions:
            if code in CAUTIONS:
                self.inside.addWidget(CautionLine(self.session, CAUTIONS[code]))
        self._entries(own)
        if own.standing != "done":
            self._changes(days, own)
        note = Field(self.session, "day_note", "Note at this step", partial(self._note, own))
        self.inside.addWidget(note)
        plan = self.session.plan
        about = subjects(step, plan.changes if plan is not None else ())
        narrow = about[0][1]
        lesson = Field(
            self.session, "day_lesson", f"Learnt, for the next time ({narrow})", partial(self._learn, about[0][0])
        )
        self.inside.addWidget(lesson)

    def _changes(self, days: DayPlan, own: DayStep) -> None:
        """Its entries where they were asked for, else the button that asks for them."""
        if self._changing == own.id:
            self.inside.addWidget(StepChanges(self.session, days, own))
            return
        change = push_button("step_change", "Change this step…", partial(self._open_changes, days, own))
        change.setProperty("kind", "plain")
        self.inside.addWidget(change)

    def _open_changes(self, days: DayPlan, own: DayStep) -> None:
        self._changing = own.id
        self._show(days, own)

    def _is_typed_for(self, own: DayStep) -> bool:
        """Whether something is being typed at just that step: it is not taken away under one's hands."""
        typed = any(field.is_typing for field in self.card.findChildren(Field) if field.isVisible())
        return typed and self._open == own.id

    def _presses(self, days: DayPlan, own: DayStep) -> QWidget:
        row = QWidget()
        line = QHBoxLayout(row)
        line.setContentsMargins(0, 0, 0, 0)
        line.setSpacing(6)
        wanted = [("done", "Done"), ("begin", "Start")] if own.standing != "done" else [("wrong", "Went wrong")]
        if own.standing == "done" and own.step.wait[1]:
            wanted.append(("tacky", "Still tacky"))
        wanted.append(("photo", "Photo…"))
        if any(pin.step == own.id for pin in self.session.project.days.pins):
            wanted.append(("unpin", "Let it go"))
        for name, words in wanted:
            line.addWidget(push_button(f"step_{name}", words, partial(self._say, name, own)))
        line.addStretch(1)
        del days
        return row

    def _say(self, name: str, own: DayStep) -> None:
        if name == "unpin":
            self.session.try_do(lambda p: put_at(p, own.id, None, "Begins when it can"))
        else:
            self.said.emit(name, own.id)

    def _entries(self, own: DayStep) -> None:
        for entry in self.session.project.days.log:
            if entry.step == own.id and entry.kind == "note":
                self.inside.addWidget(wrapped(f"“{entry.text}”", ""))

    def _show_photos(self, own: DayStep | None) -> None:
        """Those taken at it that the document still has; not read anew while they are the same."""
        project, at = self.session.project, own.id if own is not None else ""
        taken = {entry.photo for entry in project.days.log if entry.kind == "photo" and entry.step == at}
        photos = tuple(photo for photo in project.photos if photo.id in taken)
        if (at, photos) != self._photographed:
            self._photographed = at, photos
            empty(self.photos)
            if photos:
                self.photos.addWidget(StepPhotos(self.session, photos))

    def _why(self, step: Step) -> tuple[Message, ...]:
        """By which rules it stands where it does."""
        plan = self.session.plan
        return plan.work.why(step) if plan is not None else ()

    def _note(self, own: DayStep, text: str) -> None:
        if text.strip():
            what = self.session.show(own.step.what)
            at = self.session.days.clock.time()
            self.session.do(
                lambda p: write_down(
                    p, "note", at, f"Note: {what}", step=own.id, what=what, text=text.strip()[:2000]
                )
            )

    def _learn(self, about: str, text: str) -> None:
        if text.strip():
            self.session.do(lambda p: learn(p, text, (about,)))
            self.learnt.emit()


def _total(days: DayPlan) -> str:
    if days.refused:
        return days.refused
    if not days.open:
        return "All is done."
    over = when_words(days.zone, days.end, days.now)
    gap = days.end - days.bound
    proof = "No faster plan exists." if gap <= 0 else f"No plan is faster by more than {long_words(gap)}."
    looking = "" if days.is_final else " Looking for a better one…"
    left = sum(end - begin for own in days.open for begin, end in own.pieces)
    tail = proof if days.is_final else ""
    return f"Finished and dry {over}; {long_words(left)} of work left. {tail}{looking}".strip()


def _sure(days: DayPlan, sure: SureBy, show: Callable[[Message], str]) -> str:
    """By when, four times in five; the steps that move it most where they turn out slow."""
    named = [(days.by_id[own.step], own.minutes) for own in sure.movers if own.step in days.by_id]
    moves = [f"{show(own.step.what).split(',')[0]} ({long_words(by)})" for own, by in named]
    most = f" If it turns out slow, what moves it most: {'; '.join(moves)}." if moves else ""
    return f"80 % sure {when_words(days.zone, sure.end, days.now)}.{most}"


def _times(days: DayPlan, own: DayStep) -> str:
    """18:20 to 18:45; 20:30 to 21:00, then Thu 18:00 where the evening breaks it off."""
    zone = days.zone
    if len(own.pieces) == 1 or own.standing == "done":
        return span_words(zone, own.begin, own.end)
    (begin, stop), (on, _) = own.pieces[0], own.pieces[1]
    return f"{span_words(zone, begin, stop)}, then {day_of(zone, on, days.now)} {time_of(zone, on)}"


def _lines(days: DayPlan, own: DayStep, made_of: str, how: str, why: tuple[str, ...]) -> list[str]:
    zone, now = days.zone, days.now
    pieces = ", ".join(f"{day_of(zone, begin, now)} {span_words(zone, begin, end)}" for begin, end in own.pieces)
    lines = [pieces[:1].upper() + pieces[1:]]
    if len(own.pieces) > 1 and own.standing != "done":
        stop, on = own.pieces[0][1], own.pieces[1][0]
        lines.append(f"Your hours break it off at {time_of(zone, stop)}; it goes on {when_words(zone, on, now)}.")
    if own.standing == "done":
        planned = f"planned {span(own.step.minutes)}"
        lines.append(f"Took {long_words(own.real)}, {planned}." if own.real else f"Done, {planned}.")
    else:
        lines.append(f"About {span(own.step.minutes)}: {made_of}" if made_of else f"About {span(own.step.minutes)}")
    lines += [how] if how else []
    if own.dry > own.end:
        lines.append(f"Dry {when_words(zone, own.dry, now)}.")
    if own.scuffed and own.step.goes_on:
        lines.append("It comes too late for the loaded gun: that is cleaned and set up anew, the time is in it.")
    elif own.scuffed:
        lines.append("It comes too late for another coat as it is: scuff it first, the time for that is in it.")
    if not own.whole:
        lines.append("It should not be broken off, and no stretch of your hours is long enough for it.")
    before = days.waits_for(own) if own.standing != "done" else None
    if before is not None:
        lines.append(
            f"After: {before.step.what.text}" if not before.step.what.lengths else "After what comes before."
        )
    lines += why if own.standing != "done" else ()
    needs = step_needs(own.step)
    if needs:
        lines.append(needs)
    return lines
