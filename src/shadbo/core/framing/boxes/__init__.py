"""What the four displays of things with depth share: the box round an arrangement, its pack, its mats, what is seen of it."""
