"""Keeping picture files: by their fingerprint, in parts, so that the same file is kept once and none is whole in memory."""

from __future__ import annotations

import hashlib
import uuid
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path

from sqlalchemy import delete, func, select, update
from sqlalchemy.orm import Session

from shadbo.store.pieces import NotThere
from shadbo.store.tables import FilePartRow, FileRow, PrintRow

PART = 1024 * 1024
# A print nobody has told anything of for so long was lost with its server.
SILENT = timedelta(minutes=2)


def fingerprint(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()


def keep(session: Session, path: Path, *, name: str, media: str, width: int, height: int, small: bytes | None) -> FileRow:
    """Keep a file of the disk; one that is there already is left as it is."""
    sha = fingerprint(path)
    found = session.get(FileRow, sha)
    if found is not None:
        return found
    row = FileRow(sha256=sha, name=name, media=media, width=width, height=height, small=small)
    session.add(row)
    session.flush()
    with path.open("rb") as file:
        number = 0
        while part := file.read(PART):
            session.add(FilePartRow(sha256=sha, number=number, bytes=part))
            session.flush()
            session.expunge_all()
            number += 1
    return row


def get(session: Session, sha: str) -> FileRow:
    """What a file is. Raises :class:`NotThere`."""
    row = session.get(FileRow, sha)
    if row is None:
        raise NotThere("picture file")
    return row


def has(session: Session, sha: str) -> bool:
    """Whether a file is kept here."""
    return session.get(FileRow, sha) is not None


def parts(session: Session, sha: str) -> Iterator[bytes]:
    """The bytes of a file, part by part."""
    count = session.execute(select(func.count()).where(FilePartRow.sha256 == sha)).scalar_one()
    for number in range(count):
        yield session.execute(select(FilePartRow.bytes).where(FilePartRow.sha256 == sha, FilePartRow.number == number)).scalar_one()


def write_out(session: Session, sha: str, path: Path) -> None:
    with path.open("wb") as file:
        for part in parts(session, sha):
            file.write(part)


def start_print(session: Session, piece_id: uuid.UUID, name: str) -> uuid.UUID:
    """A print begins; what was printed of the piece before goes, for it can be made again from the picture."""
    old = select(PrintRow.sha256).where(PrintRow.piece_id == piece_id, PrintRow.sha256.is_not(None))
    gone = set(session.execute(old).scalars())
    session.execute(delete(PrintRow).where(PrintRow.piece_id == piece_id))
    kept = set(session.execute(select(PrintRow.sha256).where(PrintRow.sha256.in_(gone))).scalars())
    # Only prints have no small picture; a file somebody handed in stays.
    session.execute(delete(FileRow).where(FileRow.sha256.in_(gone - kept), FileRow.small.is_(None)))
    row = PrintRow(piece_id=piece_id, name=name)
    session.add(row)
    session.flush()
    return row.id


def tell(session: Session, print_id: uuid.UUID, *, done: int, trouble: str = "", sha: str | None = None) -> None:
    """How far a print is, what went wrong with it, or that it is done."""
    session.execute(
        update(PrintRow).where(PrintRow.id == print_id).values(done=done, trouble=trouble, sha256=sha, told_at=func.now())
    )


def print_of(session: Session, print_id: uuid.UUID) -> PrintRow:
    """A print and how far it is. Raises :class:`NotThere`."""
    row = session.get(PrintRow, print_id)
    if row is None:
        raise NotThere("print")
    if row.sha256 is None and not row.trouble and row.told_at < datetime.now(UTC) - SILENT:
        row.trouble = "was lost when the server stopped: start it again"
    return row
