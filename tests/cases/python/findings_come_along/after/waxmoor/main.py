from waxmoor.hives.service import count
from waxmoor.hives.weighing import weigh

print(count([]), weigh)
