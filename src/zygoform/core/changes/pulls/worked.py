"""New pulls worked out: screws, plugs, what is drawn, what is told."""

import math

from zygoform.core.changes.pulls.bar import bar_members, bar_notes, bar_screw
from zygoform.core.changes.pulls.entries import Pulls
from zygoform.core.changes.pulls.fronts import BAR, LEAST_THREAD, PLUG, REACH, PulledFront, PullSet
from zygoform.core.changes.pulls.ground import pull_findings, pull_grounds, pull_notes, uneven_findings
from zygoform.core.changes.work import pulls_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.plane import Point, rectangle
from zygoform.core.geometry.prism import Prism, X, Z, upright
from zygoform.core.goods.screws import HINGE_LEAF, Driven, pull_screw, wood_screw
from zygoform.core.ids import own_of, sibling
from zygoform.core.measure.message import Message
from zygoform.core.outcome.cautions import DUST, GLUE
from zygoform.core.outcome.outcome import Fitting, Handle, Outcome, Supply, Template
from zygoform.core.shop import Shop


class PullsWorked(PullSet):
    """Lives only for the length of a call."""

    def __init__(self, change: Pulls, body: Body, shop: Shop) -> None:
        super().__init__(change, body, shop)
        self.bars = bar_members(self) if change.shape == "dowel" else ()

    def outcome(self) -> Outcome:
        off = frozenset(sibling(front.opening.id, "knob") for front in self.fronts)
        known = {board.id for board in self.body.boards}
        holes = sum(len(front.holes) for front in self.fronts)
        parts = tuple(member.part for member in self.bars)
        return Outcome(
            self.change.id,
            Message(f"{self.count} on {len(self.fronts)} front{'s' * (len(self.fronts) != 1)}"),
            off & known,
            self.bars,
            drawn=() if self.bars else tuple(board for front in self.fronts for board in self._drawn(front)),
            fittings=(*self._fittings(), *self._screws()),
            supplies=self._supplies(),
            notes=(*(bar_notes(self) if self.bars else ()), *pull_notes(self)),
            cautions=(DUST, GLUE) if self.plugs else (DUST,),
            findings=(*pull_findings(self), *uneven_findings(self)),
            handles=self._handles(),
            templates=self._templates(),
            work=pulls_work(self.count, holes, self.plugs, tuple(f.board.id for f in self.fronts), parts),
            body=self.body.id,
        )

    def _templates(self) -> tuple[Template, ...]:
        """One for each kind of front: its outline and its new holes."""
        alike: dict[tuple[float, ...], list[PulledFront]] = {}
        for front in self.fronts:
            low, high = front.board.solid.box
            size = high[0] - low[0], high[2] - low[2]
            key = tuple(round(value, 2) for value in (*size, *(c for hole in front.holes for c in hole)))
            alike.setdefault(key, []).append(front)
        found = []
        for fronts in alike.values():
            low, high = fronts[0].board.solid.box
            wide, tall = high[0] - low[0], high[2] - low[2]
            names = ", ".join(front.opening.name for front in fronts[:3]) + (" …" if len(fronts) > 3 else "")
            ring = rectangle(0.0, 0.0, wide, tall)
            holes = tuple((hole, self.change.hole) for hole in fronts[0].holes)
            if holes:
                aims = (((wide / 2, 0.0), (wide / 2, tall)),)
                found.append(Template(names, wide, tall, (ring,), holes, aims, fronts[0].board.id))
        return tuple(found)

    def _fittings(self) -> tuple[Fitting, ...]:
        change, count = self.change, self.count
        each = f"on {len(self.fronts)} fronts"
        found = (
            [Fitting(change.id, "knob", 0.0, count, "knobs", Message(each), kept=change.bags)]
            if not self.spacing
            else []
        )
        if self.spacing:
            found = [Fitting(change.id, "pull", self.spacing, count, "pulls", Message(each), kept=change.bags)]
        if self.bars:
            found = []
        if self.plugs:
            found.append(Fitting(change.id, "dowel", PLUG, self.plugs, "in old holes", Message("one for each")))
        return tuple(found)

    def _screws(self) -> tuple[Fitting, ...]:
        """For each kind of ground under a pull screws of their own: how thick its front is, and what lies on it."""
        counts: dict[tuple[float, float], int] = {}
        for front in self.fronts:
            each = 2 if self.fixing == "plate" else len(front.holes) // len(front.centres)
            for _, most in pull_grounds(self, front):
                ground = round(front.thickness, 3), round(max(self.change.glued_on, most), 3)
                counts[ground] = counts.get(ground, 0) + each
        return tuple(self._driven(*ground, count) for ground, count in sorted(counts.items()) if count)

    def _driven(self, thick: float, glued: float, holes: int) -> Fitting:
        """Through the front and what is glued on it into the pull; or from the front into the wood."""
        change = self.change
        if self.fixing in ("wood", "plate"):
            driven = wood_screw(HINGE_LEAF + glued, thick, self.shop.sizes_of("wood screw"))
            why = Message("{0} goes into {1} and not through", (driven.length, thick))
            return Fitting(change.id, "wood screw", driven.length, holes, "hold the pulls", why, driven=driven)
        if self.bars:
            return self._bar_screws(thick + glued, holes)
        sizes = self.shop.sizes_of("machine screw")
        try:
            screw = pull_screw(thick, glued, LEAST_THREAD, change.thread, sizes)
        except BadInputError:
            least, most = thick + glued + LEAST_THREAD, thick + glued + change.thread
            none = Driven(thick + glued, change.thread, least, most)
            return Fitting(change.id, "machine screw", 0.0, holes, "hold the pulls", driven=none)
        through = thick + glued
        why = Message(
            "{0} through {1} of front, {2} into the pull", (screw.length, through, screw.length - through)
        )
        driven = Driven(thick + glued, change.thread, screw.min, screw.max, screw.length)
        return Fitting(change.id, "machine screw", screw.length, holes, "hold the pulls", why, driven=driven)

    def _bar_screws(self, thick: float, holes: int) -> Fitting:
        """Through the front and a post into the bar, and not out of it again."""
        rod = self.shop.size(self.change.rod).width
        most, least = bar_screw(thick, self.change.standoff, rod), thick + self.change.standoff + rod / 4
        fits = [size for size in self.shop.sizes_of("wood screw") if least <= size <= most]
        size = max(fits, default=0.0)
        words = "{0} through {1} of front and {2} of post, not through the bar"
        why = Message(words, (size, thick, self.change.standoff))
        driven = Driven(thick + self.change.standoff, rod, least, most, size)
        return Fitting(self.change.id, "wood screw", size, holes, "hold the bars", why, driven=driven)

    def _supplies(self) -> tuple[Supply, ...]:
        if not self.plugs:
            return ()
        why = Message(f"half a millilitre for each of {self.plugs}")
        return (Supply(self.change.id, "glue", 0.5 * self.plugs, "plugs in old holes", why),)

    def _drawn(self, front: PulledFront) -> list[Board]:
        (x0, y, z0), _ = front.board.solid.box
        named = f"{'Knob' if not self.spacing else 'Pull'} of {front.opening.name.lower()}"
        return [
            Board(
                f"{self.change.id}/pull/{own_of(front.opening.id)}-{k}",
                named,
                "knob",
                self._solid((x0 + x, z0 + z), y, front.opening.holds == "door"),
                likely="metal",
            )
            for k, (x, z) in enumerate(front.centres, 1)
        ]

    def _solid(self, at: Point, y: float, upright_one: bool) -> Prism:
        """As it is seen from the front; a knob is round."""
        x, z = at
        if self.change.shape == "knob":
            ring = tuple(
                (x + 16 * math.cos(math.tau * k / 16), z + 16 * math.sin(math.tau * k / 16)) for k in range(16)
            )
            return Prism((0.0, y, 0.0), X, Z, ring, REACH)
        wide, high = {"bar": (self.spacing + 24.0, BAR), "cup": self.plate, "edge": (90.0, 6.0)}[self.change.shape]
        if upright_one:
            wide, high = high, wide
        return upright(rectangle(x - wide / 2, y - REACH, x + wide / 2, y), z - high / 2, z + high / 2)

    def _handles(self) -> tuple[Handle, ...]:
        """Where the distance from the upper edge is set, it is dragged."""
        if self.change.line != "top":
            return ()
        front = self.fronts[0]
        (x0, y, z0), _ = front.board.solid.box
        x, z = front.centres[0]
        at = (x0 + x, y - REACH, z0 + z)
        return (Handle(self.change.id, "down", "From the upper edge", at, (0.0, 0.0, -1.0)),)


def worked(change: Pulls, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The fronts with their new pulls. Raises BadInputError where one finds no room."""
    del condition
    return PullsWorked(change, change.body_in(form), shop).outcome()
