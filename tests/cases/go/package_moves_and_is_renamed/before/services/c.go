package services

import "coop.example/waxmoor/models"

var made = models.Hive{}
