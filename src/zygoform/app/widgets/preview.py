"""A print before it is printed: its pages, a printer, a PDF."""

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtGui import QImage, QPainter, QPixmap
from PySide6.QtPrintSupport import QPrintDialog, QPrinter
from PySide6.QtWidgets import QDialog, QHBoxLayout, QLabel, QPushButton, QScrollArea, QVBoxLayout, QWidget

from zygoform.app.background import Background
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import label
from zygoform.files.paper import PAPERS, Paper, Picture, pictures

SCREEN_DPI, PRINT_DPI = 88, 300


class Preview(QDialog):
    """Pages are made in the background; what takes longer says so and can be left at any time."""

    def __init__(self, window: QWidget, make: Callable[[Paper], bytes], save: Callable[[Paper], object]) -> None:
        super().__init__(window)
        self._make, self._save = make, save
        self.pdf = b""
        self.pages: list[Picture] = []
        self.paper = PAPERS[0]
        self.setWindowTitle("Print")
        self.setObjectName("preview")
        # No larger than the window: with large text it would run off the screen.
        room = window.window().size()
        self.resize(min(t.px(900), room.width()), min(t.px(700), room.height()))
        column = QVBoxLayout(self)
        bar = QHBoxLayout()
        self.kind = Segments("paper_kind", [(paper.id, paper.title) for paper in PAPERS])
        self.kind.setAccessibleName("What to print")
        self.kind.chosen.connect(self.show_paper)
        self.state = label("", "second")
        # Large text in a small window leaves no room for both in one row.
        column.addWidget(self.kind, 0, Qt.AlignmentFlag.AlignLeft)
        bar.addWidget(self.state)
        bar.addStretch(1)
        for name, words, do in (
            ("preview_pdf", "Save as PDF…", lambda: self._save(self.paper)),
            ("preview_print", "Print…", self._ask_print),
            ("preview_close", "Close", self.close),
        ):
            button = QPushButton(words)
            button.setObjectName(name)
            button.setAutoDefault(False)
            button.clicked.connect(lambda _checked=False, do=do: do())
            bar.addWidget(button)
        column.addLayout(bar)
        self._area = QScrollArea()
        self._area.setWidgetResizable(True)
        self._area.setAccessibleName("Pages")
        column.addWidget(self._area, 1)
        self._background = Background(self)
        self._background.finished.connect(self._on_made)

    def show_paper(self, paper_id: str) -> None:
        """Another kind of print."""
        self.kind.set_value(paper_id)
        self.paper = next(paper for paper in PAPERS if paper.id == paper_id)
        self.state.setText("Making the pages…")
        paper = self.paper

        def work() -> None:
            pdf = self._make(paper)
            self.pdf, self.pages = pdf, pictures(pdf, SCREEN_DPI)

        self._background.start(work)

    def _on_made(self, fault: str) -> None:
        count = len(self.pages)
        self.state.setText(fault or ("1 page" if count == 1 else f"{count} pages"))
        inner = QWidget()
        column = QVBoxLayout(inner)
        for number, page in enumerate(self.pages, start=1):
            sheet = QLabel()
            sheet.setPixmap(QPixmap.fromImage(image(page)))
            sheet.setAccessibleName(f"{self.paper.title}, page {number} of {count}")
            column.addWidget(sheet, 0, Qt.AlignmentFlag.AlignHCenter)
        column.addStretch(1)
        self._area.setWidget(inner)

    def _ask_print(self) -> None:
        printer = QPrinter(QPrinter.PrinterMode.HighResolution)
        if QPrintDialog(printer, self).exec():
            print_pdf(self.pdf, printer)

    def done(self, result: int) -> None:
        self._background.wait()
        super().done(result)


def image(page: Picture) -> QImage:
    """A page as Qt shows it."""
    made = QImage(page.pixels, page.width, page.height, page.stride, QImage.Format.Format_RGB32)
    return made.copy()


def print_pdf(pdf: bytes, printer: QPrinter) -> None:
    """Every page on a sheet of its own, at its own size."""
    painter = QPainter(printer)
    for number, page in enumerate(pictures(pdf, PRINT_DPI)):
        if number:
            printer.newPage()
        paper = printer.paperRect(QPrinter.Unit.DevicePixel)
        origin = printer.pageRect(QPrinter.Unit.DevicePixel).topLeft()
        scale = printer.resolution() / PRINT_DPI
        target = paper.translated(-origin)
        target.setSize(
            paper.size().scaled(page.width * scale, page.height * scale, Qt.AspectRatioMode.KeepAspectRatio)
        )
        painter.drawImage(target, image(page))
    painter.end()
