"""Whole faces covered.

veneer/   veneer in sheets
transfer/ transfers and stencils
"""
