"""The kinds of fault, in groups. Where makers disagree, each has a line.

Amounts and times are shop practice, to be corrected by what the label of a product says.

joints.py    joints that are loose, broken, or let a piece wobble
wood.py      wood that is split, missing, dented, holed, bent or eaten
faces.py     veneer, stains, mould, old finish and labels
drawers.py   drawers that stick, fall, sag or have lost a part
fittings.py  backs, hinges and pulls
"""
