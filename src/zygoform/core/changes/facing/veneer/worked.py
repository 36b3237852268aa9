"""Veneer in sheets: pieces with an allowance for each face; glue, cauls, clamps, press, or iron and roller."""

from msgspec import Struct, structs

from zygoform.core.changes.facing.veneer.entries import SheetVeneer
from zygoform.core.changes.surface import Surface, chosen_surface, covered, slick_ground
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.plane import rectangle
from zygoform.core.goods.fittings import GLUED
from zygoform.core.goods.minutes import Task
from zygoform.core.ids import own_of
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Sized, Term
from zygoform.core.measure.rounding import count_up
from zygoform.core.measure.write import MlASquareMetre
from zygoform.core.outcome.cautions import DUST, GLUE, IRON
from zygoform.core.outcome.outcome import Finding, Fix, Note, Outcome, Supply
from zygoform.core.outcome.part import Part
from zygoform.core.outcome.work import Work
from zygoform.core.patterns.field import FieldFront
from zygoform.core.shop import Shop

PRESS_ML_M2, BEARER_APART, CAUL_MORE, CAUL_THICK = 165.0, 150.0, 20.0, 18.0
"""Glue on the ground alone (ml/m²); bearers over the cauls stand so far apart at most; a caul is so much larger
than the face and so thick (mm), the label of the glue comes first. [practice]
"""
_STRIPS: tuple[tuple[str, float | str], ...] = (("family", "turning"), ("gap", 0.0), ("fixing", "iron"))


class VeneeredFace(Struct, frozen=True):
    """A face with its pieces: how many side by side, each so long along the grain and so wide (mm)."""

    board: Board
    front: FieldFront
    count: int
    length: float
    width: float


