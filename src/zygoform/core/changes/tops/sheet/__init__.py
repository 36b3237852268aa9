"""A new top cut from sheet.

entries.py what it asks, and how it begins
worked.py  the panel worked out
"""
