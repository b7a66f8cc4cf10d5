package e2e

import (
	"context"
	"encoding/json"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"yellow-parcel/core/job"
)

// on lets the line be slow, or bad, for requests to one address; the rest arrive.
func on(part string, wait time.Duration, what fate) func(*http.Request) (time.Duration, fate) {
	return func(r *http.Request) (time.Duration, fate) {
		if strings.Contains(r.URL.Path, part) {
			return wait, what
		}
		return 0, arrives
	}
}

// focus goes into a field with everything in it chosen, as the tab key does.
func (s *screen) focus(name string) {
	s.Helper()
	if err := s.find(id(name) + " input").SelectAllText(); err != nil {
		s.Fatal(err)
	}
}

// holds waits until a field holds a text.
func (s *screen) holds(name, want string) {
	s.Helper()
	s.until(name+" holds "+want, func() (string, bool) { v := s.value(name); return v, v == want })
}

// keptJob is the only job whose title has a word in it, as the server has it.
func (s *screen) keptJob(word string) job.Job {
	s.Helper()
	rows, err := s.keptJobs(word)
	if err != nil || len(rows) != 1 {
		s.Fatalf("%d jobs have %q in them: %v", len(rows), word, err)
	}
	one, err := job.Read([]byte(rows[0].Document))
	if err != nil {
		s.Fatal(err)
	}
	return one
}

// beside is another window of the same person.
func (s *screen) beside(path string) *screen {
	other := *s
	other.page = s.window()
	other.page.MustNavigate(s.url + path)
	return &other
}

func (s *screen) open(title string) {
	s.Helper()
	s.clickOn(title, s.page.MustElementR(id("job"), title).MustElement("a"))
	s.reads("tape-base", "in")
}

// Both sides of a card, typed without looking up, whatever the line is like.
func TestASizeIsTypedInOneGo(t *testing.T) {
	for _, wait := range []time.Duration{0, 300 * time.Millisecond} {
		s := open(t)
		s.line.be(on("/api/", wait, arrives))
		s.click("new-job")
		s.click("door-card")
		s.focus("card.width")
		s.types("5 1/2")
		s.press(input.Tab)
		s.types("5 1/4")
		// 2 × 5 1/2 wide, folded at the side.
		s.reads("tape-base", "11 × 5 1/4 in")
		if w, h := s.value("card.width"), s.value("card.height"); w != "5 1/2" || h != "5 1/4" {
			t.Errorf("over a line of %v the fields hold %q and %q", wait, w, h)
		}
		s.reads("saved", "Saved")
		if c := s.keptJob("").Card; c.Width != "5 1/2" || c.Height != "5 1/4" {
			t.Errorf("kept is %q by %q", c.Width, c.Height)
		}
	}
}

// An answer that is not for what is typed never looks good, wherever the fault is.
func TestWhatIsWrongElsewhereIsNamed(t *testing.T) {
	s := invitation(t, input.Digit3)
	s.fill("layers[1].border", "1/8 o")
	s.leave()
	s.press(input.Digit5)
	s.fill("blank.seam", "1")
	s.reads("consequence", `To put right Layers: "1/8 o" is not a length; try 5 1/2 in Go to it`)
	s.reads("tape-layers", "put right")
	s.reads("tape-envelope", "waiting")
	s.reads("held", "Something typed is to be put right first. These figures are of what was typed before.")
	for _, name := range []string{"copy", "print", "export-blank"} {
		if !s.find(id(name)).MustProperty("disabled").Bool() {
			t.Errorf("%s is to be had", name)
		}
	}
	s.reads("saved", "Saved")
	s.page.MustReload()
	s.reads("tape-layers", "put right")
	s.click("to-field")
	s.until("the field has the focus", func() (string, bool) {
		v := s.page.MustEval(`() => document.activeElement.value ?? ''`).Str()
		return v, v == "1/8 o"
	})
	s.fill("layers[1].border", "1/8")
	s.reads("tape-envelope", "9 15/16 in square proved") // 12 1/2 / sqrt 2 and a seam of 1 in, up: 9 7/8 with the scores on marks is short
	s.page.MustElement(id("quantity")).MustSelectAllText()
	s.types("99999999")
	s.reads("wrong-quantity", "99999999 is not a number of cards; try 80")
	s.reads("consequence", "99999999 is not a number of cards; try 80")
	s.page.MustElement(id("quantity")).MustSelectAllText()
	s.types("90")
	s.reads("consequence", "Cut 10 × 7 in")
}

// Something before the server answers for it with a 502.
func TestABadGatewayIsNoAnswer(t *testing.T) {
	s := invitation(t, input.Digit1)
	s.line.be(on("/plan", 0, badlyMet))
	s.fill("card.thickness", "1/8")
	s.notice("The server does not answer. What you typed is kept here")
	s.reads("tape-base", "10 × 7 in waiting")
	s.line.be(nil)
	s.reads("tape-base", "9 3/4 × 6 7/8 in 140 sheets")
	s.reads("saved", "Saved")
}

