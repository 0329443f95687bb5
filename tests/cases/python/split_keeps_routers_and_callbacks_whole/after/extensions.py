from flask_httpauth import HTTPBasicAuth

from config import USERS

auth = HTTPBasicAuth()


@auth.verify_password
def verify(name, password):
    return USERS.get(name) == password
