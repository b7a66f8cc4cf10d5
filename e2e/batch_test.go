package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"

	"yellow-parcel/store"
)

// choose picks a line of an open list by its words.
func (s *screen) choose(field, line string) {
	s.Helper()
	s.click(field)
	el, err := s.page.Timeout(patience).ElementR(".v-list-item", line)
	if err != nil {
		s.shoot()
		s.Fatalf("%s has no line %s: %v", field, line, err)
	}
	s.clickOn("the line "+line+" of "+field, el.CancelTimeout())
}

// set types over a plain number field.
func (s *screen) set(name, text string) {
	s.Helper()
	s.find(id(name)).MustSelectAllText()
	s.types(text)
}

// eighty types eighty invitations for an envelope of 5 1/4 x 7 1/4 in, and goes to their batch.
func eighty(t *testing.T) *screen {
	t.Helper()
	s := open(t)
	s.click("new-job")
	s.click("door-measured")
	s.fill("envelope.width", "5 1/4")
	s.fill("envelope.height", "7 1/4")
	s.reads("tape-base", "10 × 7 in")
	s.set("quantity", "80")
	s.leave()
	s.press(input.Digit2)
	s.click("pick-batch")
	return s
}

// Eighty invitations of 5 x 7 in with two layers, from letter and 12 × 12 in
// sheets. A letter sheet gives a base (10 x 7) or two layers; a sheet of
// 12 × 12 gives a base and a layer, or three layers. Whatever way 60 of these
// are used, 70 letter sheets are needed besides: 130 in all.
func TestEightyInvitationsFromSheetsOnHand(t *testing.T) {
	s := eighty(t)
	// Without stock, everything comes from letter: 80 bases, and 160 layers by twos.
	s.reads("cuts-sum", "160 sheets: 160 of Letter")
	s.click("add-stock")
	s.set("stock-count-0", "100")
	s.reads("cuts-sum", "160 sheets: 160 of Letter")
	s.reads("tape-base", "60 to buy")
	s.click("add-stock")
	s.choose("stock[1].sheet", "^12 × 12")
	s.set("stock-count-1", "60")
	s.reads("answer-cuts.sheets", "130")
	s.reads("cuts-sum", "130 sheets: 70 of Letter, 60 of 12 × 12; the guide is set 7 times")
	s.reads("tape-base", "130 sheets")
	list := s.page.MustElement(".list").MustText()
	for _, set := range []string{"10 in", "7 in", "6 3/4 in", "4 3/4 in", "6 1/2 in", "4 1/2 in"} {
		if !strings.Contains(list, set) {
			t.Errorf("the guide is never set to %s: %s", set, list)
		}
	}
	s.fill("stock[1].price", "0.80")
	s.fill("spoilage", "5 %")
	// Four more cards: each takes a letter sheet for its base and one for its two layers.
	s.reads("cuts-sum", "138 sheets")
	s.fill("spoilage", "lots")
	s.reads("spoilage", `"lots" is not a number of cards or a share of them; try 4 or 5 %`)

	wait := s.page.Browser().MustWaitDownload()
	s.fill("spoilage", "")
	s.reads("cuts-sum", "130 sheets")
	s.click("export-cuts")
	s.click("export-cuts-csv")
	file := string(wait())
	if !strings.HasPrefix(file, "cut,set,set_mm,sheet,sheet_name,paper,sheets\nA1,") {
		t.Errorf("the file begins %.80s", file)
	}
}

