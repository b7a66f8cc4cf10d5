package api

import (
	"context"
	"sync"

	"yellow-parcel/core/learn"
)

// taught keeps what the logbook teaches until the logbook changes.
type taught struct {
	mutex sync.Mutex
	mark  string
	book  *learn.Book
}

// teaches is what the logbook teaches now.
func (s *logs) teaches(ctx context.Context) (*learn.Book, error) {
	mark, err := s.kept.Mark(ctx)
	if err != nil {
		return nil, err
	}
	s.taught.mutex.Lock()
	defer s.taught.mutex.Unlock()
	if s.taught.book != nil && s.taught.mark == mark {
		return s.taught.book, nil
	}
	all, err := s.entries(ctx)
	if err != nil {
		return nil, err
	}
	s.taught.mark, s.taught.book = mark, learn.Read(all)
	return s.taught.book, nil
}
