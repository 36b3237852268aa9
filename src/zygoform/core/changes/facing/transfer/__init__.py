"""Transfers and stencils over faces.

entries.py what it asks, and how it begins
worked.py  where each lies, and what is cut off
"""
