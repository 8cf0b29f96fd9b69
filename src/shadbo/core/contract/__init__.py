"""What a display and a stage are to the plan: checks, inputs, views, steps, cutting."""
