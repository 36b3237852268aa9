"""A front that drops open.

entries.py what it asks, and how it begins
worked.py  its axis, its way, its stays
"""
