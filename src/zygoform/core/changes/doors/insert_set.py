"""Inserts for some openings in doors: how large each is, what it is cut from, what holds it, what is said of it."""

import math
from collections.abc import Sequence
from typing import Literal, Protocol

from msgspec import Struct

from zygoform.core.changes.doors.insert_entries import ROLLED, InsertKind
from zygoform.core.condition.materials import MaterialCode
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Outline, extent, rectangle
from zygoform.core.geometry.prism import Prism, X, Z
from zygoform.core.goods.screws import wood_screw
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Sized, sized
from zygoform.core.measure.rounding import count_up
from zygoform.core.measure.write import MlASquareMetre
from zygoform.core.outcome.cautions import GLASS, GLUE, Caution
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Fitting, Note, RollCut, Supply
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

INSERT_THICK: dict[InsertKind, float] = {"cane": 1.5, "fabric": 1.0, "mesh": 1.0}
"""How thick cloth, cane and mesh are drawn (mm). [drawn]"""
LIKE: dict[InsertKind, MaterialCode] = {
    "cane": "cane",
    "fabric": "fabric",
    "mesh": "metal",
    "glass": "glass",
    "mirror": "glass",
    "panel": "plywood",
}
CLIPS_APART, SCREWS_APART = 200.0, 150.0
"""Clips and screws stand at most so far apart (mm). [practice]"""
ADHESIVE_ML_PER_M2 = 150.0
"""Both faces wetted; the label comes first. [practice]"""

Lies = Literal["behind", "rebate", "over"]
"""Behind the door over a rim; in the frame's rebate, in place of what was there; on the old pane."""


class InsertEntries(Protocol):
    """What a change with inserts says of them."""

    @property
    def id(self) -> str: ...
    @property
    def what(self) -> InsertKind: ...
    @property
    def held(self) -> str: ...
    @property
    def weave(self) -> str: ...
    @property
    def spare(self) -> float: ...
    @property
    def roll(self) -> float: ...
    @property
    def pane(self) -> float: ...
    @property
    def apart(self) -> float: ...
    @property
    def real(self) -> bool: ...
    @property
    def sheet(self) -> str: ...


class Light(Struct, frozen=True):
    """An opening in a door, as glaziers call it: its line (x, z), and the size an insert must have at least.

    `face` is the depth at which the insert begins, further in; `line` how long it is held all round, and `wood` how
    thick what it is fixed to is (mm).
    """

    board_id: str
    name: str
    sight: Outline
    wide: float
    high: float
    face: float
    line: float
    lies: Lies = "behind"
    wood: float = 19.0
    guesses: frozenset[str] = frozenset()


