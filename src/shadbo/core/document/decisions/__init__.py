"""What is decided about each display and each stage: one model each, as a piece holds it."""
