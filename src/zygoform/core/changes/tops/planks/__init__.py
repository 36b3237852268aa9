"""A new top of boards glued edge to edge.

entries.py what it asks, and how it begins
worked.py  the panel worked out
shape.py   a front bowed or traced, a profile round the edge
"""
