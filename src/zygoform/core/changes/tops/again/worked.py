"""The old top turned, or a strip added to it, worked out."""

import math

from msgspec import structs

from zygoform.core.changes.tops.again.entries import OldTop
from zygoform.core.changes.tops.work import top_again_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.convex import box_around
from zygoform.core.geometry.plane import Outline, rectangle
from zygoform.core.geometry.prism import Point3, Turn, X, Y, Z, upright
from zygoform.core.goods.fittings import GLUE_ML_PER_M2, spacing
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import sized
from zygoform.core.outcome.cautions import DUST, GLUE, LIFT, SAW, Caution
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Handle, Note, Outcome, Supply
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

DOWELS_APART, DOWEL_MARGIN = 150.0, 40.0
"""A strip is held by a dowel so often, the first so far from its ends (mm). [practice]"""
FLUSH = 0.8
"""A difference in thickness that is planed or sanded away (mm). [practice]"""
_OUT: dict[str, tuple[float, float]] = {
    "front": (0.0, -1.0), "right": (1.0, 0.0), "back": (0.0, 1.0), "left": (-1.0, 0.0)
}  # fmt: skip


class TopAgain:
    """Lives only for the length of a call."""

    def __init__(self, change: OldTop, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.tops = tuple(board for board in body.boards if board.role in ("top", "lid", "seat"))
        if not self.tops:
            raise BadInputError("impossible", "This piece has no top that could be used again.")
        self.low, self.high = box_around(tuple(corner for top in self.tops for corner in top.solid.corners))

    def outcome(self) -> Outcome:
        return self._larger() if self.change.way == "strip" else self._turned()

    def _turned(self) -> Outcome:
        change = self.change
        x, y, z = ((a + b) / 2 for a, b in zip(self.low, self.high, strict=True))
        over = change.way == "over"
        turn = Turn((y, z), 180.0, "x") if over else Turn((x, y), 180.0)
        drawn = tuple(
            structs.replace(top.turned(turn), id=f"{change.id}/top/{k}", on_face=())
            for k, top in enumerate(self.tops, 1)
        )
        how = "Turned over" if over else "Turned round"
        what = "its underside is the face now" if over else "the back edge is in front now"
        text = "Fill the old screw holes, scrape old glue off, sand the new face before it goes on."
        hinges = (
            "Hinges move to the other edge." if any(top.role == "lid" for top in self.tops) and not over else ""
        )
        notes = [Note("Before", Message(text)), *([Note("Hinges", Message(hinges))] if hinges else [])]
        notes.append(
            Note("Check", Message("Lay it on dry: overhangs change sides, and a moulded edge is upside down."))
        )
        return Outcome(
            change.id,
            Message(f"{how}: {what}"),
            frozenset(top.id for top in self.tops),
            drawn=drawn,
            notes=tuple(notes),
            cautions=(LIFT, DUST),
            findings=self._skewed(),
            work=top_again_work((), 0.0, 0, tuple(board.id for board in drawn)),
            body=self.body.id,
        )

    def _skewed(self) -> tuple[Finding, ...]:
        """A top out of square lies the other way round once it is turned."""
        middle = (self.low[0] + self.high[0]) / 2, (self.low[1] + self.high[1]) / 2
        corners = {(round(x, 1), round(y, 1)) for top in self.tops for x, y, _ in top.solid.corners}
        over = self.change.way == "over"
        turned = {(round(x if over else 2 * middle[0] - x, 1), round(2 * middle[1] - y, 1)) for x, y in corners}
        off = max(min(math.dist(a, b) for b in corners) for a in turned)
        if off < 1.0:
            return ()
        return (
            Finding(
                "top_skewed",
                "mind",
                Message("Turned, its corners lie {0} off", (off,)),
                Message(
                    "The top is out of square like the body: turned it leans the other way, and is trimmed anew."
                ),
                (f"{self.change.id}/top/1",),
                self.change.id,
            ),
        )

    def _edge(self) -> tuple[tuple[float, float], tuple[float, float]]:
        """The edge a strip goes to, with the top on its left; of several boards that of the box round them."""
        out = _OUT[self.change.edge]
        whole = rectangle(self.low[0], self.low[1], self.high[0], self.high[1])
        outline = _upper(self.tops[0]) if len(self.tops) == 1 else whole
        edges = list(zip(outline, outline[1:] + outline[:1], strict=True))

        def faces(edge: tuple[tuple[float, float], tuple[float, float]]) -> float:
            (ax, ay), (bx, by) = edge
            return (by - ay) * out[0] - (bx - ax) * out[1]

        return max(edges, key=faces)

    def _larger(self) -> Outcome:
        change, size = self.change, self.shop.size(self.change.board)
        if change.wide > size.width + SAME_MM:
            raise BadInputError("does_not_fit", "This board is {0} wide.", "wide", (size.width,))
        (ax, ay), (bx, by) = self._edge()
        long = math.dist((ax, ay), (bx, by))
        ux, uy = (bx - ax) / long, (by - ay) / long
        nx, ny = uy * change.wide, -ux * change.wide
        plan = ((ax + nx, ay + ny), (bx + nx, by + ny), (bx, by), (ax, ay))
        top, along = self.high[2], (ux, uy, 0.0)
        board = Board(
            f"{change.id}/strip/1",
            f"Top strip, {change.edge}",
            "top",
            upright(plan, top - size.thickness, top),
            along,
        )
        member = Member(
            change.id,
            board,
            Axes(along, Z),
            size,
            "Top strip",
            f"at the {change.edge} edge of the top",
            rounding="up",
            length_of=sized("edge of the old top", long, "measured", where=board.id),
            width_of=sized("wider by", change.wide, where=board.id),
        )
        row = spacing(long, min(DOWEL_MARGIN, long / 4), DOWELS_APART)
        area = long * min(size.thickness, top - self.low[2]) / 1e6
        thick = self.shop.sizes_of("dowel")
        dowel = min(thick, key=lambda d: abs(d - size.thickness / 3)) if thick else round(size.thickness / 3)
        cautions: list[Caution] = [SAW, DUST, GLUE, LIFT]
        at: Point3 = ((ax + bx) / 2 + nx, (ay + by) / 2 + ny, top)
        return Outcome(
            change.id,
            Message(f"{{0}} larger at the {change.edge}, {{1}} long", (change.wide, long)),
            members=(member,),
            fittings=(
                Fitting(
                    change.id, "dowel", dowel, row.count, "in the joint", Message("one every {0}", (row.spacing,))
                ),
            ),
            supplies=(
                Supply(change.id, "glue", area * GLUE_ML_PER_M2, "the joint", Message("{0} of edge", (long,))),
            ),
            notes=self._notes(size.thickness, row.spacing),
            cautions=tuple(cautions),
            findings=self._findings(size.thickness),
            handles=(Handle(change.id, "wide", "Strip wide", at, (nx / change.wide, ny / change.wide, 0.0)),),
            work=top_again_work((member.part,), long, row.count),
            body=self.body.id,
        )

    def _across(self) -> bool:
        """Whether the strip runs across the grain of a solid top."""
        grain = self.tops[0].grain
        runs = X if self.change.edge in ("front", "back") else Y
        return self.tops[0].likely == "solid" and abs(sum(a * b for a, b in zip(grain, runs, strict=True))) < 0.5

    def _notes(self, thickness: float, apart: float) -> tuple[Note, ...]:
        text = "Plane the old edge straight and square first; an edge that is moulded comes off with it."
        notes = [
            Note("Edge", Message(text)),
            Note("Dowels", Message("Their middles {0} apart, from the upper face.", (apart,))),
        ]
        if self._across():
            text = "Glue the middle third only; towards the ends dowels sit dry in slots, so that the top can move."
            notes.append(Note("Across the grain", Message(text)))
        off = thickness - (self.high[2] - self.low[2])
        if abs(off) > FLUSH:
            words = "thicker" if off > 0 else "thinner"
            notes.append(
                Note(
                    "Thickness",
                    Message(f"The strip is {{0}} {words} than the top: upper faces flush.", (abs(off),)),
                )
            )
        return tuple(notes)

    def _findings(self, thickness: float) -> tuple[Finding, ...]:
        """A thicker strip hangs below the top and meets the body where the top stands out less than nothing."""
        off = thickness - (self.high[2] - self.low[2])
        inside = self.change.edge in ("front", "back", "left", "right") and self._inside()
        if off <= FLUSH or not inside:
            return ()
        return (
            Finding(
                "strip_meets_body",
                "mind",
                Message("The strip hangs below the top and meets the body"),
                Message("It is {0} thicker: choose a thinner board, or rebate its lower face.", (off,)),
                (f"{self.change.id}/strip/1",),
                self.change.id,
                (Fix(Message("Leave it out"), self.change.id, leave_out=True),),
            ),
        )

    def _inside(self) -> bool:
        """Whether the edge lies within the body's outline, so that a strip begins over it."""
        (ax, ay), (bx, by) = self._edge()
        x, y = (ax + bx) / 2, (ay + by) / 2
        xs, ys = [p[0] for p in self.body.plan], [p[1] for p in self.body.plan]
        return min(xs) + SAME_MM < x < max(xs) - SAME_MM and min(ys) + SAME_MM < y < max(ys) - SAME_MM


def _upper(top: Board) -> Outline:
    """The outline of a board's upper face, counter-clockwise as seen from above."""
    face = max(top.solid.faces, key=lambda face: face.normal[2])
    return tuple((x, y) for x, y, _ in face.points)


def worked(change: OldTop, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece with its top as it is then. Raises BadInputError where it has none."""
    del condition
    return TopAgain(change, change.body_in(form), shop).outcome()
