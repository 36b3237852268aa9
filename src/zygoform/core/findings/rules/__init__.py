"""One judgement a file: judge(view) -> findings.

openings_add_up.py sizes of the front that do not come to the room there is
openings_close.py  readings of one opening that contradict each other
top_sags.py        a new top under what the piece carries
too_long.py        parts longer than any board
ends_cross.py      parts too short for their slanted ends
skirt_and_feet.py  new feet inside a new skirt
spare_strips.py    spare strips that alone buy another length
tight_drawers.py   drawers wider than their opening is sure to be
no_screw.py        screws that nothing on sale is right for
short_parts.py     parts too short to hold at the saw
recounted.py       rows of which more or fewer are cut than planned
runs_through.py    new parts that take the room of others
car_room.py        boards that do not go into the car
weak_screws.py     screws into parts that do not hold them
tipping.py         pieces that would tip with drawers out, under a child, in wind
damp.py            what a wet room or outdoors rules out and asks for
doors_drag.py      doors too low over the floor
no_footing.py      what reaches the floor at one end only
guessed.py         parts that rest on a guess
"""
