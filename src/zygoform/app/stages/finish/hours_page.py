"""What there is to do for the finish, how long it takes, what is waited for; and how long it really took."""

from collections.abc import Callable
from functools import partial

from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QLabel, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import Field, empty, label, push_button
from zygoform.app.widgets.findings import CautionLine, wrapped
from zygoform.core.coats.layer import Tool
from zygoform.core.edits.finish_supplies import forget_times, log_time, set_first_time
from zygoform.core.edits.finishing import set_weather
from zygoform.core.finish.finish_plan import FINISH, FinishPlan
from zygoform.core.goods.minutes import own_factor, pace
from zygoform.core.outcome.cautions import CAUTIONS
from zygoform.core.steps.step import Step, span, wait_words

_TOOLS: dict[Tool, str] = {
    "gun": "gun", "roller": "roller", "brush": "brush", "sander": "sander", "stripper": "stripper",
    "can": "aerosol",
}  # fmt: skip


class HoursPage(QWidget):
    """Step after step, with the minutes planned for it and a field for what it took."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._shown: object = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 10, 8)
        column.setSpacing(6)
        column.addWidget(label("Hours", "title"))
        self.total = wrapped("", "strong")
        self.total.setObjectName("finish_hours")
        column.addWidget(self.total)
        self.own = wrapped("", "second")
        column.addWidget(self.own)
        self._fill_new(column)
        self._fill_weather(column)
        self._rows = QVBoxLayout()
        self._rows.setSpacing(6)
        column.addLayout(self._rows)
        self.forget = push_button("forget_times", "Forget what was logged", lambda: session.try_do(forget_times))
        self.forget.setProperty("kind", "link")
        column.addWidget(self.forget)
        self._cautions = QVBoxLayout()
        column.addLayout(self._cautions)
        column.addStretch(1)

    def _fill_new(self, column: QVBoxLayout) -> None:
        row = QHBoxLayout()
        row.setSpacing(4)
        row.addWidget(label("New to you", "second"))
        self.tools = {}
        for tool, words in _TOOLS.items():
            button = push_button(f"first_{tool}", words, partial(self._set_tool, tool))
            button.setCheckable(True)
            button.setToolTip(f"The {words} is new to me: it takes about a third longer")
            self.tools[tool] = button
        self._tool_row = QGridLayout()
        self._tool_row.setSpacing(4)
        for k, button in enumerate(self.tools.values()):
            self._tool_row.addWidget(button, k // 3, k % 3)
        column.addLayout(row)
        column.addLayout(self._tool_row)

    def _set_tool(self, tool: Tool) -> None:
        on = self.tools[tool].isChecked()
        self.session.try_do(lambda p: set_first_time(p, tool, new=on))

    def _fill_weather(self, column: QVBoxLayout) -> None:
        row = QHBoxLayout()
        row.setSpacing(8)
        enter: Callable[[str, str], None] = lambda name, text: self.session.do(lambda p: set_weather(p, name, text))  # type: ignore[arg-type]  # noqa: E731
        self.weather = {
            name: Field(self.session, f"weather_{name}", title, partial(enter, name))
            for name, title in (("celsius", "Where it dries, °C"), ("humidity", "Humidity, %"))
        }
        for field in self.weather.values():
            row.addWidget(field, 1)
        column.addLayout(row)
        self.slow = wrapped("", "second")
        column.addWidget(self.slow)

    def refresh(self, finish: FinishPlan) -> None:
        """Shows what the plan says."""
        plan = self.session.plan
        steps = plan.work.of(FINISH) if plan is not None else ()
        finishing, shop = finish.finishing, self.session.project.shop
        self.weather["celsius"].show_value(f"{finishing.celsius:g}")
        self.weather["humidity"].show_value(f"{finishing.humidity:g}")
        for tool, button in self.tools.items():
            button.setChecked(tool in shop.first_time)
        self._tell_weather(finish)
        now = steps, shop.taken, shop.minutes, self.session.unit
        if now == self._shown:
            return
        self._shown = now
        low, high = (sum(step.minutes[k] for step in steps) for k in (0, 1))
        self.total.setText(
            f"About {span((low, high))} by hand; the waits come on top." if steps else "Nothing to do yet."
        )
        factor = self._own(steps)
        self.own.setText(f"By what you logged you take {factor:.2g} times what is usual." if shop.taken else "")
        self.own.setVisible(bool(shop.taken))
        self.forget.setVisible(bool(shop.taken))
        empty(self._rows)
        for step in steps:
            self._rows.addWidget(self._row(step))
        empty(self._cautions)
        for code in dict.fromkeys(code for step in steps for code in step.cautions):
            if code in CAUTIONS:
                self._cautions.addWidget(CautionLine(self.session, CAUTIONS[code]))

    def _own(self, steps: tuple[Step, ...]) -> float:
        """How much longer all of it takes than usual."""
        taken = self.session.project.shop.taken
        weights = [(amount, own_factor(task, taken)) for step in steps for task, amount in step.tasks]
        whole = sum(amount for amount, _ in weights)
        return sum(amount * factor for amount, factor in weights) / whole if whole else 1.0

    def _tell_weather(self, finish: FinishPlan) -> None:
        from zygoform.core.coats.coat import COLDEST, weather

        finishing = finish.finishing
        slower = weather(finishing.celsius, finishing.humidity)
        words = f"Cold or damp: every wait is {slower:g} times as long." if slower > 1 else ""
        if finishing.celsius < COLDEST:
            words += f" No coat dries well below {COLDEST:g} °C: wait, or bring it in."
        self.slow.setText(words.strip())
        self.slow.setVisible(bool(words))

    def _row(self, step: Step) -> QWidget:
        made = QWidget()
        made.setObjectName(f"step_{step.id.replace('/', '_')}")
        grid = QGridLayout(made)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setVerticalSpacing(0)
        grid.setColumnStretch(0, 1)
        grid.addWidget(wrapped(self.session.show(step.what), ""), 0, 0)
        minutes = label(span(step.minutes), "strong")
        grid.addWidget(minutes, 0, 1)
        wait = f"then {wait_words(step.wait)}. {step.wait_for}" if step.wait[1] else ""
        words: QLabel = wrapped(f"{self.session.show(step.made_of)}{'; ' if wait else ''}{wait}", "second")
        grid.addWidget(words, 1, 0)
        field = Field(self.session, f"took_{step.id.replace('/', '_')}", "", partial(self._log, step))
        field.title.hide()
        field.line.setPlaceholderText("took, min")
        field.line.setAccessibleName(f"Minutes it took: {self.session.show(step.what)}")
        field.setFixedWidth(t.px(84))
        grid.addWidget(field, 1, 1)
        return made

    def _log(self, step: Step, text: str) -> None:
        if not text.strip():
            return
        shop = self.session.project.shop
        # What each kind of work was planned to take, halfway between a quick and a slow hand.
        plain = [(task, amount * sum(pace(task, shop.minutes)) / 2) for task, amount in step.tasks if amount]
        whole, mid = sum(minutes for _, minutes in plain), sum(step.minutes) / 2
        effort = mid / whole / self._own((step,)) if whole else 1.0
        self.session.do(lambda p: log_time(p, tuple((task, minutes * effort) for task, minutes in plain), text))
