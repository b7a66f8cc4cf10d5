package api

import (
	"context"
	"errors"
	"net/http"
	"slices"
	"sync"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/core/work"
	"yellow-parcel/door"
)

// gate lets so many plans be worked out at once. Those who wait are taken in turn,
// client by client; a newer plan of the same editor takes the place of the one it
// has asked for before.
type gate struct {
	mu      sync.Mutex
	free    int
	clients []string             // with someone waiting, the next to be served first
	waiting map[string][]*ticket // by client, the first first
	editors map[editor]*ticket   // the last of each
}

// editor is where a job is edited: a client, and what it calls the place.
type editor struct{ client, name string }

// ticket is one who was let in, or waits to be.
type ticket struct {
	in   chan struct{}
	drop context.CancelCauseFunc
}

// errNewer is that the same editor asked for a newer plan.
var errNewer = errors.New("a newer plan was asked for")

func newGate(most int) *gate {
	return &gate{free: most, waiting: map[string][]*ticket{}, editors: map[editor]*ticket{}}
}

// enter waits to be let in, and gives what ends with the visit: it is over once the
// caller goes away or, of an editor with a name, asks anew. Leave has to be called.
func (g *gate) enter(ctx context.Context, client, name string) (inside context.Context, leave func(), err error) {
	inside, drop := context.WithCancelCause(ctx)
	t := &ticket{make(chan struct{}), drop}
	of := editor{client, name}
	g.mu.Lock()
	if name != "" {
		if before := g.editors[of]; before != nil {
			before.drop(errNewer)
		}
		g.editors[of] = t
	}
	if g.free > 0 {
		g.free--
		close(t.in)
	} else {
		if len(g.waiting[client]) == 0 {
			g.clients = append(g.clients, client)
		}
		g.waiting[client] = append(g.waiting[client], t)
	}
	g.mu.Unlock()
	leave = func() { g.leave(t, of) }
	select {
	case <-t.in:
		return inside, leave, nil
	case <-inside.Done():
		leave()
		return nil, nil, context.Cause(inside)
	}
}

// leave gives a place to the next who waits, or up waiting for one.
func (g *gate) leave(t *ticket, of editor) {
	g.mu.Lock()
	defer g.mu.Unlock()
	t.drop(nil)
	if g.editors[of] == t {
		delete(g.editors, of)
	}
	select {
	case <-t.in:
		g.next()
	default:
		g.giveUp(t, of.client)
	}
}

// next lets in the first of the client whose turn it is.
func (g *gate) next() {
	if len(g.clients) == 0 {
		g.free++
		return
	}
	client := g.clients[0]
	all := g.waiting[client]
	g.clients = g.clients[1:]
	if g.waiting[client] = all[1:]; len(all) > 1 {
		g.clients = append(g.clients, client)
	} else {
		delete(g.waiting, client)
	}
	close(all[0].in)
}

func (g *gate) giveUp(t *ticket, client string) {
	left := slices.DeleteFunc(g.waiting[client], func(o *ticket) bool { return o == t })
	if g.waiting[client] = left; len(left) == 0 {
		delete(g.waiting, client)
		g.clients = slices.DeleteFunc(g.clients, func(c string) bool { return c == client })
	}
}

// inTurn works something out when it is its turn, for as long as somebody waits for it.
func (g *gate) inTurn(ctx context.Context, name string, do func(*work.Meter) error) error {
	inside, leave, err := g.enter(ctx, clientOf(ctx), name)
	if err != nil {
		return dropped(err)
	}
	defer leave()
	err = do(&work.Meter{Gone: func() bool { return inside.Err() != nil }, Most: work.UsualMost})
	if errors.Is(err, work.ErrStopped) {
		return dropped(context.Cause(inside))
	}
	return err
}

// dropped says why nothing was worked out.
func dropped(err error) error {
	if errors.Is(err, errNewer) {
		return huma.Error409Conflict("A newer plan was asked for from here.")
	}
	return err
}

type clientKey struct{}

// known says in a request's context whom it comes from.
func known(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		next.ServeHTTP(w, r.WithContext(context.WithValue(r.Context(), clientKey{}, door.Address(r))))
	})
}

// clientOf is whom a request comes from; empty for the server itself.
func clientOf(ctx context.Context) string {
	client, _ := ctx.Value(clientKey{}).(string)
	return client
}
