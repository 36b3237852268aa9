"""New pulls on drawers and doors.

entries.py what they ask, and how they begin
fronts.py  where they go, old holes against new ones
worked.py  the set worked out
bar.py     a pull made of a dowel
ground.py  what lies under each of them, and what is told of them
"""
