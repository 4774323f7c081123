"""Figures into sentences, once: for screen, ring, print and speech."""
