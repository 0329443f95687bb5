package services

import "coop.example/waxmoor/entities"

var made = entities.Hive{}
