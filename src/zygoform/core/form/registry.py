"""Kinds of piece. A kind is a file in kinds/ and one line here."""

from zygoform.core.form.kinds.case_piece import CasePiece

PIECE_KINDS: dict[str, type[CasePiece]] = {"case": CasePiece}
