package services

import . "coop.example/waxmoor/models"

var hive Hive

var frame Frame
