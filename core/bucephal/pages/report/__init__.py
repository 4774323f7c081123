"""An owner's report: what was worked on in a span of days, what came of it, and its drawings."""
