"""Published formulas: timber and its bending, moisture and movement, light, withdrawal of nails and screws."""
