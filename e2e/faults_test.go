package e2e

import (
	"fmt"
	"strings"
	"sync"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/proto"
)

// faults are what went wrong in the windows of a test that no maker would see: errors
// of the page's own, and requests that were refused or lost on a good line.
type faults struct {
	mu   sync.Mutex
	all  []string
	may  []string
	line *line
}

// watch notes what goes wrong in a window until the test is over, and fails it then.
func (s *screen) watch(page *rod.Page) {
	s.faults.line = s.line
	go page.EachEvent(func(e *proto.RuntimeExceptionThrown) {
		text := e.ExceptionDetails.Text
		if x := e.ExceptionDetails.Exception; x != nil {
			text += " " + x.Description
		}
		s.faults.note("the page threw: "+text, false)
	}, func(e *proto.RuntimeConsoleAPICalled) {
		if e.Type != proto.RuntimeConsoleAPICalledTypeError {
			return
		}
		var words []string
		for _, a := range e.Args {
			words = append(words, a.Value.String(), a.Description)
		}
		s.faults.note("the page complained: "+strings.Join(words, " "), false)
	}, func(e *proto.LogEntryAdded) {
		if e.Entry.Level == proto.LogLogEntryLevelError {
			s.faults.note(fmt.Sprintf("%s: %s", e.Entry.URL, e.Entry.Text), e.Entry.Source == proto.LogLogEntrySourceNetwork)
		}
	})()
}

// note keeps a fault, unless it is of a line that is bad, or was to be expected.
func (f *faults) note(text string, network bool) {
	f.mu.Lock()
	defer f.mu.Unlock()
	// A style that is missing is told by the network too; one that a page was still fetching when it was left is no fault.
	if network && f.line.wasBad() || strings.Contains(text, "Unable to preload CSS for") {
		return
	}
	for _, m := range f.may {
		if strings.Contains(text, m) {
			return
		}
	}
	f.all = append(f.all, text)
}

// mayFail says that a fault is to be expected: part of an address, or of what is said.
func (s *screen) mayFail(parts ...string) {
	s.faults.mu.Lock()
	defer s.faults.mu.Unlock()
	s.faults.may = append(s.faults.may, parts...)
}

func (s *screen) report() {
	s.faults.mu.Lock()
	defer s.faults.mu.Unlock()
	for _, one := range s.faults.all {
		s.Errorf("%s", one)
	}
}
