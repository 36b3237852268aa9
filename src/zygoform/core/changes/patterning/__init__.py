"""How a pattern of strips is made: laid, cut, told, judged.

entries.py         what a pattern asks, and how it begins
worked.py          the piece with its pattern
pattern_set.py     which strips lie where, and the pieces that are cut for them
strip_parts.py     every piece as a part to cut, spare ones, and where it lies
judged.py          short and hidden pieces, uneven ends, rays in gaps, ornaments over edges, what its thickness
                   meets
steps.py           the order of work, what is used up; what is told: metres, pairs, settings, spacer
drawing_plane.py   where lines are drawn by hand, what their ends are drawn to
gallery_picture.py a pattern of the gallery on the piece it is for
handles.py         what can be dragged, and what it snaps to
"""
