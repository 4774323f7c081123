"""Virtual horses, and what is measured with them: how well the model foretells, how fast the planner goes."""
