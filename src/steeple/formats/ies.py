"""IES LM-63 files as they come from makers of lamps: bytes of any usual encoding, read as text."""

from __future__ import annotations

from steeple.core.errors import DocumentError
from steeple.core.light.ies import IES_LIMIT, Photometry, read_ies


def ies_text(content: bytes) -> str:
    """The text of a file: UTF-8 with or without mark, UTF-16, or Western European.

    Raises
    ------
    DocumentError
        ``broken-ies`` where it is no text, or too long.
    """
    if len(content) > 2 * IES_LIMIT:
        raise DocumentError(
            "broken-ies", f"The file has {len(content):,} bytes; at most {2 * IES_LIMIT:,} are read.",
            field="ies",
        )  # fmt: skip
    if content.startswith((b"\xff\xfe", b"\xfe\xff")):
        text = content.decode("utf-16", errors="replace")
    else:
        try:
            text = content.decode("utf-8-sig")
        except UnicodeDecodeError:
            text = content.decode("cp1252", errors="replace")
    if "\x00" in text:
        raise DocumentError(
            "broken-ies", "Line 1: the file is no text. It was not taken.", field="ies"
        )
    return text


def read_ies_file(content: bytes) -> tuple[str, Photometry]:
    """The text of a file, and what it says; see `read_ies`."""
    text = ies_text(content)
    return text, read_ies(text)
