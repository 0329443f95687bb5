from shop.sales.order import X


def test_x():
    assert X
