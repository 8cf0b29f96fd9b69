"""The tables. A piece points at its current state; states form a tree, so undo walks up and redo walks down."""

from __future__ import annotations

import uuid
from datetime import date, datetime
from typing import Any

from sqlalchemy import (
    BigInteger,
    Boolean,
    Date,
    Float,
    ForeignKey,
    Identity,
    Index,
    Integer,
    LargeBinary,
    String,
    Text,
    UniqueConstraint,
    false,
    func,
)
from sqlalchemy.dialects.postgresql import ARRAY, JSONB, TIMESTAMP
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    pass


class ShopRow(Base):
    """The one shop of this database, as its document."""

    __tablename__ = "shop"
    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    document: Mapped[dict[str, Any]] = mapped_column(JSONB)


class PieceRow(Base):
    """A piece: which state stands, how often it was saved (``version``), whether it is put away; by which record it is sealed once it is
    handed over, and from which it was begun. Its card in the rack (JSON text) bears
    the mark of the shop it was worked out with; ``blocked``, ``wide`` and ``tall`` (mm) are of the card."""

    __tablename__ = "piece"
    id: Mapped[uuid.UUID] = mapped_column(primary_key=True, default=uuid.uuid4)
    version: Mapped[int] = mapped_column(Integer)
    state_id: Mapped[int] = mapped_column(BigInteger)
    words: Mapped[str] = mapped_column(Text)
    name: Mapped[str] = mapped_column(Text, server_default="")
    due: Mapped[date | None] = mapped_column(Date)
    card: Mapped[str | None] = mapped_column(Text)
    card_mark: Mapped[str | None] = mapped_column(String(32))
    blocked: Mapped[bool] = mapped_column(Boolean, server_default=false())
    wide: Mapped[float] = mapped_column(Float, server_default="0")
    tall: Mapped[float] = mapped_column(Float, server_default="0")
    archived: Mapped[bool] = mapped_column(Boolean, default=False)
    sealed_by: Mapped[uuid.UUID | None] = mapped_column(ForeignKey("record.id", use_alter=True))
    goes_on_from: Mapped[uuid.UUID | None] = mapped_column(ForeignKey("record.id", use_alter=True))
    created_at: Mapped[datetime] = mapped_column(TIMESTAMP(timezone=True), server_default=func.now())
    updated_at: Mapped[datetime] = mapped_column(TIMESTAMP(timezone=True), server_default=func.now())


# The orders of the rack, and its search.
Index("ix_piece_due", PieceRow.archived, PieceRow.due, PieceRow.id)
Index("ix_piece_touched", PieceRow.archived, PieceRow.updated_at.desc(), PieceRow.id)
Index("ix_piece_name", PieceRow.archived, func.lower(PieceRow.name), PieceRow.id)
Index(
    "ix_piece_words",
    PieceRow.words,
    postgresql_using="gin",
    postgresql_ops={"words": "gin_trgm_ops"},
    postgresql_with={"fastupdate": "off"},
)


class StateRow(Base):
    """One saved state of a piece; ``parent_id`` the state it was made from, ``change`` what was done in words."""

    __tablename__ = "piece_state"
    id: Mapped[int] = mapped_column(BigInteger, Identity(), primary_key=True)
    piece_id: Mapped[uuid.UUID] = mapped_column(ForeignKey("piece.id", ondelete="CASCADE"), index=True)
    parent_id: Mapped[int | None] = mapped_column(ForeignKey("piece_state.id"), index=True)
    document: Mapped[dict[str, Any]] = mapped_column(JSONB)
    change: Mapped[str] = mapped_column(Text)
    saved_at: Mapped[datetime] = mapped_column(TIMESTAMP(timezone=True), server_default=func.now())


