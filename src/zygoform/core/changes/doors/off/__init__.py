"""Doors off for good.

entries.py what it asks, and how it begins
worked.py  what is filled, what stands in the openings
"""
