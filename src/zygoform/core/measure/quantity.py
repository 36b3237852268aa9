"""Amounts in a sentence that are no plain lengths: written by their type, in the project's system."""


class Fine(float):
    """A length (mm) too small for the tape: a bend, a gap. Written finer than the finest mark."""


class Marked(float):
    """A length (mm) that is marked with a rule and has to meet a hole: to a sixty-fourth, or a tenth of a mm."""


class Metric(float):
    """A length (mm) of goods sold in millimetres: said in them too, where the project counts in inches."""


class Imperial(float):
    """A length (mm) of goods sold in inches: said in them too, where the project counts in millimetres."""


class Litres(float):
    """A volume."""


class SquareMetres(float):
    """An area."""


class Kilos(float):
    """A weight."""


class KilosAMetre(float):
    """A load along a board."""


class MlASquareMetre(float):
    """How much of something a surface takes."""


class SquareMetresALitre(float):
    """How far a can goes."""
