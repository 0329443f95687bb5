from shop.order import X


def test_x():
    assert X
