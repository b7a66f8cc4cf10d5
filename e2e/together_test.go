package e2e

import (
	"context"
	"fmt"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"

	"yellow-parcel/store"
)

// Eighty invitations again, with prices. Two layers to a letter at 0.30, three to a 12 × 12 at 0.80, a base to
// either: what a letter gives is cheaper, so all 100 are cut, and 40 of 12 × 12 for the 60 letters that are
// missing: 30.00 + 32.00. On the fewest sheets it is 70 and 60: 21.00 + 48.00.
func TestThePlansToChooseFrom(t *testing.T) {
	s := eighty(t)
	s.click("add-stock")
	s.set("stock-count-0", "100")
	s.fill("stock[0].price", "0.30")
	s.click("add-stock")
	s.choose("stock[1].sheet", "^12 × 12")
	s.set("stock-count-1", "60")
	s.fill("stock[1].price", "0.80")
	s.reads("cuts-sum", "140 sheets: 40 of 12 × 12, 100 of Letter")
	s.reads("answer-cuts.cost", "62.00 USD, 0.78 USD a card")
	s.reads("plan-sheets", "Fewest sheets 69.00 USD 130 sheets")
	s.reads("plan-why", "at most 3 % more for paper than the least, it takes the fewest moves and layouts")
	s.reads("bound", "The fewest sheets are 130; this plan takes 10 more.")
	s.click("plan-sheets")
	s.reads("cuts-sum", "130 sheets: 70 of Letter, 60 of 12 × 12")
	s.reads("plan-why", "Kept in the job: fewest sheets.")
	s.reads("bound", "No plan uses fewer sheets.")
	s.until("the choice is kept", func() (string, bool) {
		kept := s.keptJob("")
		return kept.Cuts, kept.Cuts == "sheets"
	})
	s.leave()
	s.back()
	s.reads("cuts-sum", "140 sheets: 40 of 12 × 12, 100 of Letter")
	// A pile of 1/4 in takes 21 of these sheets at once, and a minute costs 0.30: the same cuts are few strokes now.
	s.press(input.Digit2)
	s.click("trimmer-more")
	s.fill("trimmer.stack", "1/4")
	s.fill("minute", "0.30")
	s.reads("answer-step0", "Guide 1")
	s.click("answer-step0")
	s.until("the strokes are of piles", func() (string, bool) {
		text := s.page.MustElement(".working").MustText()
		return text, strings.Contains(text, "parts of one size in piles of up to 1/4 in")
	})
	s.fill("minute", "much")
	s.reads("minute", `"much" is not a price; try 0.30`)
}

