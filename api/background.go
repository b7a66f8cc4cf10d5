package api

import (
	"context"
	"sync"
)

// background is what a server does besides answering.
type background struct {
	life context.Context // of the server
	end  context.CancelFunc
	all  sync.WaitGroup
}

func newBackground() *background {
	life, end := context.WithCancel(context.Background())
	return &background{life: life, end: end}
}

// run does something beside the answers, until it is done or the server is closed.
func (b *background) run(do func(context.Context)) { b.all.Go(func() { do(b.life) }) }

// close ends what runs and waits for it.
func (b *background) close() {
	b.end()
	b.all.Wait()
}
