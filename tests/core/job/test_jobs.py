"""The demo's whole jobs are those that were read: whatever changes in one is seen before it is told."""

from __future__ import annotations

import difflib

from tests.core.job.jobs import READ, jobs


def test_whole_jobs_are_those_that_were_read() -> None:
    """What changes a job on purpose writes them anew (``python -m tests.core.job.jobs``) and reads the difference."""
    changed = list(difflib.unified_diff(READ.read_text().splitlines(), jobs().splitlines(), "read", "now", lineterm="", n=1))
    assert not changed, "\n".join(changed[:60])
