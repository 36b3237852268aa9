"""Legs or feet, straight, tapered or splayed.

entries.py what they ask, and how they begin
worked.py  the set worked out
"""
