"""What nobody found a place for."""


def shout(text):
    return text.upper() + "!"
