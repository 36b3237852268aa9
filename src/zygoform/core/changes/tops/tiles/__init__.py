"""A new top of tiles on sheet.

entries.py what it asks, and how it begins
worked.py  the field worked out
"""
