"""Brackets where the studs are.

entries.py what they ask, and how they begin
worked.py  the row worked out
"""