class SavedRow(Base):
    """Which state stood at each version, so that two people's edits can be held against their common ground; ``sent`` is the name its
    sender gave the save that made it."""

    __tablename__ = "piece_version"
    __table_args__ = (UniqueConstraint("piece_id", "version"), UniqueConstraint("piece_id", "sent"))
    id: Mapped[int] = mapped_column(BigInteger, Identity(), primary_key=True)
    piece_id: Mapped[uuid.UUID] = mapped_column(ForeignKey("piece.id", ondelete="CASCADE"))
    version: Mapped[int] = mapped_column(Integer)
    state_id: Mapped[int] = mapped_column(ForeignKey("piece_state.id"))
    sent: Mapped[uuid.UUID | None]


class FileRow(Base):
    """A picture file by its fingerprint: what it is, and a small one to look at (None for a print)."""

    __tablename__ = "file"
    sha256: Mapped[str] = mapped_column(String(64), primary_key=True)
    name: Mapped[str] = mapped_column(Text)
    media: Mapped[str] = mapped_column(Text)
    width: Mapped[int] = mapped_column(Integer)
    height: Mapped[int] = mapped_column(Integer)
    small: Mapped[bytes | None] = mapped_column(LargeBinary)
    kept_at: Mapped[datetime] = mapped_column(TIMESTAMP(timezone=True), server_default=func.now())


class FilePartRow(Base):
    """A part of a file, so that none is ever whole in memory."""

    __tablename__ = "file_part"
    sha256: Mapped[str] = mapped_column(ForeignKey("file.sha256", ondelete="CASCADE"), primary_key=True)
    number: Mapped[int] = mapped_column(Integer, primary_key=True)
    bytes: Mapped[bytes] = mapped_column(LargeBinary)


class WorkingRow(Base):
    """How the one shop works in time, as its document; ``version`` counts its changes."""

    __tablename__ = "working"
    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    version: Mapped[int] = mapped_column(Integer)
    document: Mapped[dict[str, Any]] = mapped_column(JSONB)


class ComingRow(Base):
    """The day a kind of thing comes that a piece waits for, where it isn’t the shop’s usual."""

    __tablename__ = "coming"
    piece_id: Mapped[uuid.UUID] = mapped_column(ForeignKey("piece.id", ondelete="CASCADE"), primary_key=True)
    what: Mapped[str] = mapped_column(String(20), primary_key=True)
    day: Mapped[date] = mapped_column(Date)


class OperationRow(Base):
    """What became of an operation: begun, paused, done, by whom, in how many seconds (``spent``, up to ``paused_at`` or ``done_at``);
    set to a time by a person (``pinned_at``). ``planned`` and ``wait`` (minutes) are the plan’s at that time, ``said`` what was read or looked
    at; ``sent`` is the name its sender gave the last change."""

    __tablename__ = "operation"
    piece_id: Mapped[uuid.UUID] = mapped_column(ForeignKey("piece.id", ondelete="CASCADE"), primary_key=True)
    key: Mapped[str] = mapped_column(String(80), primary_key=True)
    title: Mapped[str] = mapped_column(Text)
    hand: Mapped[str] = mapped_column(String(60), server_default="")
    begun_at: Mapped[datetime | None] = mapped_column(TIMESTAMP(timezone=True))
    done_at: Mapped[datetime | None] = mapped_column(TIMESTAMP(timezone=True))
    paused_at: Mapped[datetime | None] = mapped_column(TIMESTAMP(timezone=True))
    spent: Mapped[int] = mapped_column(Integer, server_default="0")
    pinned_at: Mapped[datetime | None] = mapped_column(TIMESTAMP(timezone=True))
    planned: Mapped[int] = mapped_column(Integer, server_default="0")
    wait: Mapped[int] = mapped_column(Integer, server_default="0")
    said: Mapped[dict[str, Any]] = mapped_column(JSONB, server_default="{}")
    sent: Mapped[uuid.UUID | None]


class NotedRow(Base):
    """What was put down of a piece at the bench, under the name its sender gave it; ``document`` is the rest of it."""

    __tablename__ = "noted"
    id: Mapped[uuid.UUID] = mapped_column(primary_key=True)
    piece_id: Mapped[uuid.UUID] = mapped_column(ForeignKey("piece.id", ondelete="CASCADE"), index=True)
    at: Mapped[datetime] = mapped_column(TIMESTAMP(timezone=True))
    document: Mapped[dict[str, Any]] = mapped_column(JSONB)


