"""Drawers lined from a roll.

entries.py what it asks, and how it begins
worked.py  pieces of the roll worked out
"""
