import json
from shop.json import X
