"""Amounts other than lengths that stand in a sentence: written by their type, in the project's system."""


class Litres(float):
    """A volume."""


class SquareMetres(float):
    """An area."""
