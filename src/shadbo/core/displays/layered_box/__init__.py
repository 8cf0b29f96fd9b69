"""A deep built box with more than one floor: glass, boards cut out or lettered, a lamp room, a back."""
