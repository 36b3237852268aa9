"""Operations on the document. Each returns the new project and says what it did.

edited.py          what an edit returns; text entered turned into values
pieces.py          which pieces there are: new ones, copies, names
survey.py          the sizes of a piece, what stands behind its front and on its faces, what it is for
fronts.py          what its front holds and how it is divided
condition.py       faults and how they are dealt with; what parts are made of; photos and their dots
disassembly.py     where parts go that come off; hardware in bags
planning.py        changes and their parameters, the fronts they are for, cut-outs and patterns, ways to do it
                   side by side
finishing.py       stacks of the finish and their layers; what lies on a zone, which part is in which
borders.py         how a border between two finishes is kept
put_on.py          what is coated loose, what fitted
finish_supplies.py colours, recipes, the shelf, figures of coats, real times
days.py            own hours, the wanted day, what is written down
workshop.py        units, saw, prices, boards owned, minutes; whole lists from elsewhere as one step
own_steps.py       steps of one's own, own minutes and waits, steps left out
cutting.py         parts ticked as cut, and how many of a row are
"""