class VeneerSet:
    """Lives only for the length of a call."""

    def __init__(self, change: SheetVeneer, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.sheet = shop.size(change.sheet)
        if not self.sheet.is_veneer:
            raise BadInputError("impossible", "Veneer is cut from a thin sheet. Choose one.", "sheet")
        # Each board has leaves of its own.
        self.surface: Surface = structs.replace(chosen_surface(body, change.on, change.targets), beside=())
        fronts = self.surface.field().fronts
        self.faces = tuple(self._face(b, f) for b, f in zip(self.surface.boards, fronts, strict=True))

    def _face(self, board: Board, front: FieldFront) -> VeneeredFace:
        level, more = self.change.grain == "level", 2 * self.change.allowance
        long, across = (front.w, front.h) if level else (front.h, front.w)
        longest = max((offer.length for offer in self.sheet.offers), default=long + more)
        if long + more > longest:
            text = "Along the grain the longest sheet is {0}, the face with its allowance {1}: turn the grain."
            raise BadInputError("does_not_fit", text, "grain", (longest, long + more))
        if self.sheet.width <= more:
            raise BadInputError("does_not_fit", "The allowance leaves nothing of the sheet.", "allowance")
        count = count_up(across / (self.sheet.width - more))
        return VeneeredFace(board, front, count, long + more, across / count + more)

    def outcome(self, condition: Condition) -> Outcome:
        """What it comes to, on what was found there."""
        change, parts = self.change, self._parts()
        area = sum(front.w * front.h for front in self.surface.field().fronts) / 1e6
        iron, n = change.method == "iron", len(self.faces)
        words = f"{len(parts)} pieces of veneer on {n} face{'s' * (n != 1)}"
        why = Message("{0}, on the ground alone", (MlASquareMetre(PRESS_ML_M2),))
        slick = slick_ground(change.id, self.surface.boards, condition, iron=iron)
        return Outcome(
            change.id,
            Message(words if len(parts) != 1 else words.replace("pieces", "piece")),
            cut=parts,
            supplies=() if iron else (Supply(change.id, "glue", PRESS_ML_M2 * area, "veneer", why),),
            notes=self._notes(),
            cautions=(DUST, IRON) if iron else (DUST, GLUE),
            findings=(self._other_way(), *slick),
            work=self._work(parts),
            body=self.body.id,
            reshaped=(covered(self.body, self._drawn()),),
        )

    def _parts(self) -> tuple[Part, ...]:
        guesses, found = self.body.width.guesses, list[Part]()
        more = Term("allowance on both sides", 2 * self.change.allowance, "chosen")
        for face in self.faces:
            for k in range(face.count):
                words = f"{face.board.name.lower()}, along the grain", f"{face.board.name.lower()}, across it"
                long, wide = face.length - more.value, face.width - more.value
                found.append(
                    Part(
                        f"{self.change.id}/veneer/{own_of(face.board.id)}-{k + 1}",
                        self.change.id,
                        "Veneer",
                        self.sheet.id,
                        self.sheet.thickness,
                        face.width,
                        face.length,
                        rounding="up",
                        location=f"on {face.board.name.lower()}",
                        rests_on=guesses,
                        length_of=Sized(face.length, guesses, (Term(words[0], long, "worked out"), more)),
                        width_of=Sized(face.width, guesses, (Term(words[1], wide, "worked out"), more)),
                        by_hand=True,
                        knife=True,
                    )
                )
        return tuple(found)

    def _drawn(self) -> dict[str, tuple[Board, ...]]:
        """The faces as they are then: every piece to its joint."""
        found: dict[str, tuple[Board, ...]] = {}
        level = self.change.grain == "level"
        for face in self.faces:
            f, boards = face.front, list[Board]()
            for k in range(face.count):
                a, b = k / face.count, (k + 1) / face.count
                outline = (
                    rectangle(f.x, f.y + a * f.h, f.x + f.w, f.y + b * f.h)
                    if level
                    else rectangle(f.x + a * f.w, f.y, f.x + b * f.w, f.y + f.h)
                )
                own = f"{self.change.id}/veneer/{own_of(face.board.id)}-{k + 1}"
                solid = self.surface.solid(outline, self.sheet.thickness)
                grain = self.surface.u if level else self.surface.v
                boards.append(
                    Board(own, f"Veneer, {face.board.name.lower()}", "ornament", solid, grain, tone=k % 2)
                )
            found[face.board.id] = tuple(boards)
        return found

    @property
    def _bearers(self) -> int:
        """Over the largest face, across its longer side, a clamp at either end of each."""
        longest = max(max(face.front.w, face.front.h) for face in self.faces)
        return count_up(longest / BEARER_APART) + 1

    def _notes(self) -> tuple[Note, ...]:
        front = max((face.front for face in self.faces), key=lambda f: f.w * f.h)
        notes = [
            Note("Cut", Message("{0} over on every side, trimmed flush once it holds.", (self.change.allowance,)))
        ]
        if any(face.count > 1 for face in self.faces):
            most = max(face.count for face in self.faces)
            text = f"Up to {most} side by side: every second one turned over, edges shot together, taped."
            notes.append(Note("Joints", Message(text)))
        if self.change.method == "iron":
            text = "Hot, dry, along the grain, slowly; a roller behind it until it is cold. A scrap first."
            notes.append(Note("Iron", Message(text)))
        else:
            bearers = self._bearers
            text = f"{bearers} bearers, {2 * bearers} clamps, two cauls {{0}} × {{1}} × {{2}}, paper between."
            sizes = (front.w + CAUL_MORE, front.h + CAUL_MORE, CAUL_THICK)
            notes.append(Note("Press", Message(text, sizes)))
        text = "A bubble: slit it along the grain, glue in with a syringe, press. Too little pressure makes many."
        notes.append(Note("Bubbles", Message(text)))
        return tuple(notes)

    def _other_way(self) -> Finding:
        """The same look from strips that are ironed on, tried beside this as a variant."""
        change = self.change
        fix = Fix(
            Message("Strips, as a variant"),
            change.id,
            add="pattern",
            target=change.targets[0],
            values=_STRIPS,
            variant="Strips ironed on",
        )
        what = Message("There is another way to this look")
        why = Message("Strips of iron-on veneer look alike, need no press, and take longer: many pieces.")
        return Finding("veneer_other_way", "note", what, why, (), change.id, (fix,))

    def _work(self, parts: tuple[Part, ...]) -> tuple[Work, ...]:
        ids, n = tuple(part.id for part in parts), len(self.faces)
        faces = tuple(dict.fromkeys(face.board.id for face in self.faces))
        iron = self.change.method == "iron"
        cuts: tuple[tuple[Task, float], ...] = (("knife cut", 4 * len(parts)),)
        lay: tuple[tuple[Task, float], ...] = (("iron strip", 4 * n),) if iron else (("press face", n),)
        ground: tuple[tuple[Task, float], ...] = (("sand face", n),)
        trim: tuple[tuple[Task, float], ...] = (("trim end", 2.0 * n),)
        press = "Glue on the ground, veneer on, cauls, clamps from the middle out"
        what = "Iron it on, from the middle out" if iron else press
        wait = (0.2, 1.0) if iron else GLUED
        return (
            Work("cut", "cut", Message(f"Cut {len(parts)} pieces of veneer with a knife, face taped"), cuts, ids,
                 needs=("a knife and a straight edge",), cautions=("dust",)),
            Work("ground", "shape", Message("Sand the faces flat and dull, dust off"), ground, faces,
                 follows=("apart",), cautions=("dust",)),
            Work("lay", "glue", Message(what), lay, faces, wait, "In the press as long as the label says.",
                 ("an iron and a roller",) if iron else ("glue", "cauls and clamps"), ("cut", "ground"),
                 ("hot iron",) if iron else ("glue",)),
            Work("trim", "shape", Message("Trim flush with a knife, edges sanded inward"), trim, faces,
                 follows=("lay",), cautions=("dust",)),
        )  # fmt: skip


def worked(change: SheetVeneer, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The faces veneered. Raises BadInputError where a sheet is too short, or is none."""
    return VeneerSet(change, change.body_in(form), shop).outcome(condition)
