package e2e

import (
	"context"
	"fmt"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"

	"yellow-parcel/core/catalog"

	"yellow-parcel/store"
)

// Foam under a layer is said at Layers, and felt at every station after it.
func TestFoamUnderALayerIsFeltEverywhere(t *testing.T) {
	s := invitation(t, input.Digit4)
	// Two sheets of base and two layers of 0.3 mm: 1.2 mm.
	s.reads("answer-thickest", "0.047 in")
	s.press(input.Digit3)
	s.choose("layers[1].joint", "Foam tape 2 mm")
	// 3.2 mm; the card in an A7 is then 5 1/4 - 1/4 - 0.126 wide, down to 4 13/16.
	s.reads("tape-finished", "0.126 in")
	s.reads("tape-base", "9 5/8 × 6 13/16 in")
	s.leave()
	s.press(input.Digit4)
	s.reads("answer-thickest", "0.126 in")
	s.click("answer-thickest")
	s.until("the sum names what lies there", func() (string, bool) {
		text := s.find(".working").MustText()
		return text, strings.Contains(text, "2 × 0.012 base + 0.012 dusk blue mat + 0.091 lantern panel ≈ 0.126 in")
	})
	s.leave()
	s.press(input.Digit6)
	// 3.2 mm and four sheets of envelope.
	s.reads("answer-post.thickness", "0.145 in")
	s.click("undo")
	s.reads("tape-base", "10 × 7 in")
}

// Pieces are put on, moved, named and taken off; a wrong place is said at its field and nothing is lost.
func TestPiecesOnTheCard(t *testing.T) {
	s := invitation(t, input.Digit4)
	s.putOn("bow")
	// 4 mm of bow on 1.2 mm of card; an A7 takes less of a card then.
	s.reads("answer-thickest", "0.205 in")
	s.reads("answer-thickest", "from the left")
	s.click("more-0")
	s.fill("card.build[0].x", "on the left")
	s.reads("card.build[0].x", `"on the left" is not a length`)
	if got := s.value("card.build[0].x"); got != "on the left" {
		t.Errorf("what was typed became %q", got)
	}
	s.fill("card.build[0].x", "0")
	s.fill("card.build[0].y", "0")
	s.fill("card.build[0].width", "1/8")
	s.fill("card.build[0].height", "1/8")
	s.fill("card.build[0].name", "Ribbon knot")
	s.until("the piece goes by its name", func() (string, bool) {
		var names []string
		for _, row := range s.page.MustElements(id("part")) {
			names = append(names, strings.Join(strings.Fields(row.MustText()), " "))
		}
		all := strings.Join(names, "; ")
		return all, strings.Contains(all, "Ribbon knot 0.157 in 0.04 oz")
	})
	// An eighth of an inch square in the corner, outside the layers' border: 0.6 + 4 mm.
	s.reads("answer-thickest", "0.181 in")
	s.reads("answer-thickest", "1/16 in from the left, 1/16 in from the top")
	s.fill("card.build[0].thickness", "6 mm")
	s.reads("answer-thickest", "0.26 in")
	s.click("take-off-0")
	s.reads("answer-thickest", "0.047 in")
	s.click("undo")
	s.reads("answer-thickest", "0.26 in")
}

// The liner counts for the post where it goes in.
func TestTheLinerCounts(t *testing.T) {
	s := newCard(t, "Lined tide note", "5", "7", "1/16")
	s.toEnvelope()
	s.click("school-corner-fold-computed")
	s.leave()
	s.press(input.Digit6)
	// 1/16 in and four sheets of 0.12 mm: 2.07 mm.
	s.reads("answer-post.thickness", "0.081 in")
	s.press(input.Digit5)
	s.click("lined")
	s.leave()
	s.press(input.Digit6)
	// Two sheets more.
	s.reads("answer-post.thickness", "0.091 in")
}

// Nothing hangs over the side of the screen, on a desk or on a tablet held upright, and the keys reach every station.
func TestEveryStationFitsTheScreen(t *testing.T) {
	s := open(t)
	demo(t, s)
	s.page.MustElementR(id("job"), "Kite card").MustElement("a").MustClick()
	s.reads("tape-base", "5 1/2 × 11 in")
	stations := []struct {
		key  input.Key
		name string
		says string
	}{
		{input.Digit1, "start", "Finished card"}, {input.Digit2, "base", "Cut"}, {input.Digit3, "layers", "Kite panel"},
		{input.Digit4, "finished", "Thickest place"}, {input.Digit5, "envelope", "Inside"}, {input.Digit6, "post", "Sealed thickness"},
	}
	for _, screen := range []struct{ w, h int }{{1280, 800}, {800, 1180}} {
		s.page.MustSetViewport(screen.w, screen.h, 1, false)
		for _, at := range stations {
			s.leave()
			s.press(at.key)
			s.until(at.name+" is shown", func() (string, bool) {
				text := s.page.MustElement(".side").MustText()
				return text, strings.Contains(text, at.says)
			})
			over := s.page.MustEval(`() => document.documentElement.scrollWidth - window.innerWidth`).Int()
			low := s.page.MustEval(`() => Math.round(document.querySelector('[data-testid="consequence"]').getBoundingClientRect().bottom - window.innerHeight)`).Int()
			if over > 0 || low > 1 {
				t.Errorf("%s at %d x %d: %d too wide, %d too low", at.name, screen.w, screen.h, over, low)
			}
		}
	}
}

