"""A glazed frame that swings before a tray, so that the picture in it is changed in a minute."""
