"""Families of patterns, one a file: each gives its strips in the order they are laid.

slats.py         parallel strips at any angle
chevron.py       peaks along an upright axis
diamonds.py      rings about a middle
rays.py          from a point, at any angles, a boss over where they meet
nested_frames.py mitred frames in each other
lattice.py       one way whole, the other cut between
herringbone.py   blocks, lying and standing
zigzag.py        zigzags one over the other
filled_frames.py a frame on each front, slanted strips in it
basket.py        squares of strips, lying and standing by turns
brick.py         blocks in rows, moved along
turning.py       strips that change their direction at a line
beads.py         along the edges of each front
curve.py         along an oval, an arch or round corners, bent or in straight pieces
ornaments.py     bought ready, one or mirrored pairs
free_lines.py    about lines drawn by hand
"""
