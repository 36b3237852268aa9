"""A part of one's own.

entries.py what it asks, and how it begins
worked.py  the part as it is cut
"""
