"""A pull made of a dowel: a bar on two short posts, each held by one screw through the front.

  ends |spacing| ends
 ========================   bar
      ||       ||           posts: the standoff
---------------------------  front

Lengths in mm. [geometry]
"""

import math

from msgspec import structs

from zygoform.core.changes.pulls.fronts import PulledFront, PullSet
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Outline, Point, rectangle
from zygoform.core.geometry.prism import Point3, Prism, X, Y, Z
from zygoform.core.goods.timber import TimberSize
from zygoform.core.ids import own_of
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import sized
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Note

ROD_SIDES = 12
"""A rod is drawn with so many sides. [drawn]"""
BITES = 0.6
"""A screw goes into a bar by this share of its thickness: deep enough to hold, never through. [practice]"""
FINGER = 20.0
"""A hand wants so much room behind a bar (mm). [practice]"""


def bar_length(spacing: float, ends: float) -> float:
    """Over all: what is between both screws, and what stands over at each end."""
    return spacing + 2 * ends


def bar_screw(front: float, standoff: float, rod: float) -> float:
    """How long a screw may be at most: through the front and the post, and BITES of the bar (mm)."""
    return front + standoff + BITES * rod


def bar_members(pulls: "PullSet") -> tuple[Member, ...]:
    """Of every pull its bar and two posts, all from one rod."""
    change = pulls.change
    rod = pulls.shop.size(change.rod)
    if rod.stock != "rod":
        raise BadInputError("impossible", "This is no dowel rod. Choose one.", "rod")
    return tuple(
        member
        for front in pulls.fronts
        for k, centre in enumerate(front.centres, 1)
        for member in _bar(pulls, front, rod, f"{own_of(front.opening.id)}-{k}", centre)
    )


def _bar(pulls: "PullSet", front: "PulledFront", rod: TimberSize, own: str, centre: Point) -> list[Member]:
    change, r = pulls.change, rod.width / 2
    (x0, y, z0), _ = front.board.solid.box
    x, z = x0 + centre[0], z0 + centre[1]
    stands = front.opening.holds == "door"
    long = bar_length(pulls.spacing, change.ends)
    along: Point3 = Z if stands else X
    out, half = y - change.standoff - r, long / 2
    start = (x, out, z - half) if stands else (x - half, out, z)
    name = front.opening.name.lower()
    # Its outline lies across it: y and z look along x, x and y along z.
    bar = Prism(start, X, Y, _ring(r), long) if stands else Prism(start, Y, Z, _ring(r), long)
    found = [_member(pulls, rod, f"pull/{own}", f"Bar of {name}", bar, along, (long, "bar, over all"))]
    for k, side in enumerate((-1, 1), 1):
        at = (x, y, z + side * pulls.spacing / 2) if stands else (x + side * pulls.spacing / 2, y, z)
        # u = x, v = z: it stands towards whoever stands before it.
        post = Prism(at, X, Z, _ring(r), change.standoff)
        words = (change.standoff, "standoff")
        found.append(_member(pulls, rod, f"pull/{own}-post-{k}", f"Post of {name}", post, Y, words))
    return found


def _member(
    pulls: "PullSet", rod: TimberSize, key: str, name: str, solid: Prism, along: Point3, size: tuple[float, str]
) -> Member:
    board = Board(f"{pulls.change.id}/{key}", name, "knob", solid, along)
    face: Point3 = Z if along != Z else (0.0, -1.0, 0.0)
    title = "Pull bar" if "bar" in size[1] else "Pull post"
    return Member(
        pulls.change.id,
        board,
        Axes(along, face),
        rod,
        title,
        name.split(" of ")[1],
        rough=structs.replace(
            solid, outline=rectangle(-rod.width / 2, -rod.width / 2, rod.width / 2, rod.width / 2)
        ),
        length_of=sized(size[1], size[0]),
        width_of=sized("thickness of the rod", rod.width, "on sale"),
    )


def _ring(radius: float) -> Outline:
    """A circle's corners: as wide over its flats as the rod is thick."""
    out = radius / math.cos(math.pi / ROD_SIDES)
    turns = [math.tau * (k + 0.5) / ROD_SIDES for k in range(ROD_SIDES)]
    return tuple((out * math.cos(a), out * math.sin(a)) for a in turns)


def bar_notes(pulls: "PullSet") -> tuple[Note, ...]:
    """How it is made."""
    change = pulls.change
    long = bar_length(pulls.spacing, change.ends)
    first = Message("{0} over all, screws {1} apart, {2} over at each end.", (long, pulls.spacing, change.ends))
    flat = (
        "File a small flat, or a hollow, where a post meets the bar; bore the bar from its flat side, not through."
    )
    notes = [Note("Bar", first), Note("Joint", Message(flat))]
    if change.standoff < FINGER:
        notes.append(Note("Room", Message("Behind it {0}: a hand wants {1}.", (change.standoff, FINGER))))
    return tuple(notes)
