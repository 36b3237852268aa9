"""The only tolerances in the program."""

SAME_MM = 1e-6
"""Two lengths closer than this are the same length."""

SAME_SIZE_MM = 0.01
"""Packs whose sizes differ by less are of one size: a price list writes hundredths of a millimetre."""

SAME_DEG = 1e-6
"""Two angles closer than this are the same angle."""

STEP_SLACK = 1e-6
"""In steps: a value this near a mark is on it, so a value that went through mm and back keeps its mark."""

COUNT_SLACK = 1e-9
"""Relative: allowed before ceil and floor of a count, so that exact multiples give no extra."""

LAYOUT_UNITS = 1e-3
"""What slanted ends are forgiven, in units of a layout: the last digits of their tangents, no more."""

TOUCHING_MM = 1e-3
"""Solids closer than this touch and do not overlap when the drawing is put in order."""

BESIDE_MM = 0.3
"""How far beside an edge one looks to see what lies there: a hair's breadth, finer than any gap."""

TAPE_MM = 0.8
"""How far a reading may lie beside the true size: half a sixteenth of an inch, the finest mark of most tapes."""

CLOSURE_MM = 3.0
"""Readings of one opening that miss each other by more than this hold a mistake."""

SEAM_MM = 0.01
"""Corners of two faces closer than this on the view plane are one corner."""

THROUGH_MM3 = 1000.0
"""Parts that share less room than a cubic centimetre only touch, or the drawing of one is coarse."""

PLANE_SLANT = 1e-4
"""Normals of faces (unit vectors) that differ by less are one direction."""

SQUARE_ON = 1e-9
"""Directions (unit vectors) whose product is below this are at right angles: a face so turned is not seen."""

NOTHING = 1e-9
"""A factor or a term smaller than this counts for nothing, and two factors that near are one."""

PROGRAM_SLACK = 1e-6
"""Of a linear program, in units of a layout or cents: values closer than this are the same."""

HOLES_MM = 0.6
"""A pull fits old holes that are apart by so much more or less: 0.3 at each of its screws."""

SHARED_MM = 1.0
"""Sizes that miss the room they fill by no more are right, and share it out: a tape reads to about that."""

LENGTH_ON_SALE_MM = 0.5
"""Lengths on sale that differ by less are one offer."""

ROW_MM = 1.0
"""Openings whose lower edges differ by less stand in one row."""

END_SHARE = 0.1
"""A face whose normal has this much of a part's length is its end: less than 85 degrees from square."""

AHEAD_MM = 2.0
"""How far before a face one looks to see what room it looks into."""

AGAINST_MM, AGAINST_SLANT = 0.3, 1e-6
"""Faces that are off each other's plane by less, and slanted by less (1 - cosine), lie against each other."""
