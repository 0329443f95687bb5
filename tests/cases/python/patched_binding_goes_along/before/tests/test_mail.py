from unittest import mock

from shop.mail import keep, send


def test_send():
    with mock.patch("shop.mail.smtplib.SMTP"):
        assert send() and keep()
