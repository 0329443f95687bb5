def show(render):
    return render("orders/list.html"), "orders/list.html.bak"
