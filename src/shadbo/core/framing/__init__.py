"""What displays share: rails, rabbets, boxes, arranging, glazing, weights, fixings counted."""
