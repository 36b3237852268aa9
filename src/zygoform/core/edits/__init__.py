"""Operations on the document. Each returns the new project and says what it did.

edited.py   what an edit returns; text entered turned into values
survey.py   the piece, its readings and its front
planning.py changes and their parameters, remedies
counting.py  how many of a row are cut
taking.py   whole lists from elsewhere, each as one step
workshop.py units, saw, prices, boards owned
"""
