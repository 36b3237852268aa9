"""Device-free primitives in mm on the view plane, with part id and role but no colour.

primitives.py  polygon, dimension, leader, grip
views.py       where one can stand, and how that projects
order.py       which solids hide which
seams.py       faces of one board in one plane
swings.py      the way of a flap
edges.py       the lines round what is new
dimensions.py  the sizes written round it
scene.py       a form before and after, seen from one place
pieces.py      a set, piece by piece
drilling.py    where holes are bored
pin.py         a place on the drawing as a place on the piece
part_sizes.py  the size of the part pointed at
part_outline.py one part with the angles of its ends
boards.py      a board with its cuts
"""
