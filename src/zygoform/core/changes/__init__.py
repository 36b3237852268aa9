"""Planned alterations: a folder for each kind, in rooms by what a maker would name.

A kind's `entries.py` is what it asks, and how it begins: it is light, and loaded for the menu and the file. Its
`worked.py` makes of it what comes off, members, fittings, notes, findings and steps, and is loaded when it is
planned.

base.py           what every change has, the entry that says which faces; a change of a kind this version does
                  not know
registry.py       kind of change -> its folder, title, which parts it fits
suited.py         what ripping and damp ask of any change
work.py           the steps of most kinds, in amounts
opening_choice.py which drawers or doors a change is for
sheet_member.py   a part cut from sheet
surface.py        faces that something is laid on, and ground that glue does not hold on
tops/             planks, sheet, tiles, the old top used again
bases/            legs, a skirt
shelves/          shelves in place of drawers or doors
backs/            a new back of sheet
drawers/          new boxes, drawers mended, regrouped, lined
doors/            cut-outs, inserts, hinges, doors off, a drop flap
pulls/            new pulls
patterning/       thin strips over fronts, sides, lids
facing/           whole faces covered: veneer, transfers, stencils
splitting/        a piece made smaller, sawn in two, joined with another
walls/            brackets and straps on a wall
mending/          a fault mended by one of its remedies
own_part/         a part of one's own
"""
