"""What is done to doors, and fronts that swing.

cutout/           an opening cut into doors
insert/           a new insert for framed doors
hinges/           hinges, catches and stays
off/              doors off for good
flap/             a front that drops open
insert_entries.py what every change with an insert asks
insert_set.py     inserts for some openings worked out
work.py           the steps of doors
"""