class InsertSet:
    """All inserts of one change; lives only for the length of a call."""

    def __init__(self, change: InsertEntries, lights: Sequence[Light], shop: Shop) -> None:
        self.change, self.lights, self.shop = change, tuple(lights), shop
        self.what = change.what
        # Nothing but glue holds on old glass.
        self.held = "glue" if any(light.lies == "over" for light in lights) else change.held
        if self.held == "spline" and self.what != "cane":
            raise BadInputError("impossible", "A spline holds woven cane only.", "held")
        if self.held == "glue" and self.what in ("glass", "mirror"):
            words = "Glass is never glued in: it must come out again. Clips or a strip hold it."
            raise BadInputError("impossible", words, "held")
        if self.what == "panel" and not shop.size(change.sheet).is_sheet:
            raise BadInputError("impossible", "This is a board. Choose a sheet.", "sheet")
        self.rolls = self._rolls()
        self.boards = tuple(self._board(light) for light in self.lights) if self.what != "nothing" else ()
        self.members = self._members() if self.what == "panel" else ()

    @property
    def thick(self) -> float:
        """mm."""
        if self.what == "panel":
            return self.shop.size(self.change.sheet).thickness
        return INSERT_THICK.get(self.what, self.change.pane)

    def _board(self, light: Light) -> Board:
        # In a rebate its edges are hidden: what is drawn is what one sees of it.
        seen = light.lies != "behind"
        solid = self._solid(light, light.sight if seen else _around(light))
        grain = Z if self.change.weave == "up" else X
        role: Literal["panel", "pane"] = "panel" if self.what == "panel" else "pane"
        return Board(light.board_id, f"{light.name}, {self.what}", role, solid, grain, likely=LIKE[self.what])

    def _solid(self, light: Light, ring: Outline) -> Prism:
        return Prism((0.0, light.face + self.thick, 0.0), X, Z, ring, self.thick)

    def _members(self) -> tuple[Member, ...]:
        found = []
        for light, board in zip(self.lights, self.boards, strict=True):
            tall = light.high >= light.wide
            sizes = [
                Sized(value, light.guesses, sized(name, value).terms)
                for name, value in (("insert, high", light.high), ("insert, wide", light.wide))
            ]
            found.append(
                Member(
                    self.change.id,
                    board,
                    Axes(Z if tall else X, (0.0, -1.0, 0.0)),
                    self.shop.size(self.change.sheet),
                    "Insert",
                    f"in {light.name.lower()}",
                    # In a rebate it must go in; behind an opening it must lap over.
                    rough=self._solid(light, _around(light)),
                    rounding="down" if light.lies == "rebate" else "up",
                    rests_on=light.guesses,
                    length_of=sizes[0 if tall else 1],
                    width_of=sizes[1 if tall else 0],
                )
            )
        return tuple(found)

    def _rolls(self) -> tuple[RollCut, ...]:
        """Every piece, with its spare all round, from the narrowest roll that is wide enough for all of them."""
        kind = ROLLED.get(self.what)
        if kind is None:
            return ()
        spare, up = 2 * self.change.spare, self.change.weave == "up"
        sizes = [(light.wide + spare, light.high + spare) for light in self.lights]
        pieces = [size if up else size[::-1] for size in sizes]
        widest = max(wide for wide, _ in pieces)
        sold = [width for width in self.shop.sizes_of(kind) if width >= widest - SAME_MM]
        roll = self.change.roll or min(sold, default=0.0)
        if roll < widest - SAME_MM:
            words = "A piece is {0} wide: the roll must be as wide"
            words += ", or run across." if up else "."
            raise BadInputError("does_not_fit", words, "roll", (widest,))
        return tuple(
            RollCut(self.change.id, light.board_id, kind, light.name, roll, wide, long, "inserts")
            for light, (wide, long) in zip(self.lights, pieces, strict=True)
        )

    def fittings(self) -> tuple[Fitting, ...]:
        """Staples, clips or screws all round."""
        change, what, n = self.change, self.what, len(self.lights)
        lines = [light.line for light in self.lights]
        if what == "nothing" or self.held in ("spline", "glue"):
            return ()
        if what in ROLLED:
            count = sum(count_up(line / change.apart) for line in lines)
            why = Message("one every {0} round each", (change.apart,))
            return (Fitting(change.id, "staple", 0.0, count, "hold inserts", why),)
        if what == "panel" and all(light.lies == "behind" for light in self.lights):
            wood = min(light.wood for light in self.lights)
            screw = wood_screw(self.thick, wood, self.shop.sizes_of("wood screw"), bite=6.0)
            count = sum(max(4, count_up(line / SCREWS_APART)) for line in lines)
            why = Message("one every {0} round each", (SCREWS_APART,))
            return (Fitting(change.id, "wood screw", screw.length, count, "hold inserts", why, driven=screw),)
        if self.held == "strip":
            return ()
        count = sum(max(4, count_up(line / CLIPS_APART)) for line in lines)
        why = Message(f"one every {{0}} round each of {n}, four at least", (CLIPS_APART,))
        return (Fitting(change.id, "glass clip", 0.0, count, "hold panes", why),)

    def supplies(self) -> tuple[Supply, ...]:
        """Glass by its area, strips, splines, adhesive."""
        change, found = self.change, list[Supply]()
        m2 = sum(light.wide * light.high for light in self.lights) / 1e6
        line = sum(light.line for light in self.lights) / 1000
        if self.what in ("glass", "mirror"):
            kind: Literal["glass", "mirror glass"] = "glass" if self.what == "glass" else "mirror glass"
            words = ", ".join(f"{{{2 * k}}} × {{{2 * k + 1}}}" for k in range(len(self.lights)))
            sizes = tuple(mm for light in self.lights for mm in (light.wide, light.high))
            found.append(Supply(change.id, kind, m2 * 1e4, "panes cut to size", Message(words, sizes)))
        if self.held == "strip" and self.what != "nothing":
            found.append(Supply(change.id, "retaining strip", line * 1.1, "round inserts", Message("and a tenth")))
        if self.held == "spline":
            found.append(Supply(change.id, "spline", line * 1.05, "cane", Message("all round, and a twentieth")))
            found.append(Supply(change.id, "glue", 8.0 * line, "spline", Message("8 ml a metre of groove")))
        if self.held == "glue" and self.what != "nothing":
            found.append(
                Supply(
                    change.id,
                    "adhesive",
                    ADHESIVE_ML_PER_M2 * m2,
                    "inserts",
                    Message("{0}", (MlASquareMetre(ADHESIVE_ML_PER_M2),)),
                )
            )
        return tuple(found)

    def notes(self) -> tuple[Note, ...]:
        """Each size once, and how it is done."""
        if self.what == "nothing":
            return ()
        notes, said = list[Note](), set[tuple[float, float]]()
        spare = 2 * self.change.spare if self.what in ROLLED else 0.0
        for light in self.lights:
            size = round(light.wide + spare, 2), round(light.high + spare, 2)
            if size not in said:
                said.add(size)
                words = "{0} × {1}, {2} more all round than it ends up." if spare else "{0} × {1}."
                notes.append(Note("Insert", Message(words, (*size, self.change.spare) if spare else size)))
        notes += [Note(label, Message(text)) for label, text in self._how()]
        return tuple(notes)

    def _how(self) -> list[tuple[str, str]]:
        real = "Soak it for half an hour or more in warm water; fix it wet, from the middles out: it dries taut."
        woven = "Woven paper and plastic stay dry: flatten it under boards for a day, then fix it."
        told = {
            "cane": real if self.change.real else woven,
            "fabric": "Right side to the front. Middles first, then the corners; trim the border last.",
            "mesh": "Cut it with snips, gloves on; turn the ends to the inside.",
            "glass": "Order it so, edges ground. Low down or near children: ask for safety glass.",
            "mirror": "Order it so, edges ground. Only glue made for mirrors may touch its backing.",
            "panel": "Paint or cover it before it goes in.",
        }[self.what]
        how = [(self.what.capitalize(), told)]
        if any(light.lies == "over" for light in self.lights):
            text = "Clean, free of grease. Rub it from the middle out until no bubble is left."
            how.append(("On the glass", text))
        elif self.held == "spline":
            how.append(("Groove", "All round behind the opening, as wide as spline and cane are thick."))
        if self.held == "glue":
            text = "One made for glass and cloth that dries clear; a day before the door moves."
            how.append(("Adhesive", text))
        return how

    def cautions(self) -> tuple[Caution, ...]:
        """Of glass, and of what smells."""
        found = list[Caution]()
        if self.what in ("glass", "mirror") or any(light.lies == "over" for light in self.lights):
            found.append(GLASS)
        if self.held == "glue":
            found.append(GLUE)
        return tuple(found)

    def words(self) -> tuple[str, tuple[float, ...]]:
        """In a few words, with sizes: for a card."""
        if self.what == "nothing" or not self.lights:
            return "open", ()
        n, light = len(self.lights), self.lights[0]
        alike = all(math.isclose(o.wide, light.wide) and math.isclose(o.high, light.high) for o in self.lights)
        many = f"{n} × {self.what}" if n > 1 else self.what
        return (f"{many} {{0}} × {{1}}", (light.wide, light.high)) if alike else (f"{many}", ())


def _around(light: Light) -> Outline:
    """The whole insert: as large all round the middle of what one sees."""
    (x0, x1), (z0, z1) = extent(light.sight, (1.0, 0.0)), extent(light.sight, (0.0, 1.0))
    mx, mz = (x0 + x1) / 2, (z0 + z1) / 2
    return rectangle(mx - light.wide / 2, mz - light.high / 2, mx + light.wide / 2, mz + light.high / 2)


def line_of(outline: Outline) -> float:
    """How long an outline is."""
    return sum(math.dist(a, b) for a, b in zip(outline, outline[1:] + outline[:1], strict=True))
