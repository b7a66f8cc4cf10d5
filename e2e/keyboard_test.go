package e2e

import (
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
)

// hands count the keys that are pressed besides what is typed into fields.
type hands struct {
	*screen
	presses int
}

func (h *hands) key(keys ...input.Key) {
	h.Helper()
	for _, k := range keys {
		h.presses++
		h.press(k)
		time.Sleep(25 * time.Millisecond)
	}
}

// at is the field, or the words of the button, that has the focus.
func (h *hands) at() string {
	return h.page.MustEval(`() => {
		const at = document.activeElement
		return at.closest('[data-testid]')?.dataset.testid ?? at.getAttribute('aria-label') ?? at.innerText
	}`).Str()
}

// tabTo goes on to something by the tab key alone.
func (h *hands) tabTo(want string) {
	h.Helper()
	seen := []string{}
	for range 40 {
		h.key(input.Tab)
		at := h.at()
		if strings.Contains(at, want) {
			return
		}
		seen = append(seen, at)
	}
	h.Fatalf("the tab key does not come to %s: %s", want, strings.Join(seen, " | "))
}

// A whole job with the keyboard alone: from an envelope on the table to the blank as a file.
func TestAWholeJobByKeyboard(t *testing.T) {
	s := open(t, moving)
	h := &hands{screen: s}
	s.find(id("new-job"))
	h.tabTo("new-job")
	h.key(input.Enter)
	s.find(id("door-format"))
	h.tabTo("door-format")
	h.key(input.ArrowRight) // an envelope with no name
	h.tabTo("envelope.width")
	s.types("5 3/8")
	h.key(input.Tab)
	s.types("7 5/8")
	s.reads("answer-card", "5 1/8 × 7 3/8 in")
	h.key(input.Tab)
	if at := h.at(); at != "card.thickness" {
		t.Fatalf("after the height comes %q", at)
	}
	s.types("3/16")
	s.reads("answer-card", "4 15/16 × 7 3/16 in")
	h.tabTo("copy")
	h.key(input.Digit2)
	s.reads("answer-base", "9 7/8 × 7 3/16 in")
	h.key(input.Digit3)
	s.reads("answer-layer0", "4 11/16 × 6 15/16 in")
	h.key(input.Digit6)
	s.reads("verdict", "Letter goes 0.78 USD")
	h.key(input.Digit5)
	s.reads("answer-blank", "9 3/4 in")
	s.until("the focus is on the station's heading", func() (string, bool) {
		at := h.at()
		return at, strings.Contains(at, "Corner fold")
	})
	wait := s.page.Browser().MustWaitDownload()
	h.tabTo("export-blank")
	h.key(input.Enter)
	s.find(id("export-blank-svg"))
	h.key(input.ArrowDown, input.Enter)
	if file := string(wait()); !strings.Contains(file, `width="247.65mm"`) {
		t.Errorf("the file begins %.300s", file)
	}
	t.Logf("%d key presses besides what is typed", h.presses)
	if h.presses > 90 {
		t.Errorf("%d key presses besides what is typed", h.presses)
	}
}

// Single keys never act while something is typed or a dialog is open, and can be switched off; ? lists them.
func TestKeysKnowTheirPlace(t *testing.T) {
	s := invitation(t, input.Digit1)
	s.page.MustElement(id("title")).MustFocus()
	s.press(input.End)
	s.types(" 5?")
	s.reads("tape-start", "fits")
	if s.page.MustHas(id("keys-list")) || !s.page.MustHas(id("card.thickness")) {
		t.Error("a key typed into the title spoke to the page")
	}
	s.leave()
	s.types("?")
	s.reads("keys-list", "Envelope")
	s.press(input.Digit5)
	if !s.page.MustHas(id("card.thickness")) {
		t.Error("a key acted under the dialog")
	}
	s.click("shortcuts")
	s.press(input.Escape)
	s.until("the list is closed", func() (string, bool) { return "", !s.page.MustHas(".v-overlay--active") })
	s.leave()
	s.press(input.Digit5)
	time.Sleep(200 * time.Millisecond)
	if !s.page.MustHas(id("card.thickness")) {
		t.Error("keys that were switched off act")
	}
	// Back goes to the station before, and titles say where one is.
	s.click("tape-envelope")
	s.find(id("blank.seam"))
	s.until("the title says it", func() (string, bool) {
		title := s.page.MustInfo().Title
		return title, strings.HasPrefix(title, "Envelope · Lantern week invitation")
	})
	s.page.MustNavigateBack()
	s.find(id("card.thickness"))
	// The choices of a group are one stop of the tab key; the arrows go along them.
	s.page.MustElement(id("pick-format")).MustFocus()
	s.press(input.ArrowRight)
	s.find(id("envelope.width"))
	if stops := len(s.page.MustElements(`[aria-label="What do you start from?"] [tabindex="0"]`)); stops != 1 {
		t.Errorf("the group has %d stops", stops)
	}
}

// A station asked for while a new job is just being kept, and its address
// changing, is the one that comes: the key is pressed at every moment of it.
func TestAKeyPressedWhileTheJobIsKept(t *testing.T) {
	s := open(t)
	for wait := range 8 {
		s.goes("/jobs/new")
		s.click("door-card")
		s.fill("card.width", "4")
		s.fill("card.height", "6")
		s.reads("tape-base", "8 × 6 in")
		s.leave()
		time.Sleep(time.Duration(wait) * 90 * time.Millisecond)
		s.press(input.Digit4)
		s.find(id("add-piece"))
		s.reads("saved", "Saved")
		s.until("the address names the job and the station", func() (string, bool) {
			at := s.page.MustInfo().URL
			return at, strings.HasSuffix(at, "/finished") && !strings.Contains(at, "/new/")
		})
	}
}
