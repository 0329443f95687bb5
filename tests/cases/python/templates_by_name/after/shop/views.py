def show(render):
    return render("sales/all.html"), "orders/list.html.bak"
