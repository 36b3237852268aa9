"""An opening cut into doors.

entries.py what it asks, and how it begins
worked.py  line, insert and stops worked out
"""
