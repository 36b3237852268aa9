"""New boxes behind fronts.

entries.py what they ask, and how they begin
worked.py  boxes and what they run on worked out
"""
