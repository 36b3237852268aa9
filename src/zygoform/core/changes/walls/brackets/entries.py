"""New brackets under a board on the wall: as many as its load wants, where the studs are."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.shop import Shop


class WallBrackets(ChangeBase, frozen=True, tag="wall_brackets"):
    """Bought brackets in a row under each board; sizes in mm."""

    wall: Annotated[
        Literal["studs", "masonry"],
        choice(
            "Wall",
            Choice("studs", "boards on studs", "find the studs; never hang load on the board between them"),
            Choice("masonry", "brick or concrete", "plugs and screws made for it, anywhere"),
        ),
    ] = "studs"
    stud_spacing: Annotated[
        float, length("Studs apart", 200, 900, hint="middle to middle", counts_if=("wall", "studs"))
    ] = 406.4
    first_stud: Annotated[
        float,
        length(
            "First stud",
            0,
            900,
            hint="from the board's left end to the middle",
            counts_if=("wall", "studs"),
            inch=101.6,
        ),
    ] = 100.0
    load: Annotated[
        Literal["light", "books", "heavy"],
        choice(
            "Carries",
            Choice("light", "light things", "decoration, cloth: about [10 lb a foot|15 kg a metre]"),
            Choice("books", "books", "about [25 lb a foot|37 kg a metre]"),
            Choice("heavy", "heavy things", "pots, records: about [37 lb a foot|55 kg a metre]"),
        ),
    ] = "books"
    thick: Annotated[float, length("Bracket thick", 2, 100, main=False, inch=25.4)] = 25.0
    apart: Annotated[
        float, length("Apart, at most", 150, 1500, hint="a thin board wants them nearer", main=False, inch=812.8)
    ] = 800.0

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Studs as they are usual where the project's units are."""
        usual = 406.4 if shop.unit.system == "inch" else 600.0
        return cls(change_id, number, (target.body.id,), stud_spacing=usual)
