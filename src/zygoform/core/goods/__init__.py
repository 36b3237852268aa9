"""What can be bought or owned, and what is known about wood.

timber.py     sizes of boards, the lengths they are sold in, boards owned
fittings.py   screws and glue in packs; screws spaced
glue.py       how long glue is clamped, and waited for
screws.py     which screw is long enough and does not come through
species.py    how wood moves with moisture
minutes.py    how long each kind of work takes
saw.py        what a saw can reach
plank_layout.py    how many boards side by side, and which of them is ripped
pull_fixing.py how a pull is fixed against what hole is there
cheapest.py     least money in packs or cans that covers a need
hinge_count.py  how many hinges, and what tells one from another
"""
