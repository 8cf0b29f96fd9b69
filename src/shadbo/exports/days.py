"""Days as they are written everywhere, on paper as on the screen: as the shop chose, never as 3/4, which is two days."""

from __future__ import annotations

from datetime import date

from shadbo.core import DateStyle

MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")


def day_text(day: date, style: DateStyle = "day") -> str:
    """3 Mar 2027; Mar 3, 2027; 2027-03-03 (ISO 8601)."""
    if style == "iso":
        return day.isoformat()
    month = MONTHS[day.month - 1]
    return f"{day.day} {month} {day.year}" if style == "day" else f"{month} {day.day}, {day.year}"
