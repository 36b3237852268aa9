"""Amounts in a sentence that are no plain lengths: written by their type, in the project's system."""


class Fine(float):
    """A length (mm) too small for the tape: a bend, a gap. Written finer than the finest mark."""


class Litres(float):
    """A volume."""


class SquareMetres(float):
    """An area."""


class Kilos(float):
    """A weight."""


class KilosAMetre(float):
    """A load along a board."""


class SquareMetresALitre(float):
    """How far a can goes."""
