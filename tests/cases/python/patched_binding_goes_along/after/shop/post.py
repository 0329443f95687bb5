import smtplib


def send():
    return smtplib.SMTP()
