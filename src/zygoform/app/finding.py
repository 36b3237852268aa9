"""What the finder can find: actions, parts, boards, settings, questions."""

from collections.abc import Callable
from functools import partial

from zygoform.app.actions.action import Action
from zygoform.app.session import Session
from zygoform.app.stages.help.stage import answers
from zygoform.app.stages.redesign.adding import addable
from zygoform.app.widgets.finder import Findable
from zygoform.core.goods.timber import Saw
from zygoform.core.measure.param import params
from zygoform.core.shop import Climate

_SETTINGS = (
    ("theme", "Theme: light, dark, as the desktop"),
    ("text_size", "Text size"),
    ("set_units", "Inches or millimetres"),
    ("set_fraction", "Finest fraction"),
    ("set_rounding", "Metric rounding"),
    ("currency", "Currency sign"),
    ("set_paper", "Paper: A4 or Letter"),
    ("shop_kerf", "Kerf of the blade"),
    ("shop_end_trim", "Lost at each end of a board"),
    *((f"saw_{entry.name}", f"Saw: {entry.group.lower()} {entry.label.lower()}") for entry in params(Saw)),
    *((f"climate_{entry.name}", f"{entry.group}: {entry.label.lower()}") for entry in params(Climate)),
)


def findable(
    session: Session,
    actions: list[Action],
    go: Callable[[str], None],
    field: Callable[[str], None],
    plan: Callable[[str, str], None],
) -> list[Findable]:
    """Everything with a name; a change is planned, a part or board shown on Cut, a setting gone to."""
    found = [
        Findable(action.title.rstrip("…"), action.keys[0] if action.keys else "", action.do, action.menu)
        for action in {action.id: action for action in actions if action.id != "find"}.values()
    ]
    found += [
        Findable(added.kind.title, "change", partial(plan, added.kind.kind, added.own or added.rooms[0]), "add")
        for added in addable(session)
    ]
    compiled = session.plan
    for listed in compiled.parts if compiled else ():
        size = session.unit.show(listed.length)
        found.append(
            Findable(f"{listed.code} {listed.part.name}", size, partial(_show, session, go, listed.id), rank=1)
        )
    for layout in compiled.layouts if compiled else ():
        for board in layout.boards:
            name = f"Board {board.letter}"
            words = f"{board.size.name}, {session.unit.stock(board.length)}"
            found.append(Findable(name, words, partial(_show, session, go, board.parts[0].part.id), rank=1))
    found += [Findable(title, "setting", partial(field, name), rank=2) for name, title in _SETTINGS]
    found += [Findable(question, "help", partial(go, "help"), answer, 3) for question, answer in answers()]
    return found


def _show(session: Session, go: Callable[[str], None], part_id: str) -> None:
    go("cut")
    session.select(part_id)
