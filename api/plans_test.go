package api

import (
	"regexp"
	"testing"
)

// How long the stages of a plan and of steps took goes with the answer; an answer without a plan has none.
func TestAPlanTellsHowLongItTook(t *testing.T) {
	server, _ := serve(t, Settings{})
	for _, c := range []struct{ path, want string }{
		{"/plan", `^brief;dur=\d+\.\d\d, work;dur=\d+\.\d\d, ways;dur=\d+\.\d\d, plan;dur=\d+\.\d\d$`},
		{"/steps", `^brief;dur=\d+\.\d\d, work;dur=\d+\.\d\d, plan;dur=\d+\.\d\d, steps;dur=\d+\.\d\d$`},
	} {
		status, header, text := call(t, "POST", server.URL+"/api/v1"+c.path, lantern, nil)
		if got := header.Get("Server-Timing"); status != 200 || !regexp.MustCompile(c.want).MatchString(got) {
			t.Errorf("%s: %d %q %.100s", c.path, status, got, text)
		}
	}
	if status, header, _ := call(t, "POST", server.URL+"/api/v1/plan?editor=a", `{"format":"yellow-parcel-job","version":1}`, nil); status != 200 || header.Get("Server-Timing") != "" {
		t.Errorf("%d %q", status, header.Get("Server-Timing"))
	}
}
