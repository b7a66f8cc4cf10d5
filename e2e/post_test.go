package e2e

import (
	"encoding/xml"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
)

// putOn puts something on the card at the Finished station.
func (s *screen) putOn(material string) {
	s.Helper()
	s.click("add-piece")
	s.click("add-" + material)
}

// A square card of 5 1/2 in with a button on 1 mm foam. Base 2 x 0.3 mm, two layers of 0.3, foam and button 1 + 3: 5.2 mm,
// 0.205 in. Its envelope: 5 1/2 + 0.205 + 1/4 = 5.955, 6 in square. Sealed with five sheets of 0.12 mm: 5.8 mm.
func TestASquareButtonCardIsSaved(t *testing.T) {
	s := newCard(t, "Kite card with a button", "5 1/2", "5 1/2", "0")
	s.click("still-to-make")
	s.fill("card.thickness", " ")
	s.leave()
	s.press(input.Digit4)
	s.reads("answer-thickest", "0.047 in") // four sheets, 1.2 mm
	s.putOn("button")
	s.reads("answer-thickest", "0.165 in")
	s.choose("card.build[0].joint", "Foam tape 1 mm")
	s.reads("answer-thickest", "0.205 in")
	s.reads("answer-thinnest", "0.024 in")
	// 5.2 - 0.6 = 4.6 mm.
	s.reads("answer-variation", "0.181 in")
	s.reads("bends", "bends easily")
	s.leave()
	s.press(input.Digit5)
	s.click("school-corner-fold-computed")
	s.fill("blank.ease", "1/4") // with room of the plan's choosing it would be a flat, 1.63
	s.reads("answer-cavity", "6 × 6 in")
	s.leave()
	s.press(input.Digit6)
	s.click("toggle-uk")
	s.click("toggle-de")
	s.reads("answer-post.thickness", "0.228 in") // 5.8 mm, under a quarter of an inch
	s.reads("carrier-us", "Letter costs extra 1.27 USD")
	// Over 5 mm, a large letter by second class.
	s.reads("carrier-uk", "Large letter goes 1.55 GBP check")
	// Square: no standard or Kompakt letter.
	s.reads("carrier-de", "Gross letter goes 1.80 EUR")
	s.reads("verdict", "Length is 1.00 times height, outside 1.3 to 2.5: nonmachinable, 0.49 USD more")
	s.reads("verdict", "A button inside makes it uneven: nonmachinable, 0.49 USD more")
	s.reads("verdict", "ask your carrier")

	// In the UK it is the button alone.
	s.click("carrier-uk")
	s.reads("verdict", "Thickness 0.228 in is 0.031 in over a letter's 0.197 in (5 mm)")
	s.reads("way-0", "Leave button off goes Letter, 0.87 GBP saves 0.68 GBP")
	// In the US two things are dear, so it takes two changes.
	s.click("carrier-us")
	s.reads("way-0", "Leave button off, and make it: rectangle for a square card, with strips")
	s.reads("way-0", "Letter, 0.78 USD saves 0.49 USD")
	s.click("way-0")
	s.reads("carrier-us", "Letter goes 0.78 USD")
	s.reads("carrier-uk", "Letter goes 0.87 GBP")
	s.click("undo")
	s.reads("carrier-us", "1.27 USD")
	s.reads("carrier-uk", "1.55 GBP")
}

// A 148 x 105 mm card with 3 mm greyboard on it. Its envelope is 159 x 116 mm; 3 mm of board does not go round the drum.
func TestAStiffBoardCardAndTheBenchTest(t *testing.T) {
	s := open(t)
	s.click("new-job")
	s.page.MustElement(id("unit")).MustSelect("millimetres")
	s.click("door-card")
	s.fill("card.width", "148")
	s.fill("card.height", "105")
	s.reads("tape-base", "296 × 105 mm")
	s.click("still-to-make")
	s.leave()
	s.press(input.Digit4)
	s.putOn("greyboard-3")
	s.reads("answer-thickest", "4.2 mm")
	s.reads("bends", "too rigid")
	s.reads("tape-finished", "too rigid")
	s.leave()
	s.press(input.Digit5)
	s.click("school-corner-fold-computed")
	s.leave()
	s.press(input.Digit6)
	// 148 + 4.2 + 6 = 158.2, up to 159; 105 + 10.2 = 115.2, up to 116.
	s.reads("answer-post.length", "159 mm")
	s.reads("answer-post.height", "116 mm")
	// Base 296 x 105 and layers 142 x 99 and 136 x 93 at 216 g/m2: 12.5 g; board 30.3 g; over an ounce with its envelope: 1.07 + 0.49.
	s.reads("verdict", "It is too rigid for an 11 in turn under 40 lb of belt tension: nonmachinable, 0.49 USD more")
	s.reads("tape-post", "1.56 USD")
	s.reads("way-0", "Leave greyboard 3 mm off")
	s.leave()
	s.press(input.Digit4)
	s.click("pick-easy")
	s.reads("bends", "As the test at the bench showed")
	s.reads("tape-post", "1.07 USD letter")
}

