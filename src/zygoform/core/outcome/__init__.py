"""What a change brings about: plain values.

slanted.py   edges that are not cut square, in words
outcome.py   Outcome with its boards, parts, fittings, supplies, handles, cautions and findings
work.py      what there is to do, in amounts
needs.py     what an outcome needs, in a few words
cautions.py  the usual cautions of the trade, in general words
"""
