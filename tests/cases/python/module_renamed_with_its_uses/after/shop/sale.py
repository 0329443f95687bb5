def total(): return 1
