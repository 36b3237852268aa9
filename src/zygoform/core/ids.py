"""How ids are put together and read: `p1/front/o3`, `c2/leg/front-left`, `finish/p1/body/prime`.

An id is made of its origin, never of a place in a list. Nobody else cuts one.
"""

HALF = "~"
"""Stands between the id of a board sawn in two and that of the change which made its other half a board."""


def piece_of(own_id: str) -> str:
    """The first of an id: the piece a found thing belongs to, or the change that made it."""
    return own_id.split("/", maxsplit=1)[0]


def role_of(own_id: str) -> str:
    """The middle of an id, from p1/front/o3; nothing where there is none."""
    return own_id.partition("/")[2].partition("/")[0]


def own_of(own_id: str) -> str:
    """The last of an id: the opening a front, a knob or a side of a drawer belongs to."""
    return own_id.rpartition("/")[2]


def group_of(own_id: str) -> str:
    """All but the last of an id: of a step of the finish its zones, of a zone its piece."""
    return own_id.rpartition("/")[0]


def within(own_id: str) -> str:
    """All but the first of an id: what it is called on its own piece."""
    return own_id.partition("/")[2]


def sibling(own_id: str, role: str) -> str:
    """The id of another thing of the same opening."""
    return f"{piece_of(own_id)}/{role}/{own_of(own_id)}"


def opening_key(own_id: str) -> str:
    """What all things of one opening of one piece have alike."""
    return f"{piece_of(own_id)}/{own_of(own_id)}"


def goes_with(own_id: str, other_id: str) -> bool:
    """Whether two things are of one opening of one piece: a knob and its drawer's front."""
    return opening_key(own_id) == opening_key(other_id)


def origin_of(own_id: str, change_id: str = "") -> str:
    """The board as it was found, or as a change found it, of one half of it; any other part is its own."""
    return own_id.split(f"{HALF}{change_id}", maxsplit=1)[0]
