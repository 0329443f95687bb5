JOBS = ["shop.tasks.send", "shop.tasks", "shop.tasks:send"]
LABELS = {"event": "shop.tasks.sent", "path": "shop/tasks.py"}
