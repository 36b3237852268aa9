"""What state a piece is in: what its parts are made of, and what is wrong with them. Words and values only.

materials.py what a part can be made of, how to tell, what that allows, what it weighs
kinds/       the kinds of fault
use.py       what a piece is for
condition.py the state all pieces were found in: faults pinned to parts, what was taken off, bags of hardware,
             photos
faults.py    all kinds of fault: what is measured of each, and its remedies with their reasons
"""
