"""The trade itself: sums, readings, displays, checks. No web, no database, no files, no clock."""
