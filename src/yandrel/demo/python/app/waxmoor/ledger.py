"""How weights and sums are written in the books."""


def in_kilograms(grams):
    return f"{grams / 1000:.1f} kg"


def in_words(count, noun):
    return f"{count} {noun}" if count == 1 else f"{count} {noun}s"
