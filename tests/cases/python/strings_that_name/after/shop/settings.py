JOBS = ["shop.jobs.mail.send", "shop.jobs.mail", "shop.jobs.mail:send"]
LABELS = {"event": "shop.tasks.sent", "path": "shop/jobs/mail.py"}
