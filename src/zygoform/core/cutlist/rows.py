"""The cut list by saw setting, and by part."""

from msgspec import Struct

from zygoform.core.cutlist.layouts import SizeLayout
from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.cutting.saw import Setting, degrees
from zygoform.core.goods.timber import Saw
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import LaterCut, slant_words

TO_LINE = "to its line"
"""What is said of the ends of a part that no single cuts make."""
_METHODS = ("square", "edge", "flat", "tilted", "both", "jig", "hand", "knife")


class SettingRow(Struct, frozen=True):
    """One line of the list: parts that share a setting and a size. `size` is a sentence of lengths."""

    codes: tuple[str, ...]
    size: Message
    count: int
    boards: tuple[str, ...]
    part_ids: tuple[str, ...]
    detail: str = ""
    short: bool = False
    guessed: bool = False


class SettingGroup(Struct, frozen=True):
    """All rows of one setting of the saw; `across` where it is one for the ends of parts.

    What a knife cuts stands by itself, and is not `sawn`.
    """

    title: str
    rows: tuple[SettingRow, ...]
    across: bool = False
    sawn: bool = True


class PartRow(Struct, frozen=True):
    """One line of the full table: all alike parts."""

    code: str
    name: str
    count: int
    thickness: float
    width: float
    length: float
    left: str
    right: str
    stock: str
    boards: tuple[str, ...]
    change: int
    part_ids: tuple[str, ...]
    guesses: tuple[str, ...]
    planned: tuple[str, ...] = ()

    @property
    def note(self) -> str:
        """How the count differs from the plan; empty where it does not."""
        if self.count == len(self.planned):
            return ""
        return "left out" if not self.count else f"{len(self.planned)} planned"


def by_setting(
    parts: tuple[ListedPart, ...],
    layouts: tuple[SizeLayout, ...],
    later: tuple[tuple[int, LaterCut], ...],
    saw: Saw,
) -> tuple[SettingGroup, ...]:
    """Cuts across by setting, longest first; what is ripped; sheets; then what is cut after the glue-up."""
    letters = board_letters(layouts)
    sheets = {p.id for layout in layouts if layout.size.is_sheet for p in (*_placed(layout), *layout.too_long)}
    of_sheet = [listed for listed in parts if listed.id in sheets]
    parts = tuple(listed for listed in parts if listed.id not in sheets)
    groups: dict[tuple[tuple[int, float, float], ...], list[ListedPart]] = {}
    for listed in parts:
        groups.setdefault(_group_key(listed), []).append(listed)
    result = [
        SettingGroup(_title(members[0]), _cross_rows(members, letters), across=True, sawn=not members[0].part.knife)
        for _, members in sorted(groups.items())
    ]
    ripped = [listed for listed in parts if listed.part.ripped]
    if ripped:
        result.append(SettingGroup("Along a guide, ripped", _rip_rows(ripped, letters)))
    for title, knife in (("From sheet", False), ("Veneer, with a knife", True)):
        if own := [listed for listed in of_sheet if listed.part.knife == knife]:
            result.append(SettingGroup(title, _sheet_rows(own, letters), sawn=not knife))
    if later:
        result.append(
            SettingGroup("After the glue-up", tuple(_later_row(number, cut, saw) for number, cut in later))
        )
    return tuple(result)


def by_part(
    parts: tuple[ListedPart, ...], layouts: tuple[SizeLayout, ...], designed: tuple[ListedPart, ...] | None = None
) -> tuple[PartRow, ...]:
    """The full table, one line for each shape; of the parts as `designed` some may be left out."""
    letters = board_letters(layouts)
    shapes: dict[str, list[ListedPart]] = {}
    for listed in designed or parts:
        shapes.setdefault(listed.shape, []).append(listed)
    cut: dict[str, list[ListedPart]] = {}
    for listed in parts:
        cut.setdefault(listed.shape, []).append(listed)
    sizes = {layout.size.id: layout.size.name for layout in layouts}
    boards = {on.part.id: board.size.name for layout in layouts for board in layout.boards for on in board.parts}
    rows = []
    for shape, planned in shapes.items():
        members = cut.get(shape, [])
        first = planned[0]
        rows.append(
            PartRow(
                shape,
                _joined(tuple(dict.fromkeys(m.part.name for m in planned))),
                len(members),
                first.part.thickness,
                first.width,
                first.length,
                TO_LINE if first.part.to_line else end_words(first.left),
                TO_LINE if first.part.to_line else end_words(first.right),
                boards.get(first.id) or sizes.get(first.part.size_id, first.part.size_id),
                _letters_of(members, letters),
                first.number,
                tuple(m.id for m in members),
                tuple(sorted({g for m in planned for g in m.part.rests_on})),
                tuple(m.id for m in planned),
            )
        )
    return tuple(rows)


def _placed(layout: SizeLayout) -> list[ListedPart]:
    return [on.part for board in layout.boards for on in board.parts]


