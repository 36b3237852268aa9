"""Two pieces made one.

entries.py what it asks, and how it begins
worked.py  the one piece worked out
"""
