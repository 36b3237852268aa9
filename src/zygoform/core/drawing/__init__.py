"""Device-free primitives in mm on the view plane, with part id and role but no colour.

primitives.py   polygon, dimension, leader, grip
views.py        where one can stand, how that projects; a place on the drawing as a place on the piece
order.py        which solids hide which; faces of one board in one plane
swings.py       the way of a flap; where holes are bored
edges.py        the lines round what is new
dimensions.py   the sizes written round it, and of the part pointed at
scene.py        a form before and after, seen from one place
pieces.py       a set, piece by piece
part_outline.py one part with the angles of its ends; a board with its cuts
"""