// Rules changed elsewhere meanwhile are not overwritten, and what was typed stays.
func TestCarriersChangedElsewhereConflict(t *testing.T) {
	s := open(t)
	s.goes("/carriers/uk")
	s.click("edit-carrier")
	uk, _ := catalog.CarrierText("uk")
	if _, err := s.kept.Carriers.Save(context.Background(), "uk", 0, uk); err != nil {
		t.Fatal(err)
	}
	mine := strings.Replace(uk, `"0.87"`, `"0.91"`, 1)
	s.paste("rules-text", mine)
	s.mayFail("409")
	s.click("keep-carrier")
	s.reads("form-conflict", "It was changed elsewhere since you opened it.")
	if got := s.page.MustElement(id("rules-text")).MustProperty("value").Str(); got != mine {
		t.Errorf("what was typed is gone: %.80s", got)
	}
	kept, err := s.kept.Carriers.All(context.Background())
	if err != nil || len(kept) != 1 || kept[0].Document != uk {
		t.Errorf("%v %v", len(kept), err)
	}
	s.click("form-mine")
	s.reads("carriers-said", "your copy is kept")
	if kept, err = s.kept.Carriers.All(context.Background()); err != nil || len(kept) != 1 || kept[0].Document != mine {
		t.Errorf("%v %v", len(kept), err)
	}
}

// The carriers' table is reached and used from the keyboard.
func TestCarriersByKeyboard(t *testing.T) {
	s := open(t)
	demo(t, s)
	s.page.MustElementR(id("job"), "Kite card").MustElement("a").MustClick()
	s.reads("tape-base", "5 1/2 × 11 in")
	s.leave()
	s.press(input.Digit6)
	s.find(id("carrier-de") + " button").MustFocus()
	s.press(input.Enter)
	// 5 1/2 and the 7/16 of a flat that goes, where a square letter would cost extra: 6 3/16 in is 157.16 mm.
	s.reads("rules", "GERMANY: EVERY RULE, FIGURE AND LIMIT")
	s.reads("rules", "Height 6 3/16 in is 1.266 in over a kompakt letter's 4.921 in (125 mm)")
	s.find(id("toggle-jp")).MustFocus()
	s.press(input.Space)
	s.reads("carrier-jp", "Non-standard letter")
	s.find(id("pick-map")).MustFocus()
	s.press(input.Enter)
	s.until("the map names the classes", func() (string, bool) {
		text := s.page.MustElement(".board .drawing").MustText()
		return text, strings.Contains(text, "Gross letter") && strings.Contains(text, "length")
	})
	if pieces := s.page.MustElements(id("other-pieces") + " tr"); len(pieces) < 8 {
		t.Errorf("only %d other ways to send it", len(pieces))
	} else if last := fmt.Sprint(strings.Fields(pieces.Last().MustText())); !strings.Contains(last, "Padded mailer") {
		t.Errorf("the last is %s", last)
	}
}

// A job whose carrier was taken away still opens, says so, and is put right with a click.
func TestAJobOutlivesItsCarrier(t *testing.T) {
	s := open(t)
	if _, err := s.kept.Jobs.Create(context.Background(), store.Draft{Title: "Note for the island", Quantity: 1, Document: `{"format":"yellow-parcel-job","version":1,"title":"Note for the island","envelope":"us-a7","post":{"carriers":["us","island"]}}`}); err != nil {
		t.Fatal(err)
	}
	s.page.MustReload()
	s.page.MustElementR(id("job"), "Note for the island").MustElement("a").MustClick()
	s.reads("tape-base", "10 × 7 in")
	s.leave()
	s.press(input.Digit6)
	s.reads("post-wrong", `"island" is not a carrier here; known are us, uk,`)
	s.click("toggle-de")
	s.reads("carrier-de", "Gross letter")
	s.until("nothing is wrong any more", func() (string, bool) {
		return "", s.page.MustElements(id("post-wrong")).Empty()
	})
}
