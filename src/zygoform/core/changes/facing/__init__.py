"""Whole faces covered with thin sheet: veneer, transfers, stencils.

veneered.py      veneer in sheets: pieces with an allowance, cauls, clamps, press
transferred.py   transfers and stencils: how many sheets, what is trimmed, what is left over
"""
