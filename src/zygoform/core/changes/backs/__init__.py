"""A new back of sheet.

entries.py what it asks, and how it begins
worked.py  the back worked out
"""
