"""A drawer mended part by part: what is worn is cut anew from its own measurements, the rest is kept."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.changes.sheet_member import usual_sheet
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, count, length, switch
from zygoform.core.shop import Shop

_NEW = "New parts"


_RUNS = "How it runs"


class DrawerRebuild(ChangeBase, frozen=True, tag="drawer_parts"):
    """One drawer or all; sizes in mm."""

    on: Annotated[
        Literal["this", "all"],
        choice("For", Choice("this", "this drawer", "the one pointed at"), Choice("all", "all drawers", "alike")),
    ] = "this"
    bottom: Annotated[bool, switch("Bottom", group=_NEW)] = True
    left: Annotated[bool, switch("Left side", group=_NEW)] = False
    right: Annotated[bool, switch("Right side", group=_NEW)] = False
    back: Annotated[bool, switch("Back", group=_NEW)] = False
    front: Annotated[bool, switch("Front", group=_NEW, main=False)] = False
    joints: Annotated[
        Literal["keep", "glue"],
        choice(
            "Joints",
            Choice("keep", "sound", "nothing moves when it is racked by hand"),
            Choice("glue", "re-glued", "knocked apart, old glue off, clamped square"),
        ),
    ] = "keep"
    blocks: Annotated[
        Literal["keep", "again", "new", "none"],
        choice(
            "Corner blocks",
            Choice("keep", "stay", "where they are fast"),
            Choice("again", "used again", "the old ones, cleaned and glued on"),
            Choice("new", "cut anew", "four of them, under the bottom"),
            Choice("none", "none", "it has none and needs none"),
            main=False,
        ),
    ] = "none"
    pack: Annotated[
        float, length("Runner packed by", 0, 15, group=_RUNS, hint="a worn one; 0: not", main=False)
    ] = 0.0
    glides: Annotated[int, count("Corner glides", 0, 4, group=_RUNS, main=False, hint="on each")] = 0
    guide: Annotated[bool, switch("New centre guide", group=_RUNS, main=False)] = False
    stops: Annotated[
        Literal["keep", "on", "off"],
        choice(
            "Stops",
            Choice("keep", "as they are", "where it stops flush, and comes out"),
            Choice("on", "two new", "where it goes in too far"),
            Choice("off", "off", "where one keeps it from coming out"),
            group=_RUNS,
            main=False,
        ),
    ] = "keep"
    board: Annotated[str, choice("Wood from", stock="board")] = ""
    sheet: Annotated[str, choice("Bottom from", stock="sheet")] = ""
    face: Annotated[str, choice("Front from", main=False, counts_if=("front", True))] = ""

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """For the drawer that was pointed at, else for all; the part that was pointed at is new."""
        opening = target.opening or (target.body.opening_of(target.id) if target.board is not None else None)
        single = opening is not None and opening.holds == "drawer"
        where = opening.id if opening is not None and single else target.body.id
        drawers = [o for o in target.body.openings if o.holds == "drawer" and (not single or o is opening)]
        high = max((m.solid.sizes[1] for o in drawers for m in o.members if "/box-left/" in m.id), default=120.0)
        board, sheet = nearest_size(shop, 12.0, high, high), usual_sheet(shop, 5.0)
        tall = max((o.rect[3] - o.rect[1] for o in drawers), default=150.0)
        face = nearest_size(shop, 19.0, tall, tall) or usual_sheet(shop, 19.0)
        pointed = next((p for p in ("left", "right", "back") if f"/box-{p}/" in target.id), "bottom")
        return cls(
            change_id,
            number,
            (where,),
            on="this" if single else "all",
            board=board.id if board else "",
            sheet=sheet.id if sheet else "",
            face=face.id if face else "",
            **{name: name == pointed for name in ("bottom", "left", "right", "back")},  # type: ignore[arg-type]
        )
