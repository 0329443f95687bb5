HELP = 1


class Base:
    x = HELP


class Child(Base): ...
