"""Where things lie on the face: their shapes, their places, the templates, the smallest box, what is too near."""
