"""A piece made narrower or lower.

entries.py what it asks
worked.py  what the slice takes
"""
