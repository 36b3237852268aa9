"""Patterns of thin strips over one front or several: where each strip goes, what of it is cut. One unit of length.

field.py       fronts in one plane, gaps kept; from front to front as one, mirrored, by turns
strip.py       a strip as it is laid: its line and its band
convex_clip.py many convex outlines clipped in arrays
pieces.py      strips cut by those before them and by the edges; plain ones all at once; from front to front as
               one, mirrored, by turns
drawn_line.py  lines drawn by hand, and what their ends are drawn to
measure.py     long point, end angles, ends with a corner; trim bent along an arch, an oval or a frame
tally.py       how many, how long together, which angles; the gap with which it comes out even
gallery.py     patterns to start from
registry.py    family -> its strips, title, and the entries it uses
families/      one family of patterns a file
even_gap.py    the gap with which a pattern comes out even
"""
