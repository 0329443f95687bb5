USERS = {"ada": "x"}
