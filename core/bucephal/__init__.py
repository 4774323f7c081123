"""Bucephal's core: the rules of the job and all computation. No Django, no clock, no network."""