def _joined(names: tuple[str, ...]) -> str:
    """Skirt front, back: what all have in common is said once."""
    head = names[0].split(" ")[0]
    if any(not name.startswith(f"{head} ") for name in names):
        return ", ".join(names)
    return f"{head} " + ", ".join(name.removeprefix(f"{head} ") for name in names)


def board_letters(layouts: tuple[SizeLayout, ...]) -> dict[str, str]:
    """Part id to the letter of its board."""
    return {on.part.id: board.letter for lay in layouts for board in lay.boards for on in board.parts}


def end_words(setting: Setting) -> str:
    """One end for the table: square, 45° bevel, 30° cut."""
    if setting.way == "square" or (setting.way == "knife" and not setting.swing):
        return "square"
    kind = "bevel" if setting.way in ("edge", "tilted") else "cut"
    # Held on a jig the saw stands at what is missing to a right angle.
    angle = 90 - setting.swing if setting.way == "jig" else setting.swing or setting.tilt
    return f"{degrees(angle)} {kind}"


def _group_key(listed: ListedPart) -> tuple[tuple[int, float, float], ...]:
    settings = sorted({(_METHODS.index(s.way), s.swing, s.tilt) for s in (listed.left, listed.right)})
    # A part with one square end is listed under its other setting.
    slanted = [s for s in settings if s[0]]
    return tuple(slanted) or tuple(settings)


def _title(listed: ListedPart) -> str:
    titles = [s.title for s in (listed.left, listed.right) if s.way != "square"]
    if not titles:
        return "Square across"
    first, *others = sorted(dict.fromkeys(titles), reverse=True)
    return first if not others else f"{first}, other end {others[0].split()[-1]}"


def _cross_rows(members: list[ListedPart], letters: dict[str, str]) -> tuple[SettingRow, ...]:
    sizes: dict[float, list[ListedPart]] = {}
    for listed in members:
        sizes.setdefault(round(listed.length, 4), []).append(listed)
    rows = []
    for size in sorted(sizes, reverse=True):
        alike = sizes[size]
        square_end = any((p.left.way == "square") != (p.right.way == "square") for p in alike)
        detail = alike[0].part.measured_on
        if any(p.part.to_line for p in alike):
            detail = f"{detail}; sawn square, then {TO_LINE} as drawn"
        elif square_end:
            detail = f"one end square; {detail}"
        rows.append(_row(alike, Message("{0}", (alike[0].length,)), letters, detail))
    return tuple(rows)


def _rip_rows(members: list[ListedPart], letters: dict[str, str]) -> tuple[SettingRow, ...]:
    widths: dict[float, list[ListedPart]] = {}
    for listed in members:
        widths.setdefault(round(listed.width, 4), []).append(listed)
    return tuple(
        _row(alike, Message("{0} wide", (alike[0].width,)), letters, "ripped along its whole length")
        for _, alike in sorted(widths.items(), reverse=True)
    )


def _sheet_rows(members: list[ListedPart], letters: dict[str, str]) -> tuple[SettingRow, ...]:
    """Larger ones first, as they are cut."""
    sizes: dict[tuple[float, float], list[ListedPart]] = {}
    for listed in members:
        sizes.setdefault((round(listed.length, 4), round(listed.width, 4)), []).append(listed)
    return tuple(
        _row(alike, Message("{0} × {1}", size), letters, "both ways, as drawn on the sheet")
        for size, alike in sorted(sizes.items(), key=lambda entry: (-entry[0][0] * entry[0][1], entry[0]))
    )


def _row(alike: list[ListedPart], size: Message, letters: dict[str, str], detail: str) -> SettingRow:
    return SettingRow(
        tuple(dict.fromkeys(p.shape for p in alike)),
        size,
        len(alike),
        _letters_of(alike, letters),
        tuple(p.id for p in alike),
        detail,
        any(p.short for p in alike),
        any(p.part.rests_on for p in alike),
    )


def _letters_of(parts: list[ListedPart], letters: dict[str, str]) -> tuple[str, ...]:
    # AA follows Z: shorter letters come first.
    found = {letters[p.id] for p in parts if p.id in letters}
    return tuple(sorted(found, key=lambda letter: (len(letter), letter)))


def letter_runs(letters: tuple[str, ...]) -> str:
    """A B, or A–G where three or more follow each other."""
    runs: list[list[str]] = []
    for letter in letters:
        last = runs[-1][-1] if runs else ""
        if len(last) == len(letter) and last[:-1] == letter[:-1] and ord(letter[-1]) == ord(last[-1]) + 1:
            runs[-1].append(letter)
        else:
            runs.append([letter])
    return " ".join(f"{run[0]}–{run[-1]}" if len(run) > 2 else " ".join(run) for run in runs)


def _later_row(number: int, cut: LaterCut, saw: Saw) -> SettingRow:
    detail = "; ".join(slant_words(cut, saw)) or "both ends square"
    detail += ", along a guide"
    if cut.corners:
        detail += f"; then {cut.corners} corners"
    return SettingRow(
        (str(number),),
        Message("{0} × {1}", (cut.length, cut.width)),
        1,
        (),
        cut.part_ids,
        detail,
        guessed=bool(cut.rests_on),
    )
