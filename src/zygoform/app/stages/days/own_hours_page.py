"""When someone can work, what there is room for, the day it is wanted, and what would help to keep it."""

from collections.abc import Callable
from functools import partial
from typing import Literal

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import Field, empty, label, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.days.hours import MINUTES_A_DAY, clock_words, day_number, day_text, read_day, spans_words
from zygoform.core.edits.days import DAY_NAMES, set_day, set_own_day, set_quiet, set_room, set_week
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.finishing import set_weather
from zygoform.core.errors import BadInputError
from zygoform.core.measure.message import Message
from zygoform.core.plan.days_stage import Help
from zygoform.core.project import Project
from zygoform.core.schedule.day_plan import DayPlan, wanted_by
from zygoform.core.schedule.progress import day_of, when_words

FAR_YEARS, DAYS_A_YEAR = 10, 365.25
OWN_DAYS_SHOWN = 40
_DATES: tuple[tuple[Literal["start", "wanted"], str], ...] = (
    ("start", "Begins (from now on)"),
    ("wanted", "Wanted by"),
)
_PLACES = (("spray", "Spray areas"), ("clamps", "Clamp sets"), ("table", "Benches"))


class OwnHoursPage(QWidget):
    """Fields; each says beside it what it would accept."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._helps: object = None
        self._own: object = None
        self._far = ("", "")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 10, 8)
        column.setSpacing(8)
        self.verdict = wrapped("", "strong")
        self.verdict.setObjectName("days_verdict")
        column.addWidget(self.verdict)
        self.helps = QVBoxLayout()
        self.helps.setSpacing(4)
        column.addLayout(self.helps)
        dates = QHBoxLayout()
        self.dates = {
            which: Field(session, f"day_{which}", title, partial(self._enter_day, which)) for which, title in _DATES
        }
        for field in self.dates.values():
            field.line.setPlaceholderText("2026-12-05")
            # What is wrong with one stands below it and leaves the other where it is.
            dates.addWidget(field, 0, Qt.AlignmentFlag.AlignTop)
        column.addLayout(dates)
        self._fill_week(column)
        self._fill_own(column)
        self._fill_place(column)
        column.addStretch(1)

    def _fill_week(self, column: QVBoxLayout) -> None:
        column.addWidget(label("Your hours", "title"))
        grid = QGridLayout()
        grid.setVerticalSpacing(4)
        self.week = []
        for k, name in enumerate(DAY_NAMES):
            field = self._field(f"hours_{k}", name, lambda p, text, k=k: set_week(p, k, text))  # type: ignore[misc]
            field.title.hide()
            field.line.setPlaceholderText("off")
            field.line.setToolTip("18-21, or 9:00-12:00, 13:00-17:00; empty: no work")
            grid.addWidget(label(name), k, 0)
            grid.addWidget(field, k, 1)
            self.week.append(field)
        grid.setColumnStretch(1, 1)
        column.addLayout(grid)

    def _fill_place(self, column: QVBoxLayout) -> None:
        """Quiet hours, what there is room for, where it dries."""
        column.addWidget(label("Quiet hours", "title"))
        quiet = QHBoxLayout()
        self.quiet = {
            which: self._field(f"quiet_{which}", title, lambda p, text, which=which: set_quiet(p, which, text))  # type: ignore[misc]
            for which, title in (("from", "From"), ("to", "To"))
        }
        for field in self.quiet.values():
            quiet.addWidget(field)
        column.addLayout(quiet)
        self.louder = push_button("quiet_costs", "", self._be_louder)
        self.louder.setProperty("kind", "link")
        self.louder.hide()
        column.addWidget(self.louder)
        column.addWidget(label("Workshop", "title"))
        room = QHBoxLayout()
        self.room = {
            place: self._field(f"room_{place}", title, lambda p, text, place=place: set_room(p, place, text))  # type: ignore[misc]
            for place, title in _PLACES
        }
        for field in self.room.values():
            room.addWidget(field)
        column.addLayout(room)
        column.addWidget(label("Where it dries", "title"))
        weather = QHBoxLayout()
        self.weather = {
            name: self._field(f"days_{name}", title, lambda p, text, name=name: set_weather(p, name, text))  # type: ignore[misc]
            for name, title in (("celsius", "°C"), ("humidity", "Humidity, %"))
        }
        for field in self.weather.values():
            weather.addWidget(field)
        column.addLayout(weather)

    def _field(self, name: str, title: str, edit: Callable[[Project, str], Edited]) -> Field:
        def enter(text: str) -> None:
            self.session.do(lambda p: edit(p, text))

        return Field(self.session, name, title, enter)

    def _fill_own(self, column: QVBoxLayout) -> None:
        """One day that is not as usual: the day, and its hours."""
        row = QHBoxLayout()
        self.own_day = Field(self.session, "own_day", "A day that is not as usual", lambda _text: None)
        self.own_day.line.setPlaceholderText("2026-12-24")
        self.own_hours = Field(self.session, "own_hours", "Its hours", self._enter_own)
        self.own_hours.line.setPlaceholderText("off")
        row.addWidget(self.own_day)
        row.addWidget(self.own_hours)
        column.addLayout(row)
        self.own_rows = QVBoxLayout()
        self.own_rows.setSpacing(2)
        column.addLayout(self.own_rows)

    def _plain(self, text: str) -> str:
        """A day as it was typed, as an ISO day. Raises BadInputError."""
        today = self.session.days.clock.moment() // MINUTES_A_DAY
        month_first = self.session.unit.system == "inch"
        return day_text(read_day(text, today, month_first=month_first)) if text.strip() else ""

    def _enter_day(self, which: Literal["start", "wanted"], text: str) -> None:
        text = self._plain(text)
        self._ask_far(which, text)
        self.session.do(lambda p: set_day(p, which, text))

    def _ask_far(self, entry: str, text: str) -> None:
        """A day beyond ten years is asked about: entered once more, it is meant. Raises BadInputError."""
        plain, today = text.strip(), self.session.days.clock.moment() // MINUTES_A_DAY
        years = (day_number(plain) - today) / DAYS_A_YEAR if plain else 0.0
        if abs(years) <= FAR_YEARS or self._far == (entry, plain):
            return
        self._far = entry, plain
        when = "from now" if years > 0 else "ago"
        words = f"{plain} is {abs(years):.0f} years {when}. If it is meant, press Enter once more."
        raise BadInputError("out_of_range", words, entry)

    def _enter_own(self, text: str) -> None:
        day = self._plain(self.own_day.line.text())
        if day:
            self._ask_far("day", day)
            self.session.do(lambda p: set_own_day(p, day, text))

    def show_days(self, days: DayPlan, helps: tuple[Help, ...]) -> None:
        """What the document holds, and whether the wanted day is kept."""
        said = self.session.project.days
        hours = said.hours
        for k, field in enumerate(self.week):
            field.show_value(spans_words(hours.week[k]))
        quiet = hours.quiet_from != hours.quiet_to
        self.quiet["from"].show_value(clock_words(hours.quiet_from) if quiet else "", hint="never")
        self.quiet["to"].show_value(clock_words(hours.quiet_to) if quiet else "", hint="never")
        for place, field in self.room.items():
            field.show_value(str(getattr(hours.room, place)))
        for which, field in self.dates.items():
            field.show_value(getattr(said, which))
        finishing = self.session.project.finishing
        self.weather["celsius"].show_value(f"{finishing.celsius:g}")
        self.weather["humidity"].show_value(f"{finishing.humidity:g}")
        self._show_own()
        self._judge(days, helps)
        self._show_quiet(days)

    def _show_quiet(self, days: DayPlan) -> None:
        """That one quiet hour costs a day, where it does."""
        one = self.session.days.quiet
        self.louder.setVisible(one is not None)
        if one is not None:
            over = day_of(days.zone, one.end, days.now)
            self.louder.setText(f"{one.words}: over {over}, not {day_of(days.zone, days.end, days.now)}")
            self.louder.setToolTip("This quiet hour costs a day. Press to work in it.")

    def _be_louder(self) -> None:
        if (one := self.session.days.quiet) is not None:
            self._take(one)

    def _show_own(self) -> None:
        own = self.session.project.days.hours.days
        if own == self._own:
            return
        self._own = own
        empty(self.own_rows)
        today = day_text(self.session.days.clock.moment() // MINUTES_A_DAY)
        ahead = [one for one in own if one.day >= today]
        for one in ahead[:OWN_DAYS_SHOWN]:
            words = f"{one.day}: {spans_words(one.spans) or 'off'}   (as usual again)"
            button = push_button(f"usual_{one.day}", words, partial(self._as_usual, one.day))
            button.setProperty("kind", "link")
            self.own_rows.addWidget(button)
        if others := len(own) - len(ahead[:OWN_DAYS_SHOWN]):
            self.own_rows.addWidget(wrapped(f"{others} more, past or later: type the day to change one.", "second"))

    def _as_usual(self, day: str) -> None:
        self.session.try_do(lambda p: set_own_day(p, day, None))

    def _judge(self, days: DayPlan, helps: tuple[Help, ...]) -> None:
        wanted = wanted_by(self.session.project.days, days.zone)
        over = when_words(days.zone, days.end, days.now)
        late = bool(wanted) and days.end > wanted
        if not wanted:
            words = ""
        elif not late:
            words = f"It will be there in time: finished and dry {over}."
        elif days.bound > wanted:
            words = f"It cannot be there by then, whatever is done first: finished and dry {over}."
        else:
            words = f"It will not be there by then: finished and dry {over}."
        self.verdict.setText(words)
        self.verdict.setVisible(bool(words))
        shown = (helps if late else ()), late, days.now, days.is_final
        if shown == self._helps:
            return
        self._helps = shown
        empty(self.helps)
        if late and helps:
            self.helps.addWidget(label("What would help:", "second"))
        elif late and days.is_final:
            tried = "Tried one by one: longer hours, quicker materials, one coat less. None of them alone helps."
            self.helps.addWidget(wrapped(tried, "second"))
        for k, one in enumerate(helps if late else ()):
            kept = "in time, " if one.end <= wanted else ""
            words = f"{one.words}: {kept}{when_words(days.zone, one.end, days.now)}"
            button = push_button(f"help_{k}", words, partial(self._take, one))
            button.setProperty("kind", "link")
            button.setMinimumHeight(t.px(28))
            self.helps.addWidget(button)

    def _take(self, one: Help) -> None:
        self.session.try_do(lambda p: Edited(_merged(p, one.project), Message(one.words), frozenset({"hours"})))


def _merged(now: Project, other: Project) -> Project:
    """What the help changed, on the document as it is now."""
    from msgspec import structs

    days = structs.replace(now.days, hours=other.days.hours)
    return structs.replace(now, days=days, finishing=other.finishing)
