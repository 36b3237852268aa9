"""Families of patterns, one a file: each gives its strips in the order they are laid.

slats.py          parallel strips at any angle
chevron.py        peaks along an upright axis
diamonds.py       rings about a middle
rays.py           from a point, at any angles
nested_frames.py  mitred frames in each other
lattice.py        one way whole, the other cut between
herringbone.py    blocks, lying and standing
"""