// A server whose disk is full says so, plans on, and keeps what was typed once there is room.
func TestAFullDiskIsSaidOnThePage(t *testing.T) {
	s := invitation(t, input.Digit1)
	s.reads("saved", "Saved")
	s.line.be(on("/jobs", 0, noRoom))
	s.fill("card.thickness", "1/8")
	s.reads("tape-base", "9 3/4 × 6 7/8 in 140 sheets")
	s.reads("saved", "Not saved: it cannot be kept just now, trying again")
	s.reads("unsaved", "Not saved: "+full)
	s.line.be(nil)
	s.reads("saved", "Saved")
	if s.page.MustHas(id("unsaved")) {
		t.Error("it still says that it is not saved")
	}
}

// Settings are kept as they were typed to the end, and two windows keep both of what was changed.
func TestSettingsKeepWhatWasTypedLast(t *testing.T) {
	s := open(t)
	demo(t, s)
	n := 0
	s.line.be(func(r *http.Request) (time.Duration, fate) {
		n++
		return time.Duration(n*170%400) * time.Millisecond, arrives
	})
	s.goes("/settings")
	s.focus("trimmer.longest")
	for _, letter := range "12 in" {
		s.types(string(letter))
		time.Sleep(150 * time.Millisecond)
	}
	s.reads("settings-state", "Kept")
	s.line.be(nil)
	if kept, err := s.kept.Settings.Get(context.Background()); err != nil || !strings.Contains(kept.Document, `"longest":"12 in"`) {
		t.Errorf("%v %v", kept.Document, err)
	}
	one, two := s.beside("/shelf"), s.beside("/shelf")
	two.find(id("stamp-row"))
	for i, w := range []*screen{one, two} {
		w.page.MustActivate()
		w.click("add-stamp")
		w.fill("stamp.price", []string{"0.31", "0.47"}[i])
		w.click("keep-stamp")
		w.until("it is on the list", func() (string, bool) {
			text := w.page.MustElement(id("stamps-shelf")).MustText()
			return text, strings.Contains(text, []string{"0.31", "0.47"}[i])
		})
	}
	kept, err := s.kept.Settings.Get(context.Background())
	if err != nil || !strings.Contains(kept.Document, "0.31") || !strings.Contains(kept.Document, "0.47") || !strings.Contains(kept.Document, "12 in") {
		t.Errorf("%v %v", kept.Document, err)
	}
}

// The unit is switched while the maker types on, or not at all.
func TestTheUnitIsSwitchedUnderTyping(t *testing.T) {
	s := invitation(t, input.Digit1)
	s.line.be(on("/switch", 900*time.Millisecond, arrives))
	s.page.MustElement(id("unit")).MustSelect("millimetres")
	s.fill("card.thickness", "1/8")
	s.reads("tape-base", "mm")
	s.holds("card.thickness", "1/8 in")
	s.click("undo")
	s.reads("tape-base", "9 3/4 × 6 7/8 in")
	s.line.cut(true)
	s.page.MustElement(id("unit")).MustSelect("millimetres")
	s.reads("notice", "The unit stays as it is. The server does not answer.")
	if unit := s.page.MustElement(id("unit")).MustProperty("value").Str(); unit != "in" {
		t.Errorf("the choice says %s", unit)
	}
}

// Leaving a job, or the whole window, loses nothing.
func TestLeavingLosesNothing(t *testing.T) {
	s := open(t)
	demo(t, s)
	s.open("Lantern week")
	s.page.MustNavigateBack()
	s.open("Kite card")
	s.line.be(on("/jobs/", 500*time.Millisecond, arrives))
	s.fill("card.thickness", "1/16")
	s.page.MustNavigateBack()
	s.open("Lantern week")
	s.fill("card.thickness", "1/8")
	s.reads("saved", "Saved")
	s.line.be(nil)
	s.until("the other job was kept", func() (string, bool) {
		th := string(s.keptJob("Kite card for").Card.Thickness)
		return th, th == "1/16"
	})
	s.page.MustReload()
	s.reads("tape-base", "9 3/4 × 6 7/8 in")
	s.click("undo")
	s.reads("tape-base", "10 × 7 in")
	s.reads("saved", "Saved")

	// Another address is gone to in the middle of a save: it is kept, and nobody else's.
	s.line.be(on("/jobs/", 400*time.Millisecond, arrives))
	job := s.page.MustInfo().URL
	s.fill("card.thickness", "1/16")
	s.page.MustNavigate(s.url + "/shelf").MustWaitLoad()
	s.line.be(nil)
	s.page.MustNavigate(job)
	s.reads("tape-base", "10 × 7 in")
	s.reads("saved", "Saved")
	if s.page.MustHas(id("conflict")) {
		t.Error("the save that outlived the page counts as somebody else's")
	}

	// The window is closed with the last letter not sent yet, and the line down.
	s.line.cut(true)
	address := s.page.MustInfo().URL
	s.fill("card.thickness", "3/16")
	if err := s.page.Close(); err != nil {
		t.Fatal(err)
	}
	s.line.cut(false)
	again := s.beside(strings.TrimPrefix(address, s.url))
	again.reads("recovered", "What you typed before this was closed was not kept yet; it is back.")
	again.reads("tape-base", "9 5/8 × 6 13/16 in")
	again.reads("saved", "Saved")
	if th := string(s.keptJob("Lantern week").Card.Thickness); th != "3/16" {
		t.Errorf("kept is %q", th)
	}

	// Rules that are being typed are not left without asking.
	again.page.MustNavigate(s.url + "/").MustWaitLoad()
	again.click("to-carriers")
	again.click("edit-carrier")
	again.page.MustElement(id("rules-text")).MustFocus()
	again.types("#")
	wait, answer := again.page.MustHandleDialog()
	back := make(chan error, 1)
	go func() { back <- again.page.NavigateBack() }()
	asked := wait()
	answer(false, "")
	<-back
	if !strings.Contains(asked.Message, "not kept yet") {
		t.Errorf("asked is %q", asked.Message)
	}
	again.find(id("rules-text"))
}

