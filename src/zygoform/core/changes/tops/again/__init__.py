"""The old top used again.

entries.py what it asks, and how it begins
worked.py  turned over, patched, made larger
"""
