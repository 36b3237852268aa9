"""What to buy and what it costs.

purchase.py  boards, screws and glue in packs, with a total
kept_hardware.py  what comes from the bags of the survey
"""
