from shop.hives.weights import lift
from shop.weighing import weigh

print(weigh([]), lift)