// In a measured envelope of 9 x 12 in: 2.5 x 108 sq in of paper at 100 g/m2 weigh 17.4 g, 0.61 oz.
func TestAFlatOfThirteenOunces(t *testing.T) {
	s := open(t)
	s.click("new-job")
	s.click("door-measured")
	s.fill("envelope.width", "9")
	s.fill("envelope.height", "12")
	s.reads("tape-start", "9 × 12 in")
	s.leave()
	s.press(input.Digit4)
	s.fill("card.weight", "12.3 oz")
	// 12.91 oz in all: the last step of the flats. One ounce 1.63 and twelve more at 0.27.
	s.reads("tape-post", "4.87 USD flat")
	s.fill("card.weight", "12.5 oz")
	// 13.11 oz: nothing but a parcel, and its price is not known.
	s.reads("tape-post", "Parcel")
	s.leave()
	s.press(input.Digit6)
	s.reads("verdict", "Parcel")
	s.reads("verdict", "ask at the counter")
	s.reads("verdict", "Weight 13.11 oz is 0.11 oz over a flat's 13 oz")
}

// Readings run in the field until the instrument is at rest, and then count as measured.
func TestInstrumentsFillTheirFields(t *testing.T) {
	s := invitation(t, input.Digit4)
	s.mayFail("load=a%20feather")
	s.instruments()
	s.press(input.Digit4)
	s.click("bench-panel")
	s.fill("load-caliper", "3.2 mm")
	s.press(input.Enter)
	s.click("read-caliper")
	s.until("the caliper comes to rest", func() (string, bool) { v := s.value("card.thickness"); return v, v == "3.2 mm" })
	s.reads("answer-thickest", "0.126 in")
	s.reads("answer-thickest", "as measured; the pieces come to 0.047 in")
	s.fill("load-scale", "1.4 oz")
	s.press(input.Enter)
	s.click("read-scale")
	s.until("the scale comes to rest", func() (string, bool) { v := s.value("card.weight"); return v, v == "1.4 oz" })
	s.reads("answer-card.weight", "1.4 oz")
	s.fill("load-scale", "a feather")
	s.press(input.Enter)
	s.until("a wrong load is refused", func() (string, bool) {
		text := s.find(id("load-scale")).MustText()
		return text, strings.Contains(text, `"a feather" is not a weight`)
	})
}

// A carrier is copied and changed; a wrong line is refused and nothing is lost; every job goes by the copy.
func TestCarriersAreCopiedAndChanged(t *testing.T) {
	s := open(t)
	s.mayFail("status of 422")
	demo(t, s)
	s.click("to-carriers")
	s.reads("class-letter", "5 in to 11 1/2 in")
	s.reads("class-flat", "more than a year old")
	s.click("edit-carrier")
	text := s.page.MustElement(id("rules-text")).MustProperty("value").Str()
	retype := func(was, is string) {
		t.Helper()
		text = strings.Replace(text, was, is, 1)
		s.paste("rules-text", text)
		s.click("keep-carrier")
	}
	retype(`price: "0.78"`, `price: "cheap"`)
	s.until("the line is named", func() (string, bool) {
		said := s.find(id("rules-wrong")).MustText()
		return said, strings.HasPrefix(said, "Line ") && strings.Contains(said, `"cheap" is not a price; try 0.78`)
	})
	retype(`price: "cheap"`, `price: "0.82"`)
	s.reads("carriers-said", "your copy is kept")
	s.page.MustNavigate(s.url)
	s.page.MustElementR(id("job"), "Lantern week").MustElement("a").MustClick()
	s.reads("tape-post", "0.82 USD")
	s.goes("/carriers")
	// The prices alone are changed without touching the rules.
	s.click("reprice-letter")
	retypePrice := func(name, text string) {
		t.Helper()
		s.page.MustElement(id(name)).MustSelectAllText()
		s.types(text)
	}
	retypePrice("price-day", "2026-07-12")
	retypePrice("price-0", "a stamp")
	s.click("keep-prices")
	s.reads("price-wrong", `"a stamp" is not a price; try 0.78`)
	retypePrice("price-0", "0.85")
	s.click("keep-prices")
	s.reads("carriers-said", "the new prices are kept in your copy")
	s.reads("class-letter", "to 1 oz 0.85 USD")
	s.reads("class-letter", "Prices from 2026-07-12.")
	s.click("back-to-shipped")
	s.reads("carriers-said", "goes by the rules that ship again")
	s.page.MustNavigate(s.url)
	s.page.MustElementR(id("job"), "Lantern week").MustElement("a").MustClick()
	s.reads("tape-post", "0.78 USD")

	// One more carrier needs no code: a file is enough.
	s.goes("/carriers")
	own := "id: island\nname: Island post\nunit: mm\ncurrency: EUR\nstated: \"2026-01-01\"\nclasses:\n  - id: letter\n    name: Letter\n    limits: {length: {max: 300 mm}, height: {max: 200 mm}}\n    prices: {effective: \"2026-09-01\", steps: [{to: 100 g, price: \"1.10\"}]}\n"
	s.page.MustElement(id("carrier-file")).MustSetFiles(write(t, t.TempDir(), "island.yaml", own))
	s.reads("entry-island", "Island post")
	s.page.MustNavigate(s.url)
	s.page.MustElementR(id("job"), "Lantern week").MustElement("a").MustClick()
	s.reads("tape-post", "0.78 USD")
	s.leave()
	s.press(input.Digit6)
	s.click("toggle-island")
	s.reads("carrier-island", "Letter goes 1.10 EUR")
}

