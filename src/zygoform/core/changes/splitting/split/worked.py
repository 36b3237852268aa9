"""Works a split out: where the saw goes, what comes off before it, both halves and what closes them."""

from msgspec import structs

from zygoform.core.changes.splitting.split.entries import Split
from zygoform.core.changes.splitting.split.new_side import new_side, stands_there
from zygoform.core.changes.work import split_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.ornaments import stands_on_top
from zygoform.core.form.resized import PLANED, Half, half_of, planed_only, spoilt
from zygoform.core.geometry.plane import extent
from zygoform.core.goods.fittings import GLUE_ML_PER_M2
from zygoform.core.goods.screws import wood_screw
from zygoform.core.ids import HALF, origin_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.write import SquareMetres
from zygoform.core.outcome.cautions import DUST, GLUE, LIFT, SAW, Caution
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Handle, Note, Outcome, Supply
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

LEAST_HALF = 80.0
"""A half narrower than this (mm) is a board. [choice]"""
PANEL_DEEP = 60.0
"""A panel up to this deep (mm) has no inside that a side would close. [choice]"""
NEAR_MIDDLE = 0.15
"""An upright within this share of the width of the middle is where one saws. [choice]"""
THROUGH = 45.0
"""How far a screw has to reach into the ends of rails and bottom (mm): end grain holds less. [practice]"""
FILLER_MM = 3.0
"""How deep torn joints and holes are filled, on average (mm). [practice]"""
SIDES = ("left", "right")


