package api

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"
	"testing/synctest"
	"time"

	"yellow-parcel/store"
)

// visitors come and go at a gate.
type visitors struct {
	mu  sync.Mutex
	in  []string
	out map[string]func()
	err map[string]error
}

func (v *visitors) come(g *gate, ctx context.Context, client, editor, name string) {
	go func() {
		_, leave, err := g.enter(ctx, client, editor)
		v.mu.Lock()
		defer v.mu.Unlock()
		if err != nil {
			v.err[name] = err
			return
		}
		v.in = append(v.in, name)
		v.out[name] = leave
	}()
	synctest.Wait()
}

func (v *visitors) leaves(name string) {
	v.out[name]()
	synctest.Wait()
}

func newVisitors() *visitors {
	return &visitors{out: map[string]func(){}, err: map[string]error{}}
}

// One client who asks for much does not keep another waiting for all of it.
func TestClientsAreServedInTurn(t *testing.T) {
	synctest.Test(t, func(t *testing.T) {
		g, v, ctx := newGate(1), newVisitors(), context.Background()
		for i := range 4 {
			v.come(g, ctx, "much", "", fmt.Sprint("m", i))
		}
		v.come(g, ctx, "little", "", "l0")
		v.come(g, ctx, "other", "", "o0")
		for len(v.out) > 0 {
			last := v.in[len(v.in)-1]
			v.leaves(last)
			if last == v.in[len(v.in)-1] {
				break
			}
		}
		if got := strings.Join(v.in, " "); got != "m0 m1 l0 o0 m2 m3" {
			t.Errorf("%s", got)
		}
		if g.free != 1 || len(g.clients) != 0 || len(g.waiting) != 0 || len(g.editors) != 0 {
			t.Errorf("%+v", g)
		}
	})
}

// What an editor asked for before is dropped, whether it waits or runs; others' is not.
func TestANewerPlanTakesThePlace(t *testing.T) {
	synctest.Test(t, func(t *testing.T) {
		g, v, ctx := newGate(1), newVisitors(), context.Background()
		inside, leave, err := g.enter(ctx, "a", "tab")
		if err != nil {
			t.Fatal(err)
		}
		v.come(g, ctx, "b", "tab", "another's")
		v.come(g, ctx, "a", "tab", "second")
		if !errors.Is(context.Cause(inside), errNewer) {
			t.Errorf("the first goes on: %v", context.Cause(inside))
		}
		v.come(g, ctx, "a", "tab", "third")
		v.come(g, ctx, "a", "", "without a name")
		if !errors.Is(v.err["second"], errNewer) || len(v.err) != 1 {
			t.Errorf("%v", v.err)
		}
		leave()
		synctest.Wait()
		for _, name := range []string{"another's", "third", "without a name"} {
			v.leaves(name)
		}
		if got := strings.Join(v.in, ", "); got != "another's, third, without a name" || g.free != 1 || len(g.editors) != 0 {
			t.Errorf("%s; %+v", got, g)
		}
	})
}

// Who goes away while waiting leaves no gap and takes no place.
func TestWhoGoesAwayWaitsNoMore(t *testing.T) {
	synctest.Test(t, func(t *testing.T) {
		g, v := newGate(1), newVisitors()
		ctx, away := context.WithCancel(context.Background())
		v.come(g, context.Background(), "a", "", "first")
		v.come(g, ctx, "a", "", "gone")
		v.come(g, context.Background(), "a", "", "last")
		away()
		synctest.Wait()
		v.leaves("first")
		v.leaves("last")
		if got := strings.Join(v.in, " "); got != "first last" || !errors.Is(v.err["gone"], context.Canceled) || g.free != 1 || len(g.waiting) != 0 {
			t.Errorf("%s %v %+v", got, v.err, g)
		}
	})
}

// Over HTTP: a plan that waits is answered with a conflict once the same editor asks anew, and the new one is made.
func TestAnEditorsOldPlanIsDropped(t *testing.T) {
	kept, err := store.Open(t.TempDir())
	if err != nil {
		t.Fatal(err)
	}
	defer kept.Close()
	app := New(kept, nil, Settings{})
	server := httptest.NewServer(app)
	defer server.Close()
	defer app.Close()
	<-app.s.remaker.remade()
	var leave []func()
	for app.s.planner.gate.free > 0 {
		_, l, err := app.s.planner.gate.enter(context.Background(), "another", "")
		if err != nil {
			t.Fatal(err)
		}
		leave = append(leave, l)
	}
	waiting := func() int {
		app.s.planner.gate.mu.Lock()
		defer app.s.planner.gate.mu.Unlock()
		return len(app.s.planner.gate.waiting["127.0.0.1"])
	}
	answers := make(chan int)
	for i := range 2 {
		go func() {
			answer, err := http.Post(server.URL+"/api/v1/plan?editor=tab", "application/json", strings.NewReader(lantern))
			if err != nil {
				t.Error(err)
				answers <- 0
				return
			}
			_ = answer.Body.Close()
			answers <- answer.StatusCode
		}()
		for i == 0 && waiting() == 0 {
			time.Sleep(time.Millisecond)
		}
	}
	if got := <-answers; got != 409 {
		t.Errorf("the first: %d", got)
	}
	for _, l := range leave {
		l()
	}
	if got := <-answers; got != 200 {
		t.Errorf("the second: %d", got)
	}
}
