package door

import (
	"crypto/sha256"
	"crypto/subtle"
	"math"
	"net"
	"net/http"
	"sync"
	"time"

	"github.com/go-chi/httprate"
	lru "github.com/hashicorp/golang-lru/v2"
)

// How many wrong passcodes are heard in a minute. A minute's end and the next one's
// beginning may come to twice as many.
const (
	wrongByOne = 6
	wrongByAll = 10
	wellKnown  = 1000 // addresses that gave the right one are remembered
)

// listener hears passcodes, and few of the wrong ones.
type listener struct {
	passcode [sha256.Size]byte
	mu       sync.Mutex // what is heard at once is heard one after another
	one, all *httprate.RateLimiter
	known    *lru.Cache[string, bool]
}

func newListener(passcode string) *listener {
	known, err := lru.New[string, bool](wellKnown)
	if err != nil {
		panic(err) // only a size below one is refused
	}
	return &listener{passcode: sha256.Sum256([]byte(passcode)), known: known,
		one: httprate.NewRateLimiter(wrongByOne, time.Minute), all: httprate.NewRateLimiter(wrongByAll, time.Minute)}
}

// everyone is the key of what all addresses gave together.
const everyone = "*"

// hear tells whether a passcode is the right one. Where too many wrong ones came, by
// the same address or in all, none is heard for a while; one that gave the right
// one before is not kept out by what others give.
func (l *listener) hear(w http.ResponseWriter, r *http.Request, given string) (right, tooMany bool) {
	from := Address(r)
	l.mu.Lock()
	defer l.mu.Unlock()
	_, known := l.known.Get(from)
	if full(l.one, from, wrongByOne) || !known && full(l.all, everyone, wrongByAll) {
		return false, true
	}
	sum := sha256.Sum256([]byte(given))
	if subtle.ConstantTimeCompare(sum[:], l.passcode[:]) == 1 {
		l.known.Add(from, true)
		return true, false
	}
	l.one.OnLimit(w, r, from)
	l.all.OnLimit(w, r, everyone)
	return false, false
}

// full tells whether as many came by a key as may; what cannot be told is full.
func full(l *httprate.RateLimiter, key string, most int) bool {
	_, rate, err := l.Status(key)
	return err != nil || int(math.Round(rate)) >= most
}

// Address is whom a request comes from, as the connection has it.
func Address(r *http.Request) string {
	host, _, err := net.SplitHostPort(r.RemoteAddr)
	if err != nil {
		return r.RemoteAddr
	}
	return httprate.CanonicalizeIP(host)
}
