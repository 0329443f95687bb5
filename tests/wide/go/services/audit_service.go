package services

import "example.com/bees/stores"

// AuditService audits.
type AuditService struct {
	kept   stores.HiveStore
	report *ReportService
}

// NewAuditService returns one.
func NewAuditService(kept stores.HiveStore) *AuditService {
	return &AuditService{kept: kept, report: NewReportService(kept)}
}

// First says who is first.
func (s *AuditService) First() string {
	return s.kept.Find(1).Name + s.report.Report()
}
