package services

import (
	"fmt"

	"example.com/bees/stores"
)

// ReportService reports.
type ReportService struct {
	hives stores.HiveStore
}

// NewReportService returns one.
func NewReportService(hives stores.HiveStore) *ReportService {
	return &ReportService{hives: hives}
}

// Report says how hives are.
func (s *ReportService) Report() string {
	return fmt.Sprint(s.hives.Weigh(), " ", len(s.hives.All()))
}
