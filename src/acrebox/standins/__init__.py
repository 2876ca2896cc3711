"""Simulated outside things, shipped so that every stage can be tried and tested without them."""
