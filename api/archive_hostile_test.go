package api

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/http/httptest"
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"

	"yellow-parcel/store"
)

// times is how often a test does something: so often, or as the environment says.
func times(variable string, usually int) int {
	if n, err := strconv.Atoi(os.Getenv(variable)); err == nil {
		return n
	}
	return usually
}

// spoil changes something at random in a document: a field is gone, or is something else.
func spoil(rng *rand.Rand, v any) any {
	switch of := v.(type) {
	case map[string]any:
		if len(of) == 0 {
			return of
		}
		keys := make([]string, 0, len(of))
		for k := range of {
			keys = append(keys, k)
		}
		slices.Sort(keys)
		key := keys[rng.IntN(len(keys))]
		if rng.IntN(6) == 0 {
			delete(of, key)
		} else {
			of[key] = spoil(rng, of[key])
		}
		return of
	case []any:
		if len(of) == 0 {
			return []any{nil}
		}
		at := rng.IntN(len(of))
		if rng.IntN(6) == 0 {
			return slices.Delete(of, at, at+1)
		}
		of[at] = spoil(rng, of[at])
		return of
	}
	return []any{nil, -1, 1 << 40, "", "<é>", []any{}, map[string]any{}, true, 0.5, strings.Repeat("9", 400)}[rng.IntN(10)]
}

// Whatever an archive says of makings, shelf and logbook, it is refused, or what comes of it can be looked at and gone on with.
func TestAnArchiveSaysWhatItLikes(t *testing.T) {
	home, _ := furnished(t)
	whole := inside(t, taken(t, home))
	var names []string
	for name := range whole {
		if strings.HasPrefix(name, "makings/") || name == "shelf.json" || name == "logbook.json" || name == "archive.json" {
			names = append(names, name)
		}
	}
	slices.Sort(names)
	rng, came := rand.New(rand.NewPCG(24, 4)), 0
	for range times("YELLOW_PARCEL_ARCHIVES", 12) {
		name := names[rng.IntN(len(names))]
		var doc any
		if err := json.Unmarshal([]byte(whole[name]), &doc); err != nil {
			t.Fatal(err)
		}
		for range 1 + rng.IntN(2) {
			doc = spoil(rng, doc)
		}
		files := map[string]string{}
		for n, text := range whole {
			files[n] = text
		}
		text, err := json.Marshal(doc)
		if err != nil {
			t.Fatal(err)
		}
		files[name] = string(text)
		func() {
			kept, err := store.Open(t.TempDir())
			if err != nil {
				t.Fatal(err)
			}
			app := New(kept, nil, Settings{})
			server := httptest.NewServer(app)
			defer func() { server.Close(); app.Close(); _ = kept.Close() }()
			base := server.URL + "/api/v1"
			status, _, said := call(t, "POST", base+"/archive.zip", zipped(files), nil, zipType)
			if status != 200 && status != 422 {
				t.Fatalf("%s: %d %s", name, status, said)
			}
			if status != 200 {
				return
			}
			came++
			var makings []MakingSummary
			call(t, "GET", base+"/makings", "", &makings)
			for _, m := range makings {
				for _, more := range []string{"", "/drawings?plan=0", "/sheet"} {
					if status, _, text := call(t, "GET", base+"/makings/"+m.ID+more, "", nil); status >= 500 {
						t.Errorf("%s%s: %d %.200s\n%.300s", name, more, status, text, files[name])
					}
				}
				told := fmt.Sprintf(`{"events":[{"client":"x","seq":1,"at":"2026-09-23T10:00:00Z","kind":%q}]}`, []string{"finished", "reopened"}[rng.IntN(2)])
				if status, _, text := call(t, "POST", base+"/makings/"+m.ID+"/events", told, nil); status >= 500 {
					t.Errorf("%s: %d %.200s", name, status, text)
				}
			}
			for _, path := range []string{"/shelf", "/log", "/log/pictures", "/calendar", "/jobs", "/gangs"} {
				if status, _, text := call(t, "GET", base+path, "", nil); status >= 500 {
					t.Errorf("%s, then %s: %d %.200s", name, path, status, text)
				}
			}
		}()
	}
	t.Logf("%d came in", came)
}
