"""Plain geometry on tuples of floats; no library is needed for convex outlines.

plane.py   points, lines and convex outlines in a plane
prism.py   an outline given a thickness and placed in space
opening_fit.py what goes into an opening that is out of square
inset.py    a convex outline whose sides move inwards, and which of them are one curve
segment.py a segment of a circle over a chord
convex.py  convex solids bounded by any planes, and cutting them
box_grid.py boxes by where they stand
solid.py   a board as the saw leaves it: blank and cells
casework.py sizes of shelves, dividers, drawers and edged sheets, by formula
tiling.py  a field of tiles with joints, by formula
splay.py   legs that lean, and sides that lean inward, by formula
legs.py    a leg that leans and tapers, as a solid
flap.py    a front that drops open, by formula
pull_holes.py where pulls stand, and old holes against new
cutout.py  an opening cut into a door, by formula
cut_shape.py its line: convex pieces, starter holes
drawer_droop.py how far a drawer's front sinks
paper_tiles.py a drawing at full size over several sheets
contact.py what of a face no other solid covers
mitres.py  saw angles and lengths of mitred pieces, by formula
"""
