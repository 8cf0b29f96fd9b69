"""Words of the trade, one line each, and small drawings they are shown on."""
