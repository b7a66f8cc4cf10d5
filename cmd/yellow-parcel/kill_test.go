package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"yellow-parcel/store"
)

// served is the folder this program serves instead of running its tests.
const served = "YELLOW_PARCEL_TEST_SERVES"

// commanded is the command line, as a JSON list, this program carries out instead.
const commanded = "YELLOW_PARCEL_TEST_RUNS"

func TestMain(m *testing.M) {
	if dir := os.Getenv(served); dir != "" {
		os.Exit(run(context.Background(), []string{"serve", "--listen", "127.0.0.1:0", "--data", dir}, streams{os.Stdin, os.Stdout, io.Discard}))
	}
	var args []string
	if json.Unmarshal([]byte(os.Getenv(commanded)), &args) == nil {
		os.Exit(run(context.Background(), args, streams{os.Stdin, io.Discard, io.Discard}))
	}
	os.Exit(m.Run())
}

// kills is how often the server is killed: ten times, or as often as is asked for.
func kills() int { return asked("YELLOW_PARCEL_KILLS", 10) }

// victim is a server in a process of its own.
type victim struct {
	*exec.Cmd
	url string
}

func serving(t *testing.T, dir string) *victim {
	t.Helper()
	v := &victim{Cmd: exec.Command(os.Args[0])}
	v.Env = append(os.Environ(), served+"="+dir)
	out, err := v.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := v.Start(); err != nil {
		t.Fatal(err)
	}
	line, err := bufio.NewReader(out).ReadString('\n')
	if err != nil {
		t.Fatal(err)
	}
	v.url = strings.TrimPrefix(strings.TrimSpace(line), "Yellow Parcel is at ") + "/api/v1"
	return v
}

func (v *victim) end() {
	_ = v.Process.Kill()
	_ = v.Wait()
}

// send sends a document; false where no answer came, or none that is good.
func send(url, body string) ([]byte, bool) {
	client := http.Client{Timeout: 10 * time.Second}
	answer, err := client.Post(url, "application/json", strings.NewReader(body))
	if err != nil {
		return nil, false
	}
	defer answer.Body.Close()
	var text bytes.Buffer
	if _, err := text.ReadFrom(answer.Body); err != nil || answer.StatusCode != http.StatusOK {
		return text.Bytes(), false
	}
	return text.Bytes(), true
}

// tapper is one screen at the bench: it counts, and sends what has had no answer again.
type tapper struct {
	name        string
	told, heard int
}

// taps sends counts, some at a time, until the server does not answer.
func (p *tapper) taps(url, making string, r *rand.Rand, stop <-chan struct{}) {
	for {
		select {
		case <-stop:
			return
		default:
		}
		var events []string
		p.told = max(p.told, p.heard+1+r.IntN(3))
		for seq := p.heard + 1; seq <= p.told; seq++ {
			events = append(events, fmt.Sprintf(`{"client":%q,"seq":%d,"at":"2026-09-23T10:00:00Z","kind":"noted","text":"%d"}`, p.name, seq, seq))
		}
		if _, ok := send(url+"/makings/"+making+"/events", `{"events":[`+strings.Join(events, ",")+`]}`); !ok {
			return
		}
		p.heard = p.told
	}
}

// A server killed at any moment loses nothing it answered, and counts nothing twice.
func TestAKilledServerLosesNothingItAnswered(t *testing.T) {
	dir := t.TempDir()
	v := serving(t, dir)
	var made, of struct{ ID string }
	text, ok := send(v.url+"/jobs", strings.Replace(a7, `"envelope"`, `"quantity":9,"envelope"`, 1))
	if !ok || json.Unmarshal(text, &of) != nil {
		t.Fatalf("%s", text)
	}
	if text, ok = send(v.url+"/makings", fmt.Sprintf(`{"job":%q}`, of.ID)); !ok || json.Unmarshal(text, &made) != nil {
		t.Fatalf("%s", text)
	}
	r := rand.New(rand.NewPCG(4, 4))
	people := []*tapper{{name: "phone"}, {name: "tablet"}}
	// On a slow machine a server may be killed before it answers anybody: until it did, it is tried again.
	unheard := func() bool { return slices.ContainsFunc(people, func(p *tapper) bool { return p.heard == 0 }) }
	for n := 0; n < kills() || unheard() && n < 20*kills(); n++ {
		stop := make(chan struct{})
		var all sync.WaitGroup
		for i, p := range people {
			own := rand.New(rand.NewPCG(uint64(i), r.Uint64()))
			all.Go(func() { p.taps(v.url, made.ID, own, stop) })
		}
		time.Sleep(time.Duration(r.IntN(120)) * time.Millisecond)
		v.end()
		close(stop)
		all.Wait()
		v = serving(t, dir)
	}
	v.end()
	kept, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	defer kept.Close()
	events, err := kept.Makings.Events(context.Background(), made.ID)
	if err != nil {
		t.Fatal(err)
	}
	last := map[string]int{}
	for i, e := range events {
		if e.Number != i+1 || e.Seq != last[e.Client]+1 {
			t.Fatalf("event %d is %s's %d after its %d", e.Number, e.Client, e.Seq, last[e.Client])
		}
		last[e.Client] = e.Seq
	}
	for _, p := range people {
		if p.heard == 0 || last[p.name] < p.heard || last[p.name] > p.told {
			t.Errorf("%s was answered %d events of %d, %d are kept", p.name, p.heard, p.told, last[p.name])
		}
	}
	t.Logf("%d events over %d kills", len(events), kills())
}
