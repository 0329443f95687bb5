def test_orders_are_listed(client, order):
    assert client.get("/orders").get_json() == [0, 1, 2]
    assert order == {"order": 1}
