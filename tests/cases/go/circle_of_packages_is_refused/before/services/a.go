package services

import "coop.example/waxmoor/models"

var frame models.Frame
