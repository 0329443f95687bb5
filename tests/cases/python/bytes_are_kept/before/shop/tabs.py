def f():
	from shop.old import A
	return A
