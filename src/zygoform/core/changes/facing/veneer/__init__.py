"""Faces covered with veneer in sheets.

entries.py what it asks, and how it begins
worked.py  sheets, seams and glue worked out
"""
