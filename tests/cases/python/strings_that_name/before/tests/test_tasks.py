from unittest.mock import patch


@patch("shop.tasks.send")
def test_send(send):
    """See :func:`shop.tasks.send`."""
