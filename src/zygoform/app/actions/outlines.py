"""Outlines taken from a file for a cut-out; templates and patterns written for other programs and machines."""

from collections.abc import Callable
from pathlib import Path

from zygoform.app.session import Session
from zygoform.core.edits.outlines import meant_cutout, set_outline
from zygoform.core.errors import BadInputError
from zygoform.files.atomic import write_whole
from zygoform.files.names import shown
from zygoform.files.outlines import DrawingKind, pattern_text, read_outline, template_text

DRAWINGS = "Drawings (*.svg *.dxf);;All files (*)"


def take_outline(session: Session, ask: Callable[[str], str], tell: Callable[[str], None]) -> None:
    """Asks for a file; its largest closed line is the cut-out's from then on."""
    change_id = meant_cutout(session.project, session.view.open_change)
    if not change_id:
        tell("Plan a cut-out first: point at a door, then take its outline.")
        return
    name = ask(DRAWINGS)
    if not name:
        return
    path = Path(name)
    try:
        outline = read_outline(path)
    except (OSError, BadInputError) as refused:
        why = refused.strerror if isinstance(refused, OSError) else refused.message.rstrip(".")
        tell(f"{shown(path)} was not taken: {why}.")
        return
    session.try_do(lambda project: set_outline(project, change_id, outline))


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