class RecordRow(Base):
    """A piece as it was handed over: the document as it was written down with its seal, what it is found again by (sizes in mm, ``traits`` as bits,
    ``words`` in small letters), and its card (JSON text)."""

    __tablename__ = "record"
    __table_args__ = (UniqueConstraint("piece_id", "number"),)
    id: Mapped[uuid.UUID] = mapped_column(primary_key=True)
    piece_id: Mapped[uuid.UUID] = mapped_column(ForeignKey("piece.id", ondelete="CASCADE"))
    number: Mapped[int] = mapped_column(Integer)
    handed_at: Mapped[datetime] = mapped_column(TIMESTAMP(timezone=True))
    year: Mapped[int] = mapped_column(Integer)
    name: Mapped[str] = mapped_column(Text)
    owner: Mapped[str] = mapped_column(Text)
    kind: Mapped[str] = mapped_column(Text)
    display: Mapped[str] = mapped_column(Text)
    method: Mapped[str] = mapped_column(Text)
    size: Mapped[str] = mapped_column(Text)
    materials: Mapped[list[str]] = mapped_column(ARRAY(Text))
    short: Mapped[float] = mapped_column(Float)
    long: Mapped[float] = mapped_column(Float)
    deep: Mapped[float] = mapped_column(Float)
    traits: Mapped[int] = mapped_column(BigInteger)
    wrongs: Mapped[int] = mapped_column(Integer)
    photo: Mapped[str | None] = mapped_column(String(64))
    words: Mapped[str] = mapped_column(Text)
    card: Mapped[str] = mapped_column(Text)
    document: Mapped[str] = mapped_column(Text)
    seal: Mapped[str] = mapped_column(String(64))


Index("ix_record_handed", RecordRow.handed_at.desc(), RecordRow.id)
Index(
    "ix_record_words",
    RecordRow.words,
    postgresql_using="gin",
    postgresql_ops={"words": "gin_trgm_ops"},
    postgresql_with={"fastupdate": "off"},
)


class JobRow(Base):
    """The operations of a piece’s state as the days see them (JSON text; None where it can’t be made yet), under the shop’s mark."""

    __tablename__ = "piece_job"
    piece_id: Mapped[uuid.UUID] = mapped_column(ForeignKey("piece.id", ondelete="CASCADE"), primary_key=True)
    state_id: Mapped[int] = mapped_column(BigInteger)
    mark: Mapped[str] = mapped_column(String(32))
    tasks: Mapped[str | None] = mapped_column(Text)


class ScheduleRow(Base):
    """The schedule that stands: what it was made on (``basis``), where everything lies, and who has not yet been told what moved."""

    __tablename__ = "schedule"
    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    basis: Mapped[str] = mapped_column(String(64))
    made_at: Mapped[datetime] = mapped_column(TIMESTAMP(timezone=True))
    placed: Mapped[str] = mapped_column(Text)
    ready: Mapped[dict[str, Any]] = mapped_column(JSONB)
    bound: Mapped[int] = mapped_column(Integer)
    moved: Mapped[list[Any]] = mapped_column(JSONB)
    search: Mapped[dict[str, Any] | None] = mapped_column(JSONB)


class PrintRow(Base):
    """A print being made of a piece: how far it is (%), what went wrong, and the file once it is done."""

    __tablename__ = "print"
    id: Mapped[uuid.UUID] = mapped_column(primary_key=True, default=uuid.uuid4)
    piece_id: Mapped[uuid.UUID] = mapped_column(ForeignKey("piece.id", ondelete="CASCADE"), index=True)
    name: Mapped[str] = mapped_column(Text)
    done: Mapped[int] = mapped_column(Integer, default=0)
    trouble: Mapped[str] = mapped_column(Text, default="")
    sha256: Mapped[str | None] = mapped_column(ForeignKey("file.sha256", ondelete="SET NULL"))
    told_at: Mapped[datetime] = mapped_column(TIMESTAMP(timezone=True), server_default=func.now())
