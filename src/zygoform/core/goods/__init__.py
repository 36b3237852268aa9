"""What can be bought or owned, and what is known about wood.

timber.py   sizes of boards, lengths they are sold in, boards owned, how many lie side by side; what a saw can
            reach
fittings.py screws, glue, hinges and pulls in packs: how many, spaced how, fixed how, for least money
screws.py   which screw is long enough and does not come through
species.py  how wood moves with moisture
minutes.py  how long each kind of work takes
"""