// Three jobs of the Paper Room out of one shelf of letter at 0.20. Ten cards of 5 x 7 lie in five letters by twos,
// and in the strips of 1 1/2 x 11 beside them ten bookmarks of 1 1/2 x 5 1/2; eight notes of 4 1/4 x 5 1/2 take two
// letters. By area, of 350, 187 and 82 1/2 square inches, they pay 0.79, 0.42 and 0.19 of 1.40.
func TestThreeJobsAreCutFromOneShelf(t *testing.T) {
	s := open(t)
	ctx := context.Background()
	for _, j := range []struct {
		title, width, height string
		quantity             int
	}{{"Ferry bookmark", "1 1/2", "5 1/2", 10}, {"Tide-table note", "4 1/4", "5 1/2", 8}, {"Lantern week card", "5", "7", 10}} {
		doc := fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"title":%q,"unit":"in","quantity":%d,"card":{"width":%q,"height":%q,"fold":"flat"},"layers":[]}`, j.title, j.quantity, j.width, j.height)
		if _, err := s.kept.Jobs.Create(ctx, store.Draft{Title: j.title, Quantity: j.quantity, Document: doc}); err != nil {
			t.Fatal(err)
		}
	}
	s.goes("/shelf")
	csv := "kind,size,count,paper,colour,weight,grain,caliper,price\nsheet,us-letter,30,,,,,,0.20\n"
	s.find(id("import-file")).MustSetFiles(write(t, t.TempDir(), "shelf.csv", csv))
	s.find(id("shelf-row"))
	s.page.MustNavigate(s.url)
	s.click("make-together")
	s.reads("picked", "Pick the jobs to cut from one stack of sheets.")
	s.find(id("pick-job"))
	for _, box := range s.page.MustElements(id("pick-job")) {
		box.MustFocus()
		s.press(input.Space)
	}
	s.reads("picked", "3 to cut as one: Lantern week card, Tide-table note, Ferry bookmark")
	s.click("cut-together")
	s.reads("gang-sum", "7 sheets: 7 of Letter; the guide is set 4 times.")
	s.reads("gang-jobs", "56 % of the paper")
	s.click("gang-shelf")
	s.reads("gang-jobs", "1 Lantern week card 10, 5 × 7 in 0.79 USD 0.08 USD a card 2 Tide-table note 8, 4 1/4 × 5 1/2 in 0.42 USD 0.05 USD a card 3 Ferry bookmark 10, 1 1/2 × 5 1/2 in 0.19 USD 0.02 USD a card")
	s.reads("gang-used-0", "7 of")
	s.reads("gang-line", "7 sheets: 7 of Letter; the guide is set 4 times.")
	s.set("gang-stock-0", "6")
	s.reads("gang-shopping", "1 sheet of Letter more")
	s.reads("gang-line", "The sheets on hand do not suffice: 1 sheet of Letter more.")
	s.leave()
	s.back()
	s.reads("gang-line", "7 sheets: 7 of Letter")
	wait := s.page.Browser().MustWaitDownload()
	s.click("gang-files")
	s.click("gang-file-csv")
	if file := string(wait()); !strings.HasPrefix(file, "cut,set,set_mm,sheet,sheet_name,paper,sheets,gives\nA1,") || !strings.Contains(file, "4 × 2 base") {
		t.Errorf("the file is %s", file)
	}
	// It is kept: the page comes back as it was, and knows that a job was changed since.
	s.reads("gang-state", "Saved")
	kept, err := s.keptJobs("Tide-table")
	if err != nil || len(kept) != 1 {
		t.Fatal(kept, err)
	}
	more := kept[0].Draft
	more.Document = strings.Replace(more.Document, `"quantity":8`, `"quantity":12`, 1)
	if _, err := s.kept.Jobs.Save(ctx, kept[0].ID, kept[0].Revision, more); err != nil {
		t.Fatal(err)
	}
	s.page.MustReload()
	s.reads("gang-sum", "7 sheets: 7 of Letter")
	s.click("take-changed")
	// Twelve notes take three letters.
	s.reads("gang-sum", "8 sheets: 8 of Letter")
	s.page.MustNavigate(s.url)
	s.reads("gang", "3 jobs together Lantern week card · Tide-table note · Ferry bookmark")
}

// Two people change jobs on one table: the second is told, and may take the other's or keep his own.
func TestJobsTogetherChangedElsewhere(t *testing.T) {
	s := open(t)
	demo(t, s)
	s.click("gang-open")
	s.reads("gang-line", "The sheets on hand do not suffice")
	other := s.beside(strings.TrimPrefix(s.page.MustInfo().URL, s.url))
	other.reads("gang-line", "The sheets on hand do not suffice")
	other.retitle("Lantern week, the first half")
	other.reads("gang-state", "Saved")
	s.page.MustActivate()
	s.mayFail("409")
	s.retitle("Lantern week, the second half")
	s.reads("gang-state", "Changed elsewhere")
	s.click("take-theirs")
	s.until("theirs is here", func() (string, bool) {
		now := s.find(id("gang-title")).MustProperty("value").Str()
		return now, now == "Lantern week, the first half"
	})
	// A slow, broken line loses nothing.
	s.line.cut(true)
	s.retitle("Lantern week, all of it again")
	s.reads("gang-state", "The server does not answer; what you changed stays here, and is tried again.")
	s.line.cut(false)
	s.reads("gang-state", "Saved")
	s.page.MustReload()
	s.until("it was kept", func() (string, bool) {
		now := s.find(id("gang-title")).MustProperty("value").Str()
		return now, now == "Lantern week, all of it again"
	})
}

// back takes the last change back, by key.
func (s *screen) back() {
	s.Helper()
	if err := s.page.KeyActions().Press(input.ControlLeft).Type(input.KeyZ).Do(); err != nil {
		s.Fatal(err)
	}
}

// retitle types another title key by key.
func (s *screen) retitle(text string) {
	s.Helper()
	s.find(id("gang-title")).MustSelectAllText()
	s.types(text)
	s.press(input.Tab)
}
