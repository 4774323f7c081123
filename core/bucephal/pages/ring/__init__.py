"""What the ring takes with it: the plan with its compiled coaches, what can be tapped, and the day's form."""
