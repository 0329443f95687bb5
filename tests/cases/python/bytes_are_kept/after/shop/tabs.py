def f():
	from shop.new import A
	return A
