package e2e

import (
	"context"
	"fmt"
	"os"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/proto"
)

// places are every view, and every station of a job, with what to press there first.
func places(t *testing.T, s *screen) map[string]string {
	t.Helper()
	rows, err := s.keptJobs("Tide-table")
	if err != nil || len(rows) != 1 {
		t.Fatal(len(rows), err)
	}
	gangs, err := s.kept.Gangs.All(context.Background())
	if err != nil || len(gangs) != 1 {
		t.Fatal(len(gangs), err)
	}
	makings, err := s.kept.Makings.All(context.Background())
	if err != nil || len(makings) != 2 {
		t.Fatal(len(makings), err)
	}
	out := map[string]string{
		"at the bench": "/bench/" + makings[0].ID, "a finished making": "/bench/" + makings[1].ID, "no making": "/bench/nowhere",
		"together": "/together/" + gangs[0].ID, "none together": "/together/nowhere",
		"logbook": "/log", "jobs": "/", "new job": "/jobs/new", "shelf": "/shelf", "carriers": "/carriers", "settings": "/settings", "no job": "/jobs/nowhere",
	}
	for _, station := range []string{"start", "base", "layers", "finished", "envelope", "post", "bench"} {
		out[station] = "/jobs/" + rows[0].ID + "/" + station
	}
	return out
}

// settled waits until a place is drawn.
func (s *screen) settled(path string) {
	s.Helper()
	s.page.MustNavigate(s.url + path).MustWaitLoad()
	s.find("#main")
	if err := s.page.Timeout(patience).WaitStable(150e6); err != nil {
		s.Fatal(path, err)
	}
}

// fits tells where a page is wider than its window, on a phone, a tablet, a screen, or magnified.
func (s *screen) fits(name string) {
	s.Helper()
	for i, width := range []int{320, 390, 640, 800, 1280} {
		s.page.MustSetViewport(width, []int{200, 844, 400, 1180, 800}[i], 1, false)
		s.page.MustEval(`() => new Promise(drawn => requestAnimationFrame(() => setTimeout(drawn, 60)))`)
		if got := s.page.MustEval(`() => document.documentElement.scrollWidth`).Int(); got > width {
			wide := s.page.MustEval(`(w) => [...document.querySelectorAll('body *')].filter(e => e.getBoundingClientRect().right > w + 1).slice(0, 4).map(e => e.tagName + '.' + e.className).join(' | ')`, width).Str()
			s.Errorf("%s is %d wide in a window of %d: %s", name, got, width, wide)
		}
	}
}

// axe puts the accessibility checks into the page and gives what they find.
func (s *screen) axe() []string {
	s.Helper()
	script, err := os.ReadFile("../web/node_modules/axe-core/axe.min.js")
	if err != nil {
		s.Fatal("the accessibility checks are not installed: run make build first")
	}
	// Put in by the debugger: the page itself runs nothing that it did not bring.
	if _, err := (proto.RuntimeEvaluate{Expression: string(script)}).Call(s.page); err != nil {
		s.Fatal(err)
	}
	found := s.page.MustEval(`async () => {
		const { violations } = await axe.run(document, { resultTypes: ['violations'], rules: { 'target-size': { enabled: true } } })
		return violations.map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.target.join(' ') + ' ' + (n.any[0]?.message ?? n.all[0]?.message ?? '')).join('; '))
	}`)
	var out []string
	for _, v := range found.Arr() {
		out = append(out, v.Str())
	}
	return out
}

// looks are the ways a screen is looked at: size, theme, forced colours. The first is checked each time, all of them in make soak.
func looks() []look {
	all := []look{{1280, 800, "light", false}}
	if os.Getenv("YELLOW_PARCEL_SOAK") == "" {
		return all
	}
	for _, size := range [][2]int{{1280, 800}, {800, 1180}, {390, 844}} {
		for _, theme := range []string{"light", "dark"} {
			for _, forced := range []bool{false, true} {
				all = append(all, look{size[0], size[1], theme, forced})
			}
		}
	}
	return all
}

type look struct {
	width, height int
	theme         string
	forced        bool
}

// Every view is accessible, and none is wider than its window.
func TestEveryViewIsAccessible(t *testing.T) {
	s := open(t)
	s.mayFail("/nowhere")
	demo(t, s)
	s.page = s.page.CancelTimeout().Timeout(time.Duration(len(looks()))*90*time.Second + hang)
	for i, l := range looks() {
		s.page.MustEval(`theme => localStorage.setItem('yellow-parcel-theme', theme)`, l.theme)
		colours := "none"
		if l.forced {
			colours = "active"
		}
		if err := (proto.EmulationSetEmulatedMedia{Features: []*proto.EmulationMediaFeature{{Name: "forced-colors", Value: colours}}}).Call(s.page); err != nil {
			t.Fatal(err)
		}
		for name, path := range places(t, s) {
			s.page.MustSetViewport(l.width, l.height, 1, false)
			s.settled(path)
			for _, found := range s.axe() {
				t.Errorf("%s, %s: %s", name, fmt.Sprintf("%+v", l), found)
			}
			if i == 0 {
				s.fits(name)
			}
		}
	}
}
