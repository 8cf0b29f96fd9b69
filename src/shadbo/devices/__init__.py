"""Digital tapes, callipers and scales: a small line protocol over TCP, whoever listens to it, and a stand-in that speaks it."""
