"""Plain geometry on tuples of floats; no library is needed for convex outlines.

plane.py       points, lines, convex outlines in a plane; a segment over a chord; an outline whose sides move
               inwards
prism.py       an outline given a thickness and placed in space
opening_fit.py what goes into an opening that is out of square
convex.py      convex solids bounded by any planes, cutting them; boxes by where they stand
solid.py       a board as the saw leaves it: blank and cells
casework.py    sizes of shelves, dividers, drawers and edged sheets, and how far a drawer sinks, by formula
tiling.py      a field of tiles with joints, by formula
legs.py        legs that lean and taper, sides that lean inward: by formula, and as solids
flap.py        a front that drops open, by formula
pull_holes.py  where pulls stand, and old holes against new
cut_shape.py   an opening cut into a door, by formula; its line, convex pieces, starter holes
paper_tiles.py a drawing at full size over several sheets
contact.py     what of a face no other solid covers
seams.py       where faces of different kinds meet
mitres.py      saw angles and lengths of mitred pieces, by formula
"""
