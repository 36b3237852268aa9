"""What a change brings about: plain values.

slanted.py   edges that are not cut square, in words
part.py      a piece of wood to cut
member.py    what is drawn and cut from one solid
outcome.py   Outcome with its members, fittings, supplies, handles, cautions and findings
pattern_map.py  where every piece of a pattern goes
work.py      what there is to do, in amounts
needs.py     what an outcome needs, in a few words
cautions.py  the usual cautions of the trade, in general words
"""