// The arrow keys count every press, and a field that is emptied stays empty.
func TestALengthIsNudgedOverASlowLine(t *testing.T) {
	s := invitation(t, input.Digit1)
	s.fill("card.thickness", "1/8")
	s.reads("card.thickness", "= 3.18 mm")
	s.line.be(on("/length", 300*time.Millisecond, arrives))
	for range 8 {
		s.press(input.ArrowUp)
	}
	// 1/8 and eight sixteenths.
	s.holds("card.thickness", "5/8 in")
	// One more, whose answer comes only when the field is empty already.
	answered := make(chan bool, 1)
	s.line.be(func(r *http.Request) (time.Duration, fate) {
		if !strings.Contains(r.URL.Path, "/length") {
			return 0, arrives
		}
		select {
		case answered <- true:
		default:
		}
		return 4 * time.Second, arrives
	})
	s.press(input.ArrowUp)
	<-answered
	s.focus("card.thickness")
	s.press(input.Delete)
	time.Sleep(5 * time.Second)
	if got := s.value("card.thickness"); got != "" {
		t.Errorf("the field holds %q again", got)
	}
	if text := s.find(id("card.thickness")).MustText(); strings.Contains(text, "=") {
		t.Errorf("beneath the empty field stands %q", text)
	}
	s.reads("tape-base", "10 × 7 in")
}

// What cannot be done says so, and why.
func TestNothingFailsInSilence(t *testing.T) {
	s := invitation(t, input.Digit3)
	s.find(`[aria-label="Skip a step under Lantern panel"]`)
	s.line.cut(true)
	s.page.MustElement(`[aria-label="Skip a step under Lantern panel"]`).MustClick()
	s.reads("notice", "The step is not skipped. The server does not answer. Nothing was changed.")
	s.line.cut(false)
	s.page.MustNavigate(s.url).MustElement(id("job"))
	s.line.cut(true)
	s.page.MustElement(`[aria-label="Copy Ferry ticket keepsake"]`).MustClick()
	s.reads("notice", "There is no copy. The server does not answer.")
	s.page.MustElement(`[aria-label="Put Ferry ticket keepsake aside"]`).MustClick()
	s.reads("notice", "The job is not put aside. The server does not answer.")
	s.line.cut(false)
	for path, does := range map[string][2]string{"/shelf": {"export-shelf", "There is no file."}, "/settings": {"jig-work", "It is not worked out."}} {
		s.goes(path)
		if path == "/settings" {
			s.click("jig-guide")
		}
		s.find(id(does[0]))
		s.line.cut(true)
		s.click(does[0])
		s.reads("notice", does[1]+" The server does not answer.")
		s.line.cut(false)
	}
	s.page.MustNavigate(s.url).MustElement(id("job"))
	s.line.cut(true)
	s.click("new-job")
	s.notice("The server does not answer.")
	s.line.cut(false)
	s.click("door-card")
}

// A new job is kept once something was said in it, and not before; the console stays clean on the way.
func TestANewJobIsKeptOnceSomethingWasSaid(t *testing.T) {
	s := open(t)
	var failed []string
	wait := s.page.EachEvent(func(e *proto.NetworkResponseReceived) {
		if e.Response.Status >= 400 {
			failed = append(failed, e.Response.URL)
		}
	})
	go wait()
	s.click("new-job")
	s.click("door-measured")
	s.page.MustNavigateBack()
	s.page.MustElementR("h2", "No jobs yet")
	s.click("new-job")
	s.click("door-format")
	s.page.MustElement(id("format") + " input").MustFocus()
	s.types("A7")
	s.press(input.Enter)
	s.reads("tape-start", "5 1/4 × 7 1/4 in")
	s.fill("card.thickness", "1/16")
	s.reads("tape-base", "10 × 7 in")
	s.reads("saved", "Saved")
	if path := s.page.MustEval(`() => location.pathname`).Str(); path == "/jobs/new" {
		t.Error("the job has no address of its own")
	}
	for _, url := range failed {
		if !strings.HasSuffix(url, "/plan") {
			t.Errorf("failed: %s", url)
		}
	}
	text, _ := json.Marshal(s.keptJob(""))
	if !strings.Contains(string(text), `"thickness":"1/16"`) {
		t.Errorf("%s", text)
	}
}
