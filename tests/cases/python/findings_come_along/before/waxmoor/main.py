from waxmoor.hives.service import count, weigh

print(count([]), weigh)
