"""One kind of change a file.

plank_top.py  a new top of boards glued edge to edge
old_top.py   the old top used again
sheet_top.py  a new top cut from sheet
tiled_top.py  a new top of tiles on sheet
shelves.py   shelves in place of drawers or doors
back_panel.py  a new back of sheet
drop_flap.py  a front that drops open
pulls.py     new pulls on drawers and doors
veneer.py    faces covered with veneer in sheets
transfer.py  transfers and stencils over faces
pattern.py   thin strips over fronts, sides, lids
hinges.py    hinges, catches and stays
cutout.py    an opening cut into doors
insert.py    a new insert for framed doors
doors_off.py  doors off for good
drawer_box.py  new boxes behind fronts
drawer_parts.py  a drawer mended part by part
regroup.py   a drawer into two, one with the next, a false front, a tray
lining.py    drawers lined from a roll
wall_brackets.py  brackets where the studs are
wall_anchor.py  straps that hold a piece to the wall
resize.py    a piece made narrower or lower
split.py     one piece sawn into two
join.py      two pieces made one
mend.py      a fault mended by one of its remedies
own_part.py   a part of one's own
legs.py      legs or feet, straight, tapered or splayed
skirt.py      boards round the bottom, mitred or butted
"""
