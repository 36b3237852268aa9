"""Where practitioners disagree: the main schools, each with when it is right. Words only."""

from msgspec import Struct


class SchoolWay(Struct, frozen=True):
    """One way of several."""

    value: str
    title: str
    when: str


class School(Struct, frozen=True):
    """A question with several good answers; `entry` is what of the order of work it sets, where it does."""

    title: str
    ways: tuple[SchoolWay, ...]
    entry: str = ""


_CHOICES = """
drawers | Drawers
  out = Out = right nearly always: edges are reached, nothing sticks
  in = In place = right for one pattern across all fronts
holes | Holes for the hardware
  before = Before paint = right nearly always: filled holes and chips are hidden
  after = After paint = right where a pull is chosen last; tape, and drill slowly
hardware | Hardware on
  after = After the last clear = right for a clean edge round it
  before = Before the last clear = right where hands touch: the clear seals it and scratches are touched up
woven | Cane, cloth, glass in
  after = After paint = right nearly always: paint creeps under tape
  before = Before paint = right where they are painted along
filler | Filling
  before = Before the primer = right for holes one knows: one sanding less
  after = After the primer = right where defects show only then; prime the spots again
"""
_SCHOOLS = """
Prime
  always = right for sellers: nobody knows what lies below
  in doubt = right on raw patches, slick foil, wood that bleeds, a big change of colour
  never = right over a sound, dull coat of a near colour
The old coat
  strip it = right for tops that are stained or oiled, and for what flakes
  scuff it = right under paint where it holds: a tenth of the time
Taking it off
  stripper = right on carved, turned, veneered and thickly painted work
  sander = right on flat solid work, with extraction
Filler
  sanded = right for two-part and wood filler on flat work
  wiped = right for light filler while it is soft, where no sander reaches
Open grain
  filled = right where it should look like one smooth thing
  shown = right where it may look like wood under its paint
Putting it on
  brush = right for profiles, with the grain
  roller = right for flat fronts and sides: even and quick
  gun = right for carvings, legs and lots of it: setting up takes half an hour
"""


def _schools_read(text: str) -> tuple[School, ...]:
    """Schools from lines: a question, then indented its ways as `value = title = when`, or `title = when`."""
    found = list[School]()
    for line in text.strip().splitlines():
        cells = [cell.strip() for cell in line.split("=")]
        if line.startswith(" "):
            way = SchoolWay(cells[0], cells[-2][:1].upper() + cells[-2][1:], cells[-1])
            found[-1] = School(found[-1].title, (*found[-1].ways, way), found[-1].entry)
        else:
            entry, _, title = (part.strip() for part in line.rpartition("|"))
            found.append(School(title, (), entry))
    return tuple(found)


CHOICES, SCHOOLS = _schools_read(_CHOICES), _schools_read(_SCHOOLS)
"""Those that change the order of work, and those that each stack decides."""
