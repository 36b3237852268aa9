"""Undo and redo as whole states: the document is a value, so a state costs next to nothing."""

from msgspec import Struct, structs

from zygoform.core.edits.edited import Edited
from zygoform.core.measure.message import Message, literal
from zygoform.core.project import Project

MOST_STATES = 500


class State(Struct, frozen=True):
    """A project and the edit that led to it."""

    project: Project
    words: Message


class History(Struct, frozen=True):
    """All states and which one is the present."""

    states: tuple[State, ...]
    at: int = 0

    @property
    def project(self) -> Project:
        return self.states[self.at].project

    @property
    def words(self) -> Message:
        """What led to the present state."""
        return self.states[self.at].words

    @property
    def can_undo(self) -> bool:
        return self.at > 0

    @property
    def can_redo(self) -> bool:
        return self.at + 1 < len(self.states)

    def after(self, edited: Edited) -> "History":
        """The history with one more edit; what was undone before it is gone."""
        states = (*self.states[: self.at + 1], State(edited.project, edited.words))[-MOST_STATES:]
        return History(states, len(states) - 1)

    def instead(self, project: Project) -> "History":
        """The present state with another project, by no edit."""
        states = list(self.states)
        states[self.at] = structs.replace(states[self.at], project=project)
        return structs.replace(self, states=tuple(states))

    def undone(self) -> "History":
        return structs.replace(self, at=max(0, self.at - 1))

    def redone(self) -> "History":
        return structs.replace(self, at=min(len(self.states) - 1, self.at + 1))


def begin_history(project: Project, words: str) -> History:
    """A history that starts with this project."""
    return History((State(project, Message(literal(words))),))
