"""What a change brings about: plain values.

part.py     a piece of wood to cut; its edges that are not cut square
member.py   what is drawn and cut from one solid; where every piece of a pattern goes
outcome.py  Outcome with its members, fittings, supplies, handles, cautions and findings; what it needs, in a
            few words
work.py     what there is to do, in amounts; what an outcome needs, in a few words
cautions.py the usual cautions of the trade, in general words
"""
