package coop.waxmoor.models

class Frame
