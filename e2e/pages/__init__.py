"""Page objects: what a person does in each place, in the words of the place."""
