package repositories

import (
	"sync"

	"example.com/library/faults"
	"example.com/library/models"
)

type BookStore struct {
	mu    sync.Mutex
	next  int
	books map[int]models.Book
}

func NewBookStore() *BookStore {
	return &BookStore{next: 1, books: map[int]models.Book{}}
}

func (s *BookStore) All() []models.Book {
	s.mu.Lock()
	defer s.mu.Unlock()
	out := make([]models.Book, 0, len(s.books))
	for _, b := range s.books {
		out = append(out, b)
	}
	return out
}

func (s *BookStore) Get(id int) (models.Book, error) {
	s.mu.Lock()
	defer s.mu.Unlock()
	b, ok := s.books[id]
	if !ok {
		return models.Book{}, faults.ErrNotFound
	}
	return b, nil
}

func (s *BookStore) Add(b models.Book) models.Book {
	s.mu.Lock()
	defer s.mu.Unlock()
	b.ID = s.next
	s.next++
	s.books[b.ID] = b
	return b
}
