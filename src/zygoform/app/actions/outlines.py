"""Outlines taken from a file for a cut-out; templates and patterns written for other programs and machines."""

from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import cast

from PySide6.QtCore import QObject

from zygoform.app.background import Errand, read_drawing
from zygoform.app.session import Session
from zygoform.core.edits.planning import meant_cutout, set_outline
from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline
from zygoform.files.atomic import write_whole
from zygoform.files.names import shown
from zygoform.files.outlines import DrawingKind, pattern_text, template_text

DRAWINGS = "Drawings (*.svg *.dxf);;All files (*)"


def take_outline(session: Session, ask: Callable[[str], str], tell: Callable[[str], None], window: QObject) -> None:
    """Asks for a file; its largest closed line is the cut-out's from then on."""
    change_id = meant_cutout(session.project, session.view.open_change)
    if not change_id:
        tell("Plan a cut-out first: point at a door, then take its outline.")
        return
    name = ask(DRAWINGS)
    if not name:
        return
    path, of = Path(name), session.view
    tell(f"Reading {shown(path)}…")
    # With the window gone nobody is told.
    errand = Errand(window)

    def take(found: object, fault: str) -> None:
        errand.deleteLater()
        if session.view is not of:
            # Another document came meanwhile: it is not meant.
            return
        if isinstance(found, BadInputError) or fault:
            why = found.message.rstrip(".") if isinstance(found, BadInputError) else fault
            tell(f"{shown(path)} was not taken: {why}.")
        elif session.try_do(lambda project: set_outline(project, change_id, cast("Outline", found))):
            tell(f"The line of {shown(path)} is the cut-out's")

    errand.done.connect(take)
    errand.start(partial(_read, path))


def _read(path: Path) -> "Outline | BadInputError":
    """Of a file, or why not; by another process, so that the window goes on whatever it holds."""
    try:
        return read_drawing(path)
    except BadInputError as refused:
        return refused


def write_templates(
    session: Session, kind: DrawingKind, ask: Callable[[str, str], str], suggested: str, tell: Callable[[str], None]
) -> None:
    """One file for one template; of several each has its number in its name."""
    plan = session.plan
    found = [template for outcome in plan.outcomes for template in outcome.templates] if plan is not None else []
    if not found:
        tell("No change here has a template: new pulls and cut-outs have one.")
        return
    _write([template_text(template, kind) for template in found], kind, ask, suggested, tell)


def write_patterns(
    session: Session, kind: DrawingKind, ask: Callable[[str, str], str], suggested: str, tell: Callable[[str], None]
) -> None:
    """Every pattern as it lies, a layer for each front; one file for each pattern."""
    plan = session.plan
    found = [own for outcome in plan.outcomes for own in outcome.maps] if plan is not None else []
    if not found or plan is None:
        tell("No change here lays a pattern of strips.")
        return
    codes = {listed.id: listed.code for listed in plan.parts}
    _write([pattern_text(own, codes, kind) for own in found], kind, ask, suggested, tell)


def _write(
    texts: list[str], kind: DrawingKind, ask: Callable[[str, str], str], suggested: str, tell: Callable[[str], None]
) -> None:
    """Under the name that is asked for; of several each has its number in its name."""
    name = ask(suggested, f"{kind.upper()} (*.{kind})")
    if not name:
        return
    path = Path(name)
    paths = [path if len(texts) == 1 else path.with_stem(f"{path.stem} {k}") for k in range(1, len(texts) + 1)]
    try:
        for own, text in zip(paths, texts, strict=True):
            write_whole(own, text.encode("utf-8"))
    except OSError as refused:
        tell(f"Not exported: {refused.strerror or refused}.")
    else:
        tell(f"Exported {shown(paths[0])}" + (f" and {len(paths) - 1} more" if len(paths) > 1 else ""))
