"""What to buy and what it costs.

purchase.py  boards, screws and glue in packs, with a total
too_few_cans.py  less paint than it takes, where someone chose how much
kept_hardware.py  what comes from the bags of the survey
"""