// Forty cards of 105 x 148 mm from A4: two bases of 210 x 148 to a sheet, and
// four layers (99 x 142, 93 x 136) to a sheet: 20 and 20 sheets.
func TestMetricBatchFromA4(t *testing.T) {
	s := open(t)
	s.click("new-job")
	s.page.MustElement(id("unit")).MustSelect("millimetres")
	s.click("door-card")
	s.fill("card.width", "105")
	s.fill("card.height", "148")
	s.reads("tape-base", "210 × 148 mm made")
	s.click("still-to-make")
	s.reads("tape-base", "210 × 148 mm 2 a sheet")
	s.set("quantity", "40")
	s.leave()
	s.press(input.Digit2)
	s.click("pick-batch")
	s.reads("cuts-sum", "40 sheets: 40 of A4")
	s.reads("answer-cuts.sheets", "40")
	s.click("pick-base")
	s.click("pick-trifold")
	// Three panels of 105, the inner one 1.5 mm shorter, 103 on the ruler: 313 does not lie in A4.
	s.reads("tape-base", "313 × 148 mm")
	s.reads("consequence", "Base, 313 × 148 mm, does not come out of A4.")
	s.click("way-out")
	s.reads("tape-base", "210 × 148 mm")
}

func TestStartFromASheet(t *testing.T) {
	s := open(t)
	s.click("new-job")
	s.click("door-sheet")
	s.choose("sheet", "^Letter")
	// Half of letter, folded: 5 1/2 x 8 1/2; two of A2's cards come out of it too.
	s.reads("answer-card", "5 1/2 × 8 1/2 in")
	s.reads("sells", "4 1/4 × 5 1/2 in for A2 book: 2 tent: 2 flat: 4")
	s.reads("sells", "5 × 7 in for A7 book: 1 tent: does not come out flat: 2")
	s.page.MustElementR(id("sells")+" li:nth-child(2) button", "book").MustClick()
	s.reads("tape-base", "8 1/2 × 5 1/2 in")
}

func TestTheShelfIsKeptBackUsedAndGivenBack(t *testing.T) {
	s := open(t)
	demo(t, s)
	s.page.MustElementR(id("job"), "Lantern week").MustElement("a").MustClick()
	s.reads("tape-base", "140 sheets")
	s.leave()
	s.press(input.Digit2)
	s.click("pick-batch")
	s.click("from-shelf")
	s.click("reserve")
	s.reads("give-back", "Undo")
	s.click("to-jobs")
	s.click("to-shelf")
	// 80 cards and 4 to spare: 84 bases from 100 sheets of letter, 28 sheets of each 12 × 12 for the layers by threes.
	row := func(paper, want string) {
		t.Helper()
		s.until(paper+" reads "+want, func() (string, bool) {
			el, err := s.page.ElementR(id("shelf-row"), paper)
			if err != nil {
				return "nothing", false
			}
			text := strings.Join(strings.Fields(el.MustText()), " ")
			return text, strings.Contains(text, want)
		})
	}
	row("Letter", "100 16, 84 kept back")
	row("Dusk blue", "60 32, 28 kept back")
	s.page.MustNavigateBack().MustNavigateBack()
	s.click("pick-batch")
	// Ten cards less need fewer sheets: it is said, and one click keeps back what it needs.
	s.set("quantity", "70")
	s.reads("kept-differs", "It keeps back 84 of Letter Dune cover, and needs 74; 28 of 12 × 12 Dusk blue, and needs 25; 28 of 12 × 12 Lantern gold, and needs 25; 84 of A7 Kraft, and needs 74.")
	s.click("keep-anew")
	s.until("it keeps back what it needs", func() (string, bool) { return "the note", !s.page.MustHas(id("kept-differs")) })
	s.set("quantity", "80")
	s.reads("kept-differs", "It keeps back 74 of Letter Dune cover, and needs 84")
	s.click("keep-anew")
	s.until("it keeps back what it needs", func() (string, bool) { return "the note", !s.page.MustHas(id("kept-differs")) })
	s.click("use-up")
	s.reads("give-back", "Undo")
	s.page.MustElement(id("to-jobs")).MustClick()
	s.click("to-shelf")
	row("Letter", "16 16")
	row("Dusk blue", "32 32")
	// Undone, it keeps back again what it had kept back before it was used up.
	s.page.MustElementR("li button", "Undo").MustClick()
	row("Letter", "Lantern week invitation keeps back 84")
	for _, before := range []string{"100 16, 84 kept back", "100 26, 74 kept back", "100 16, 84 kept back"} {
		row("Letter", before)
		s.page.MustElementR("li button", "Undo").MustClick()
	}
	row("Letter", "100 100")
	row("Dusk blue", "60 60")
	s.page.MustElement(`[aria-label="Change Letter"]`).MustClick()
	s.click("item-lines")
	s.until("what happened to the sheets", func() (string, bool) {
		var said []string
		for _, li := range s.find(id("item-line-list")).MustElements("li") {
			text, _, _ := strings.Cut(strings.ReplaceAll(li.MustText(), "\u00a0", " "), " Lantern")
			said = append(said, strings.TrimSpace(strings.Split(text, ",")[0]))
		}
		got := strings.Join(said, "; ")
		return got, strings.HasPrefix(got, "freed 84; kept back 84; freed 74; kept back 74; freed 84; kept back 84; undone +84; taken 84; freed 84;") && strings.Contains(got, "; bought 100")
	})
}

