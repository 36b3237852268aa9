"""Operations on the document. Each returns the new project and says what it did.

edited.py   what an edit returns; text entered turned into values
pieces.py   which pieces there are: new ones, copies, names
survey.py   the sizes of a piece
fronts.py   what its front holds and how it is divided
inside.py   what stands behind a front
condition.py faults and how they are dealt with; what parts are made of
cutting_facts.py  parts ticked as cut
disassembly.py    where parts go that come off; hardware in bags
photos.py   photos and the dots on them
planning.py changes and their parameters, remedies
some_fronts.py  the fronts a change is for, one by one
outlines.py  a cut-out's line from a file
patterns.py  patterns of strips: from the gallery, lines drawn by hand
variants.py ways to do it, side by side
counting.py  how many of a row are cut
taking.py   whole lists from elsewhere, each as one step
minutes.py  how long each kind of work takes
ornaments.py what is applied to a piece
use.py      what a piece is for
finishing.py     stacks of the finish and their layers
finish_zones.py  what lies on a zone, which part is in which
finish_supplies.py  colours, recipes, the shelf, figures of coats, real times
days.py     own hours, the wanted day, what is written down
workshop.py units, saw, prices, boards owned
"""
