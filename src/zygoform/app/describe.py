"""What is said of a part or opening when it is pointed at."""

from msgspec import Struct

from zygoform.app.session import Session
from zygoform.core.condition.materials import MATERIALS, weight_of
from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.cutlist.rows import board_letters, end_words
from zygoform.core.form.form import Board, FormOpening
from zygoform.core.form.opening_readings import room
from zygoform.core.ids import piece_of
from zygoform.core.plan.plan import Plan


class Description(Struct, frozen=True):
    """A code (or nothing), a name, and one or two lines."""

    code: str
    name: str
    lines: tuple[str, ...]

    @property
    def spoken(self) -> str:
        """All of it in one sentence, for a screen reader."""
        return ", ".join(filter(None, (self.code, self.name, *self.lines)))


def describe(session: Session, part_id: str) -> Description | None:
    """The description of what is pointed at; None for nothing or something gone."""
    plan = session.plan
    if plan is None or not part_id:
        return None
    listed = plan.listed(part_id)
    if listed is not None:
        return _listed(session, plan, listed)
    placed = next((p for roll in plan.cut.rolls for p in roll.cuts if p.cut.id == part_id), None)
    if placed is not None:
        show, cut = session.unit.show, placed.cut
        size = f"{show(cut.width)} across the roll × {show(cut.length)} along it"
        return Description("", cut.name, (size, f"{cut.kind}, from a roll {show(cut.roll)} wide"))
    board = plan.part(part_id)
    if board is not None:
        return _found(session, plan, board)
    for body in plan.found.bodies:
        for opening in body.openings:
            if opening.id == part_id:
                return Description("", opening.name, (_size(session, opening), _fits(session, opening)))
    return None


def _size(session: Session, opening: FormOpening) -> str:
    """As it was measured closely, from the smallest to the largest; else as it is drawn."""
    x0, z0, x1, z1 = opening.rect
    show, close = session.unit.show, opening.readings
    smallest, largest = (close.smallest, close.largest) if close is not None else ((None, None), (None, None))
    words = []
    for drawn, low, high, way in zip((x1 - x0, z1 - z0), smallest, largest, ("wide", "high"), strict=True):
        least, most = show(drawn if low is None else low), show(drawn if high is None else high)
        words.append(f"{least if least == most else f'{least} to {most}'} {way}")
    return " × ".join(words)


def _fits(session: Session, opening: FormOpening) -> str:
    """What goes into an opening, as far as that is known."""
    x0, z0, x1, z1 = opening.rect
    if opening.readings is None:
        return "in the front"
    down = session.unit.show_down
    width, height = room(opening.readings, x1 - x0, z1 - z0)
    sure = "" if not opening.readings.missing else ", if it is square"
    return f"up to {down(width)} × {down(height)} goes in{sure}"


def spoken(session: Session, part_id: str) -> str:
    """What a screen reader says of a part."""
    found = describe(session, part_id)
    return found.spoken if found is not None else ""


def _listed(session: Session, plan: Plan, listed: ListedPart) -> Description:
    show, part = session.unit.show, listed.part
    size = f"{show(listed.length)} {part.measured_on} × {show(listed.width)}"
    ends = {end_words(listed.left)}
    ends.add(end_words(listed.right))
    ends_text = f"both ends {ends.pop()}" if len(ends) == 1 else "ends " + " and ".join(sorted(ends))
    alike = [p for p in plan.parts if p.shape == listed.shape]
    letters = board_letters(plan.layouts)
    where = sorted({letters[p.id] for p in alike if p.id in letters})
    boards = f"on board{'s' if len(where) > 1 else ''} {' and '.join(where)}" if where else "on no board yet"
    count = "1 of its shape" if len(alike) == 1 else f"{len(alike)} alike"
    guess = "; rests on a guess" if part.rests_on else ""
    return Description(listed.code, part.name, (size, f"{ends_text}; {count}, {boards}{guess}"))


def _found(session: Session, plan: Plan, board: Board) -> Description:
    size = " × ".join(session.unit.show(mm) for mm in reversed(board.solid.sizes))
    state = "stays" if plan.planned.board(board.id) is not None else "comes off"
    piece = session.project.known(piece_of(board.id))
    made = next((m for m in piece.made_of if m.part == board.id), None) if piece is not None else None
    material = MATERIALS[made.material if made is not None else board.likely].title.lower()
    kilos = weight_of(board.solid.volume, made.material if made is not None else board.likely)
    heavy = f"{session.unit.show_weight(kilos)}, {material}{'' if made is not None else ' most likely'}"
    return Description("", board.name, (size, f"{state}; about {heavy}"))
