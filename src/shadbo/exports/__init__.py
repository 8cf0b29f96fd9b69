"""What is taken away from the application: paper, cut list, drawings, the piece itself. Open formats only."""
