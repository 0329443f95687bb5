package models

type Harvest struct {
	ID     uint    `json:"id"`
	HiveID uint    `json:"hive_id"`
	Kilos  float64 `json:"kilos" binding:"gt=0"`
}

type CreateHarvestRequest struct {
	HiveID uint    `json:"hive_id" binding:"required"`
	Kilos  float64 `json:"kilos" binding:"required"`
}
