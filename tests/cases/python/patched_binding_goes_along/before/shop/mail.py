import smtplib


def send():
    return smtplib.SMTP()


def keep():
    return 1
