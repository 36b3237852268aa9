"""A drawer mended part by part.

entries.py what it asks, and how it begins
worked.py  parts copied from their partners
"""
