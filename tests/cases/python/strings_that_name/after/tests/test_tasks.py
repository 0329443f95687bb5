from unittest.mock import patch


@patch("shop.jobs.mail.send")
def test_send(send):
    """See :func:`shop.jobs.mail.send`."""
