from unittest import mock

from shop.mail import keep
from shop.post import send


def test_send():
    with mock.patch("shop.post.smtplib.SMTP"):
        assert send() and keep()
