"""What a rule may look at."""

from msgspec import Struct

from zygoform.core.condition.materials import MadeOf
from zygoform.core.condition.use import PieceUse
from zygoform.core.cutlist.layouts import SizeLayout
from zygoform.core.cutlist.listed import Count, ListedPart
from zygoform.core.form.form import Form
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.shop import Shop


class JudgedPlan(Struct, frozen=True):
    """The piece as found and as planned, the parts as listed and the boards they come from."""

    found: Form
    parts: tuple[ListedPart, ...]
    layouts: tuple[SizeLayout, ...]
    shop: Shop
    counts: tuple[Count, ...] = ()
    outcomes: tuple[Outcome, ...] = ()
    made_of: tuple[MadeOf, ...] = ()
    planned: Form = Form(())
    uses: tuple[tuple[str, PieceUse], ...] = ()
    """What each piece is for, by its id, where that was said."""
