"""A drawer into two, one with the next, a false front, a tray.

entries.py what it asks, and how it begins
worked.py  fronts, boxes and openings worked out
"""
