def test_invoices_are_listed(client, invoice):
    assert client.get("/invoices").get_json() == [0, 1, 2]
    assert invoice == {"invoice": 1}
