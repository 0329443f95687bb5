class LetterWriter:
    def __init__(self, greeting):
        self.greeting = greeting

    def write(self, lines):
        head = f"{self.greeting},"
        return "\n".join([head, "", *lines])


class KeeperLetterService:
    def tell(self, count):
        return LetterWriter("Dear keeper").write([f"keeper {count}"])
