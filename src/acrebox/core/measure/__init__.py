"""Lengths, volumes, weights and money: parsed, converted and printed as people write them."""
