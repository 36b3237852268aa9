"""Planned alterations: plain data with declared entries, and apply(form, shop, condition) -> Outcome.

base.py      what every change has; a change of a kind this version does not know
plank_panel.py  a panel of planks worked out
plank_words.py  what is said of it
suited.py    what ripping and damp ask of any change
top_ground.py  where a new top goes
top_again.py  the old top turned or made larger
top_shape.py  a front bowed or traced, a profile round the edge
sheet_member.py  the sheet of a top
sheet_panel.py  a top of sheet worked out
tile_field.py  a tiled top worked out
tile_holding.py  what holds the sheet under it
edge_trim.py  strips round its edge
shelf_room.py  the room that shelves go into
shelf_lining.py  what closes a bay in
shelf_holding.py  what holds shelves, and how far they bend
shelf_bay.py  shelves and uprights worked out
back_sheet.py  a new back worked out
flap_plan.py  a drop flap worked out
pull_set.py  new pulls worked out
surface.py   faces that something is laid on
slick_ground.py  ground that glue does not hold on
face_entries.py  the entry that says which
facing/      whole faces covered: veneer, transfers, stencils
patterning/  a pattern of strips: laid, cut, told, judged
pull_bar.py  a pull made of a dowel
hinge_set.py  hinges, catches, stays worked out
pull_judgement.py  what is told of them
pull_ground.py  what lies under each of them
opening_choice.py  which drawers or doors a change is for
drawer_choice.py  which drawers, and the room behind each front
drawer_build.py  new boxes and what they run on worked out
drawer_repair.py  a drawer mended part by part worked out
drawer_lining.py  linings from a roll worked out
regrouped.py  drawers put together or parted worked out
insert_entries.py  what every change with an insert asks
insert_set.py  inserts for some openings in doors worked out
insert_plan.py  those of framed doors
cutout_plan.py  cut-outs in doors worked out
bare_openings.py  openings whose doors are off
bracket_row.py  brackets under boards on a wall
splitting.py  a piece sawn in two worked out
new_side.py  what closes a sawn end
joining.py   two pieces made one worked out
skirt_hold.py  what holds a skirt
skirt_set.py  the boards of a skirt worked out
leg_set.py   a set of legs worked out
work.py      the steps of each kind, in amounts
work_tops.py  those of tops
work_doors.py  those of doors
work_drawers.py  those of drawers
registry.py  kind of change -> its class, title and what it fits
mending/     what the remedy of a fault comes to
kinds/       one change a file
"""
