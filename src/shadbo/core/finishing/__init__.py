"""What finishes every plan: holding, hanging, the room, the label."""
