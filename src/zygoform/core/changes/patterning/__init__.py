"""How a pattern of strips is made: laid, cut, told, judged.

entries.py         what a pattern asks, and how it begins
worked.py          the piece with its pattern
pattern_set.py     which strips lie where, and the pieces that are cut for them
strip_parts.py     every piece as a part to cut, and spare ones
mapped.py          where every piece lies, for paper and for other programs
told.py            what is told of it: metres, pairs, settings, spacer
misplaced.py       rays in gaps, ornaments over edges and over each other
judged.py          short and hidden pieces, uneven ends, what its thickness meets
steps.py           the order of work, what is used up
drawing_plane.py   where lines are drawn by hand, what their ends are drawn to
gallery_picture.py a pattern of the gallery on the piece it is for
handles.py         what can be dragged, and what it snaps to
"""
