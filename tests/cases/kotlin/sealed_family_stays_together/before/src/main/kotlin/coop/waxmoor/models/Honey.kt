package coop.waxmoor.models

class Honey : Yield()
