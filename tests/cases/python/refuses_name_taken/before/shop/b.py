class Tool:
    size = 1
