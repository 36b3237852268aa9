"""Boards round the bottom, mitred or butted.

entries.py what it asks, and how it begins
worked.py  its boards worked out
"""