// The slot gauge of a US letter for an A7: the sums are those of the card's own list.
func TestTheSlotGaugeIsCut(t *testing.T) {
	s := invitation(t, input.Digit6)
	s.click("pick-gauge")
	s.reads("answer-gauge", "10 3/4 × 4 in")
	s.reads("answer-gauge.top", "1 7/8 in")
	s.reads("answer-gauge.bottom", "2 1/8 in")
	s.reads("answer-gauge.right", "9 1/4 in")
	s.click("answer-gauge.top")
	s.until("blades are cautioned about", func() (string, bool) {
		text := s.find(".working").MustText()
		return text, strings.Contains(text, "Blade: guard down")
	})
	var doc struct {
		Groups []struct {
			ID    string `xml:"id,attr"`
			Paths []struct {
				D string `xml:"d,attr"`
			} `xml:"path"`
		} `xml:"g"`
	}
	if err := xml.Unmarshal(s.download("gauge", "svg"), &doc); err != nil {
		t.Fatal(err)
	}
	// The slot: from 1 1/2 in, 7 3/4 long, 1/4 high round the middle of 4 in.
	for _, g := range doc.Groups {
		if g.ID == "cut" && (len(g.Paths) != 2 || g.Paths[1].D != "M38.1 47.625 L234.95 47.625 L234.95 53.975 L38.1 53.975Z") {
			t.Errorf("%+v", g.Paths)
		}
	}
}

// Eighty letters at 0.78 from 60 lantern stamps, 40 kites and 25 old ferries: 60 with one lantern each; 0.29 x 2 and 0.20 are 0.78
// too, for twenty more.
func TestStampsOnHandCoverTheBatch(t *testing.T) {
	s := invitation(t, input.Digit6)
	s.mayFail("settings?revision=1: Failed to load resource: the server responded with a status of 422")
	s.reads("stamps", "STAMPS FOR 80: 62.40 USD")
	s.reads("stamps", "60 with 1 × 0.78 USD lantern")
	s.reads("stamps", "20 with 1 × 0.20 USD old ferry + 2 × 0.29 USD kite")
	s.goes("/shelf")
	s.click("add-stamp")
	s.fill("stamp.price", "a lot")
	s.click("keep-stamp")
	s.until("a wrong price is refused", func() (string, bool) {
		text := s.find(id("stamp.price")).MustText()
		return text, strings.Contains(text, `"a lot" is not a stamp's price; try 0.78`)
	})
	s.fill("stamp.price", "0.05")
	s.click("keep-stamp")
	s.until("a fourth kind of stamp is listed", func() (string, bool) {
		rows := s.page.MustElements(id("stamp-row"))
		return rows.Last().MustText(), len(rows) == 4
	})
	// A material's own figures take the place of the usual ones, and can be given up again.
	s.click("change-foam-1")
	s.fill("material.thickness", "1.2 mm")
	s.click("keep-material")
	s.reads("material-foam-1", "your figures foam 1.2 mm")
	s.click("usual-foam-1")
	s.until("the usual figure is back", func() (string, bool) {
		text := s.find(id("material-foam-1")).MustText()
		return text, strings.Contains(text, "1 mm") && !strings.Contains(text, "your figures")
	})
}
