"""Patterns of thin strips over one front or several: where each strip goes, what of it is cut. One unit of length.

field.py     fronts in one plane, gaps kept
strip.py     a strip as it is laid: its line and its band
plain_laying.py  strips that are convex and run through, all at once
convex_clip.py   many convex outlines clipped in arrays
pieces.py    strips cut by those before them and by the edges of the fronts
runs.py      from front to front: as one, the same on each, mirrored, two by turns
drawn_line.py lines drawn by hand, and what their ends are drawn to
measure.py   long point, end angles, ends with a corner
even_gap.py  the gap with which a pattern comes out even
tally.py     how many, how long together, which angles
bend.py      trim bent along an arch, an oval or a frame
gallery.py   patterns to start from
registry.py  family -> its strips, title, and the entries it uses
families/    one family of patterns a file
"""
