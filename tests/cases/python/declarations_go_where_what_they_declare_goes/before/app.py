from shop.hives.weights import lift, weigh

print(weigh([]), lift)