func TestShelfListsComeInAsCSV(t *testing.T) {
	s := open(t)
	s.mayFail("/shelf")
	s.click("to-shelf")
	bring := func(text string) {
		t.Helper()
		file := filepath.Join(t.TempDir(), "shelf.csv")
		if err := os.WriteFile(file, []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
		s.find(id("import-file")).MustSetFiles(file)
	}
	bring("kind,size,count,weight\nsheet,us-letter,40,110 lb\n")
	s.reads("shelf-said", "line 2, weight: 110 lb may be index (199 g/m²) or cover (297 g/m²)")
	bring("kind,size,count,weight\nsheet,us-letter,40,110 lb index\n")
	s.reads("shelf-row", "Letter 8 1/2 in × 11 in; 215.9 mm × 279.4 mm 199 g/m² (110 lb index) 40 40")
	s.click("add-sheet")
	s.fill("shelf-weight", "heavy")
	s.click("shelf-keep")
	s.reads("shelf-weight", `"heavy" is not a weight of paper; try 110 lb cover or 300 g`)
	s.fill("shelf-weight", "300 g")
	s.fill("shelf-paper", "Kelp")
	s.click("shelf-keep")
	s.until("the new sheets are listed", func() (string, bool) {
		rows := s.page.MustElements(id("shelf-row"))
		return "rows", len(rows) == 2
	})
}

// A count below what is kept back is asked for: counted so by mistake it stays what it was.
func TestCountingFewerThanAreKeptBackAsks(t *testing.T) {
	s := open(t)
	s.mayFail("/shelf/")
	ctx := t.Context()
	item, err := s.kept.Shelf.Put(ctx, store.ShelfItem{Kind: "sheet", Size: "us-letter", Document: `{"kind":"sheet","size":"us-letter","count":40}`, Count: 40})
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.kept.Shelf.Take(ctx, store.Taking{Job: "a", Title: "Kite card", State: "reserved"}, []store.UseLine{{Item: item.ID, Count: 30}}, nil, ""); err != nil {
		t.Fatal(err)
	}
	s.goes("/shelf")
	s.page.MustElement(`[aria-label="Change Letter"]`).MustClick()
	s.fill("shelf-count", "20")
	for _, sure := range []bool{false, true} {
		wait, answer := s.page.MustHandleDialog()
		go s.page.MustElement(id("shelf-keep")).MustClick()
		asked := wait()
		answer(sure, "")
		if asked.Message != "Kite card keeps back 30 of these, and you count 20. Is that what lies there?" {
			t.Errorf("asked is %q", asked.Message)
		}
		if now, err := s.kept.Shelf.Get(ctx, item.ID); !sure && (err != nil || now.Count != 40) {
			t.Errorf("%d, %v", now.Count, err)
		}
	}
	s.reads("shelf-row", "10 of these are not there")
}