class Splitting:
    """Lives only for the length of a call."""

    def __init__(self, change: Split, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.sheet = shop.size(change.board)
        if not self.sheet.is_sheet:
            raise BadInputError("impossible", "This is a board. Choose a sheet.", "board")
        self.left, self.right = extent(body.plan, (1.0, 0.0))
        self.low = self._place()
        self.high = self.low + max(change.out, shop.kerf)
        self._check_room()
        self.cuts = self._cut(-1, self.low), self._cut(1, self.high)
        self.gone = spoilt(body, self.cuts)
        self._check_free()
        own = (
            half_of(body, self.cuts[0], self.gone, self.cuts[1]),
            half_of(body, self.cuts[1], self.gone, self.cuts[0]),
        )
        self.closed = [new_side(change.id, cut, half, self.sheet) for cut, half in zip(self.cuts, own, strict=True)]
        self.halves = self._finished(own)
        stays = {origin_of(board.id, change.id) for half in self.halves for board in half.members}
        self.off = frozenset(board.id for board in body.members if board.id not in stays)

    def _place(self) -> float:
        """Where the left half ends: as said, else beside an upright near the middle, else there."""
        if self.change.place:
            return self.left + self.change.place
        taken = max(self.change.out, self.shop.kerf)
        middle, wide = (self.left + self.right) / 2, self.right - self.left
        own = [b.solid.box for b in self.body.boards if b.role == "upright" and not stands_on_top(b)]
        near = [high[0] for low, high in own if abs((low[0] + high[0]) / 2 - middle) < NEAR_MIDDLE * wide]
        return min(near, key=lambda x: abs(x - middle), default=middle - taken / 2)

    def _check_room(self) -> None:
        # The field that moves the end which is too near.
        if self.low - self.left < LEAST_HALF or self.low > self.right - LEAST_HALF:
            message = "Between {0} and {1} from the left: each half is at least {2} wide."
            lengths = (LEAST_HALF, self.right - self.left - LEAST_HALF, LEAST_HALF)
            raise BadInputError("does_not_fit", message, "place", lengths)
        if self.right - self.high < LEAST_HALF:
            most = self.right - self.low - LEAST_HALF
            raise BadInputError("does_not_fit", "At most {0}: what is left needs {1}.", "out", (most, LEAST_HALF))

    def _cut(self, side: int, at: float) -> Half:
        """The end of a half: where an upright stands it closes that, elsewhere a new side does."""
        plain = Half(-1 if side < 0 else 1, at, mark=self.change.id)
        body = self.body
        deep = extent(body.plan, (0.0, 1.0))
        if (there := stands_there(body, plain)) is not None:
            # The saw keeps to its face.
            return structs.replace(plain, at=there.solid.box[1 if side < 0 else 0][0])
        if body.hangs or deep[1] - deep[0] < PANEL_DEEP:
            return plain
        t = self.sheet.thickness
        if self.change.side == "within":
            return structs.replace(plain, inset=t)
        return structs.replace(plain, at=at - side * t, inset=t, top_inset=t)

    def _check_free(self) -> None:
        """No saw runs along a board."""
        for cut, way in zip(self.cuts, ("place", "out"), strict=True):
            for board in self.body.boards:
                low, high = board.solid.box
                ends = sorted((cut.end, cut.at)) if cut.inset and not cut.top_inset else [cut.end, cut.end]
                thin = board.role in ("upright", "side", "leg", "panel") and high[0] - low[0] < high[2] - low[2]
                if not thin or board.id in self.gone:
                    continue
                if low[0] < ends[1] - SAME_MM and high[0] > ends[0] + SAME_MM and not self._wide(board):
                    self._refuse(board, way)

    def _wide(self, board: Board) -> bool:
        """Whether a saw crosses it rather than runs along it: a bed's panel."""
        low, high = board.solid.box
        return high[0] - low[0] > 4 * (high[1] - low[1])

    def _refuse(self, board: Board, way: str) -> None:
        low, high = board.solid.box
        name = literal(board.name)
        if way == "place":
            message = f"{name} stands there: saw at {{0}}, and it closes the left half."
            raise BadInputError("does_not_fit", message, way, (high[0] - self.left,))
        message = f"{name} stands there: take out {{0}}, and it closes the right half."
        raise BadInputError("does_not_fit", message, way, (max(0.0, low[0] - self.low),))

    def _finished(self, own: tuple[Body, Body]) -> tuple[Body, Body]:
        left, right = (
            structs.replace(half, boards=(*half.boards, *(member.board for member in closed.members)))
            for half, closed in zip(own, self.closed, strict=True)
        )
        named = [literal(self.body.name) + f", {name} half" for name in SIDES]
        right = structs.replace(right, id=f"{self.body.id}{HALF}{self.change.id}", name=named[1])
        return structs.replace(left, name=named[0]), right

    def outcome(self) -> Outcome:
        change = self.change
        members = tuple(member for closed in self.closed for member in closed.members)
        parts = tuple(member.part for member in members)
        cautions: list[Caution] = [SAW, DUST, LIFT]
        cautions += [GLUE] if members else []
        sawn = self._sawn()
        return Outcome(
            change.id,
            self._result(),
            self.off,
            members,
            fittings=self._fittings(),
            supplies=self._supplies(),
            notes=self._notes(sawn),
            cautions=tuple(cautions),
            findings=self._findings(),
            handles=self._handles(),
            work=split_work(parts, {self.sheet.id}, tuple(b.id for b in sawn), self._screws(), len(self._torn())),
            body=self.body.id,
            reshaped=self.halves,
        )

    def _result(self) -> Message:
        wide = [half.width.value for half in self.halves]
        if self.change.out > self.shop.kerf:
            return Message("Two pieces, {0} and {1} wide; {2} taken out between", (*wide, self.high - self.low))
        return Message("Two pieces, {0} and {1} wide", (wide[0], wide[1]))

    def _sawn(self) -> list[Board]:
        return [
            board
            for board in self.body.boards
            if board.id not in self.gone
            and board.role not in ("drawer", "door", "knob")
            and any(cut.crosses(board) for cut in self.cuts)
        ]

    def _torn(self) -> list[tuple[Board, float]]:
        """Boards that ended on an upright that is an outer side now, each with the area of its joint (mm²)."""
        found = list[tuple[Board, float]]()
        for cut in self.cuts:
            if cut.inset or stands_there(self.body, cut) is None:
                continue
            for board in self.body.boards:
                low, high = board.solid.box
                met = low[0] if cut.side < 0 else high[0]
                if abs(met - cut.at) < 1.0 and not cut.has(board) and board.role not in ("drawer", "door", "knob"):
                    found.append((board, (high[1] - low[1]) * (high[2] - low[2])))
        return found

    def _screws(self) -> int:
        return sum(closed.screws for closed in self.closed)

    def _fittings(self) -> tuple[Fitting, ...]:
        screws = self._screws()
        if not screws:
            return ()
        screw = wood_screw(self.sheet.thickness, THROUGH + 3.0, self.shop.sizes_of("wood screw"), bite=25.0)
        why = Message("two at every sawn end, one more for every {0} of it", (150.0,))
        use = "new sides into what is sawn"
        return (Fitting(self.change.id, "wood screw", screw.length, screws, use, why, driven=screw),)

    def _supplies(self) -> tuple[Supply, ...]:
        """Glue for every sawn end, filler for torn joints, band for the ends of the old top."""
        change, found = self.change, list[Supply]()
        glued = sum(closed.glued for closed in self.closed) / 1e6
        if glued:
            why = Message("{0} of sawn ends", (SquareMetres(glued),))
            found.append(Supply(change.id, "glue", glued * GLUE_ML_PER_M2, "new sides", why))
        torn = sum(area for _, area in self._torn())
        if torn:
            why = Message("{0} deep where boards were joined to what is outside now", (FILLER_MM,))
            found.append(Supply(change.id, "filler", torn * FILLER_MM / 1000, "torn joints", why))
        bare = sum(closed.top_end for closed in self.closed)
        if bare:
            why = Message("{0} of sawn edge, and a tenth to trim", (bare,))
            found.append(Supply(change.id, "edge band", bare / 1000 * 1.1, "sawn ends of the top", why))
        return tuple(found)

    def _notes(self, sawn: list[Board]) -> tuple[Note, ...]:
        names = list(dict.fromkeys(literal(board.name).lower() for board in sawn))
        said = ", ".join(names[:6]) + (f" and {len(names) - 6} more" if len(names) > 6 else "")
        lines = (self.low - self.left, self.right - self.low, self.right - self.high)
        taken = self.change.out > self.shop.kerf
        text = (
            "First line {0} from the left side, second {1} from the right: both square to the front."
            if taken
            else (
                "The line is {0} from the left side and {1} from the right; the blade takes {2} to the right of it."
            )
        )
        given = (lines[0], lines[2]) if taken else (lines[0], lines[2], self.shop.kerf)
        notes = [Note("Saw", Message(text, given)), Note("Sawn", Message(f"{said[:1].upper()}{said[1:]}."))]
        if any(cut.inset and not cut.top_inset for cut in self.cuts):
            inner = self.sheet.thickness
            words = "All but the top is sawn {0} shorter than it, where a new side stands."
            notes.append(Note("Shorter", Message(words, (inner,))))
        if all(closed.glued for closed in self.closed):
            notes.append(
                Note("Pair", Message("The new sides mirror each other: mark left and right, good face out."))
            )
        kept = [board for cut in self.cuts if (board := stands_there(self.body, cut)) is not None]
        if kept:
            words = f"{literal(kept[0].name)} closes its half as it is."
            words = "Both uprights close their halves as they are." if len(kept) > 1 else words
            notes.append(Note("Stays", Message(words)))
        torn = self._torn()
        if torn:
            names = list(dict.fromkeys(literal(board.name).lower() for board, _ in torn))
            words = f"{len(torn)} place{'s' * (len(torn) != 1)} on what is outside now: {', '.join(names[:5])}."
            notes.append(Note("Patch", Message(words)))
        hold = "A lath screwed across both halves, in front and behind, keeps them true while you saw."
        notes.append(Note("Hold", Message(hold)))
        return tuple(notes)

    def _handles(self) -> tuple[Handle, ...]:
        z = self.body.underside + self.body.height / 2
        at = (self.low, self.body.plan[0][1], z)
        return (Handle(self.change.id, "place", "Sawn at", at, (1.0, 0.0, 0.0), value=self.low - self.left),)

    def _findings(self) -> tuple[Finding, ...]:
        found = list[Finding]()
        fronts = [b for b in self.body.boards if b.id in self.gone and b.role in ("drawer", "door")]
        if fronts:
            found.append(self._sawn_through(fronts))
        if planed := planed_only(self.body, self.cuts):
            found.append(self._planed(planed))
        return tuple(found)

    def _planed(self, openings: tuple[FormOpening, ...]) -> Finding:
        names = ", ".join(literal(opening.name) for opening in openings[:4]) + (" …" if len(openings) > 4 else "")
        loses = max(self.high - self.low, PLANED) if self.change.out else self.shop.kerf
        words = "The blade takes {0} of the room: plane it off one side, and move its runner by as much."
        return Finding(
            "must_be_made_narrower",
            "note",
            Message(f"{names}: a little narrower"),
            Message(words, (loses,)),
            tuple(opening.id for opening in openings),
            self.change.id,
        )

    def _sawn_through(self, fronts: list[Board]) -> Finding:
        names = ", ".join(literal(board.name) for board in fronts[:4]) + (" …" if len(fronts) > 4 else "")
        return Finding(
            "must_be_made_anew",
            "mind",
            Message(f"{names}: sawn through"),
            Message("What is left of its room stands open: shelves fit there, or a smaller one is made."),
            tuple(sorted({board.id for board in fronts})),
            self.change.id,
            (Fix(Message("Leave it out"), self.change.id, leave_out=True),),
        )


def worked(change: Split, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """Both halves. Raises BadInputError where the saw would run along a board, or a half would be nothing."""
    del condition
    return Splitting(change, change.body_in(form), shop).outcome()
