"""What there is to do for a change, in amounts: how long that takes is worked out from the table of minutes."""

from typing import Literal, get_args

from msgspec import Struct

from zygoform.core.goods.minutes import Task
from zygoform.core.measure.message import Message

Phase = Literal[
    "apart", "buy", "cut", "mend", "dry fit", "glue", "shape", "fix", "test", "clean", "strip", "fill", "prime",
    "colour", "clear", "refit",
]  # fmt: skip
PHASES: tuple[Phase, ...] = get_args(Phase)
"""In the order they usually come, where nothing else says what follows what."""


Does = Literal["off", "on", "fit", "hole", "rub", "part", "turn", "wall"]
PutOnWay = Literal["loose", "fitted"]
"""How what goes on is coated: by itself, before it goes on; or in its place, with what is round it."""


class Deed(Struct, frozen=True):
    """What a step does to parts, beside shaping those where it is done: what comes before and after follows of it.

        off: they come off; what is `loose` is taken out to be coated by itself. on: they go on for good, over the
    faces they touch, or over those of `onto`; what is `loose` is usually coated by itself before that, unless the
    other way was `chosen`. fit: so does hardware. hole: holes for hardware are bored. rub: something is rubbed or
    dabbed on their coat. part: the piece is sawn apart there, or joined to another. turn: the piece is turned over.
    wall: it is fixed to the wall for good.
    """

    does: Does
    parts: tuple[str, ...] = ()
    onto: tuple[str, ...] = ()
    loose: bool = False
    chosen: PutOnWay | Literal[""] = ""
    as_one: bool = False
    """Its parts were joined to one before: all of them are coated the same way."""


TURNED_OVER, ON_THE_WALL = Deed("turn"), Deed("wall")


class Work(Struct, frozen=True):
    """One step of a change: so much of each task. `follows` are the own keys of steps it comes after.

    `wait` is in hours, from and to, and `wait_for` what is waited for; "apart" follows taking apart. `parts` are
    those where it is done.
    """

    own: str
    phase: Phase
    what: Message
    tasks: tuple[tuple[Task, float], ...]
    parts: tuple[str, ...] = ()
    wait: tuple[float, float] = (0.0, 0.0)
    wait_for: str = ""
    needs: tuple[str, ...] = ()
    follows: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    effort: float = 1.0
    """By how much it takes longer than flat work with a known tool."""
    within: float = 0.0
    """Hours within which what follows must be begun, or it wants a scuff; 0: any time."""
    late: tuple[float, float] = (0.0, 0.0)
    """Hours to be waited once that is over, before the scuff."""
    touch: tuple[float, float] = (0.0, 0.0)
    """Hours until it may be touched, and turned over."""
    only_with: tuple[str, ...] = ()
    """Parts it is done for: once a later change has taken all of them off it is not done."""
    soon: tuple[str, ...] = ()
    """Those of what it follows that need only be dry to the touch."""
    does: tuple[Deed, ...] = ()
    how: Message = Message("")
    """How it is done, beside what is: how long it stands, in how many patches, what is normal."""
    session: str = ""
    """What is in the gun: steps with the same are one session, set up and cleaned once."""
    only: PutOnWay | Literal[""] = ""
    """Done only where what the change puts on is coated so."""
