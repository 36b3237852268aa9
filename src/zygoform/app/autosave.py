"""Nothing is lost: unsaved work is copied away every few seconds, prices of one's own are kept."""

from collections.abc import Callable
from functools import partial

from PySide6.QtCore import QObject, QTimer, Signal

from zygoform.app.background import Background
from zygoform.app.bench_journal import BenchJournal
from zygoform.app.session import Session
from zygoform.core.project import Project
from zygoform.files.photos import forget_unsaved, left_out_words
from zygoform.files.prices_csv import keep_prices
from zygoform.files.recovery import RecoveryFile

EVERY_MS, RETRY_MS = 2000, 10_000


class Autosave(QObject):
    """Copies the unsaved document away; the copy goes when it is saved or given up.

    Beside it lies the `journal` of what happens once in life. `told` says what failed, `warned` the same again each
    time until it is settled, then nothing. `known` is the stamp of what the open file held when it was last read or
    written here.
    """

    told = Signal(str)
    warned = Signal(str)

    def __init__(self, session: Session, parent: QObject | None = None, known: Callable[[], str] = str) -> None:
        super().__init__(parent)
        self.session, self._known = session, known
        self._keeper = RecoveryFile()
        self._kept: Project | None = None
        self._failed = False
        self._writing = False
        self._left_out: tuple[str, ...] = ()
        self._unsaved_photos: set[str] = set()
        self._background, self._price_writer, self._sweeper = Background(self), Background(self), Background(self)
        self.journal = BenchJournal(session, known, self)
        self.journal.begin(self._keeper)
        self.journal.told.connect(self.told)
        self.journal.warned.connect(self._on_journal)
        self.journal.written.connect(self._on_written_down)
        self._background.finished.connect(self._on_written)
        self._price_writer.finished.connect(self._on_prices)
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(EVERY_MS)
        self._timer.timeout.connect(lambda: self.keep_now())
        self._prices = (session.project.shop.timber, session.project.shop.packs)
        session.changed.connect(self._on_changed)
        # The plan of a large project comes later; what happened is not kept waiting for it.
        session.previewed.connect(self.journal.follow)
        session.opened.connect(self._on_opened)

    def _on_opened(self, _path: str) -> None:
        """Prices of a file are that project's own; the photos of the document before are forgotten."""
        self._forget_photos()
        self._leave_copy()
        self._prices = (self.session.project.shop.timber, self.session.project.shop.packs)

    def _leave_copy(self) -> None:
        """Copy and journal of the document before go once nobody writes them any more; this one has its own."""
        before, self._keeper = self._keeper, RecoveryFile()
        self._kept = None
        at_work = self._writing or self.journal.busy
        self.journal.begin(self._keeper)

        def work() -> None:
            self.journal.wait()
            self._background.wait()
            before.drop()

        if before.path is not None or at_work:
            self._sweeper.start(work)

    def _keep_prices(self) -> None:
        """Prices that an edit changed go into the user's own list, for the next projects."""
        shop = self.session.history.project.shop
        timber, packs = self._prices
        if shop.timber is timber and shop.packs is packs:
            return
        self._prices = (shop.timber, shop.packs)
        sizes = tuple(size for size in shop.timber if size not in timber)
        changed = tuple(pack for pack in shop.packs if pack not in packs)
        if sizes or changed:
            self._price_writer.start(lambda: keep_prices(sizes, changed))

    def _on_prices(self, fault: str) -> None:
        if fault:
            self.told.emit(f"These prices are this project's; they cannot be kept for the next one: {fault}.")

    def _forget_photos(self) -> None:
        owns, self._unsaved_photos = self._unsaved_photos, set()
        for own in owns:
            self._sweeper.start(partial(forget_unsaved, own))

    def _on_changed(self) -> None:
        self._keep_prices()
        project = self.session.history.project
        if self.session.path is None and project.id:
            self._unsaved_photos.add(project.id)
        self.journal.follow()
        if self.session.is_dirty:
            if not self._timer.isActive():
                self._timer.start(EVERY_MS)
        elif not self._writing:
            self._timer.stop()
            self._drop()

    def _on_journal(self, words: str) -> None:
        """Where there is no copy either, that is told already."""
        if not self._failed:
            self.warned.emit(words)

    def _on_written_down(self) -> None:
        if not self.session.is_dirty and not self._writing:
            self._drop()

    def keep_now(self, *, wait: bool = False) -> None:
        """Writes the copy, unless one is being written or nothing has changed since."""
        project, path = self.session.history.project, self.session.path
        if self._writing or project is self._kept or not self.session.is_dirty:
            return
        self._writing, self._kept = True, project
        known, keeper = self._known(), self._keeper

        def work() -> None:
            self._left_out = keeper.keep(project, path, known)

        self._background.start(work)
        if wait:
            self._background.wait()

    def _on_written(self, fault: str) -> None:
        self._writing = False
        if fault and not self._failed:
            self.told.emit(f"Unsaved work cannot be copied away: {fault}. Save it yourself.")
        if self._left_out:
            self.told.emit(left_out_words(self._left_out, "The copy of unsaved work"))
            self._left_out = ()
        if fault or self._failed:
            self.warned.emit(f"not saved, no copy: {fault}" if fault else "")
        self._failed = bool(fault)
        if fault:
            # There is no copy of it: it is tried again until there is one.
            self._kept = None
        if not self.session.is_dirty:
            self._drop()
        elif self.session.history.project is not self._kept:
            self._timer.start(RETRY_MS if fault else EVERY_MS)

    def _drop(self) -> None:
        if self._failed:
            self._failed = False
            self.warned.emit("")
        self.journal.forget()
        if self.journal.busy:
            # What comes after it drops both.
            return
        self._keeper.drop()
        self._kept = None

    def close(self) -> None:
        """The document is saved or given up: no copy stays."""
        self._timer.stop()
        self._forget_photos()
        self.journal.close()
        for writer in (self._background, self._price_writer, self._sweeper):
            writer.wait()
        self._keeper.drop()
        self._kept = None
