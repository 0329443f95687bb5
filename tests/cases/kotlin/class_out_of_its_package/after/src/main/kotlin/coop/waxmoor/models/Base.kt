package coop.waxmoor.models

abstract class Base
