package services

// Leave removes a hive.
func (s *EntryService) Leave(number int) {
	s.store.Remove(number)
}
