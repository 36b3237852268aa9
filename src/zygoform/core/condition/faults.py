"""All kinds of fault by their code."""

from zygoform.core.condition.kinds.drawers import DRAWERS
from zygoform.core.condition.kinds.faces import FACES
from zygoform.core.condition.kinds.fittings import FITTINGS
from zygoform.core.condition.kinds.joints import JOINTS
from zygoform.core.condition.kinds.wood import WOOD
from zygoform.core.condition.remedies import FaultKind, Remedy

FAULT_KINDS: dict[str, FaultKind] = {kind.code: kind for kind in (*JOINTS, *WOOD, *FACES, *DRAWERS, *FITTINGS)}


def remedy_of(kind: str, code: str) -> Remedy | None:
    """The remedy of a kind of fault; None where this version knows no such."""
    known = FAULT_KINDS.get(kind)
    return next((remedy for remedy in known.remedies if remedy.code == code), None) if known is not None else None
