"""The surface of what is made: filler, grits, coats with their drying, all before glass is cleaned or paper comes in."""
