"""What a change brings about: plain values.

outcome.py   Outcome with its boards, parts, fittings, supplies, handles, cautions and findings
cautions.py  the usual cautions of the trade, in general words
"""
