package api

import (
	"context"
	"sync"

	"yellow-parcel/core/fault"
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
// What falls over there takes no answer with it.
func (b *background) run(do func(context.Context)) {
	b.all.Go(func() {
		if fell := fault.In(func() { do(b.life) }); fell != nil {
			fellOver("what is done behind the answers", fell)
		}
	})
}

// close ends what runs and waits for it.
func (b *background) close() {
	b.end()
	b.all.Wait()
}
