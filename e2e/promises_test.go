package e2e

import (
	"math"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
)

// A card of 5 x 7 in and 1/8 in in each kind of envelope there is: inside 5 3/8 x 7 3/8.
func TestEveryWayOfMakingAnEnvelope(t *testing.T) {
	s := newCard(t, "Harbour map, framed", "5", "7", "1/8")
	s.toEnvelope()
	for _, c := range []struct {
		school string
		want   map[string]string
	}{
		// The card's diagonal is 8.602 in; and 1 in.
		{"corner-fold-thumb", map[string]string{"blank": "9 5/8 in"}},
		// Side flaps of 1 in; back and front of 5 3/8 and a top flap of 1 1/2.
		{"straight-fold-full-back", map[string]string{"blank": "9 3/8 × 12 1/4 in", "crease0": "1 in", "crease1": "8 3/8 in", "crease2": "5 3/8 in", "crease3": "10 3/4 in"}},
		// 7 + 1/8 + 1/4 and two strips of glue of 1/2: 8 3/8 of an A9's 8 3/4; 3/16 off each end.
		{"cut-down-both-ends", map[string]string{"cavity": "7 3/8 × 5 3/4 in", "blank": "an A9 envelope 8 3/4 × 5 3/4 in", "outside": "8 3/8 in", "ends": "3/16 in"}},
		{"contour-rounded", map[string]string{"blank": "9 3/8 × 12 1/4 in"}},
		// (5 1/4 + 7 1/4) / sqrt 2 + 1/2 = 9.339, and what the card's thickness takes each way.
		{"wrap-square", map[string]string{"blank": "9 5/8 in"}},
		// Walls 1/8 + 1/16 + three calipers of 0.3 mm = 0.223; 7 + 1/4 + four = 7.297: 7 5/16, two walls, two tabs of 1 in; 2 x 5 5/16 + 2 x 1/4 + 1 1/2.
		{"box-straight", map[string]string{"cavity": "7 5/16 × 5 5/16 in", "depth": "1/4 in", "blank": "9 13/16 × 12 5/8 in"}},
	} {
		s.click("school-" + c.school)
		for key, want := range c.want {
			s.reads("answer-"+key, want)
		}
	}
	// A square that is given: 10 in leaves 10 - 12 3/4 / sqrt 2 = 0.984 of seam.
	s.click("school-corner-fold-computed")
	s.click("style-options")
	s.fill("blank.size", "10")
	s.reads("answer-blank", "10 in")
	s.reads("answer-crease0", "4 3/8 in") // 7.071 - 2 11/16 = 4.384; a mark down, so that it grows
	s.fill("blank.size", "7")
	s.reads("consequence", "blank fails its proof: mouth a little over 2 1/2 in, at least a little over 5 1/8 in")
	s.fill("blank.size", "")
	s.reads("answer-blank", "9 9/16 in")
	// A band round the middle, at its true size on paper and for a plotter's software.
	s.reads("extra-band", "in")
	if file := s.download("blank", "pdf"); !strings.HasPrefix(string(file), "%PDF-") {
		t.Errorf("the PDF starts %.10q", file)
	}
	wide, high := extent(t, string(s.download("blank", "dxf")))
	if side := 9.5625 * 25.4; math.Abs(wide-side) > 0.01 || math.Abs(high-side) > 0.01 {
		t.Errorf("the drawing is %.2f by %.2f mm, the square %.2f", wide, high, side)
	}
}

// extent is how far a DXF drawing's cut reaches across and down, in its millimetres.
func extent(t *testing.T, text string) (wide, high float64) {
	t.Helper()
	lo, hi := [2]float64{math.Inf(1), math.Inf(1)}, [2]float64{math.Inf(-1), math.Inf(-1)}
	entities := text[strings.Index(text, "ENTITIES"):]
	for i, code := range []string{"10", "20"} {
		for _, m := range regexp.MustCompile(`(?m)^ *`+code+`\r?\n *(-?[0-9.]+)`).FindAllStringSubmatch(entities, -1) {
			v, err := strconv.ParseFloat(m[1], 64)
			if err != nil {
				t.Fatal(err)
			}
			lo[i], hi[i] = min(lo[i], v), max(hi[i], v)
		}
	}
	return hi[0] - lo[0], hi[1] - lo[1]
}

// From an envelope that is known by name, folded in every way that has a choice of its own.
func TestFoldsOfAKnownEnvelope(t *testing.T) {
	s := open(t)
	s.click("new-job")
	s.click("door-format")
	s.page.MustElement(id("format") + " input").MustFocus()
	s.types("A7")
	s.press(input.Enter)
	s.reads("tape-start", "5 1/4 × 7 1/4 in")
	s.leave()
	s.press(input.Digit2)
	for _, c := range []struct{ fold, base string }{{"z", "15 × 7 in"}, {"flat", "5 × 7 in"}, {"tent", "5 × 14 in"}, {"book", "10 × 7 in"}} {
		s.click("pick-" + c.fold)
		s.reads("tape-base", c.base)
	}
	s.click("pick-batch")
	s.page.MustElementR("button", "Trimmer, grain").MustClick()
	s.page.MustElementR("label", "Keep the grain along the fold").MustClick()
	// Letter's grain is not known: nothing stands in the way, and the base says how it should run.
	s.reads("tape-base", "10 × 7 in")
	s.leave()
	s.press(input.Digit6)
	s.choose("closure", "^[Ss]tring")
	s.reads("verdict", "catches in the machines")
	s.reads("tape-post", "1.27 USD")
	s.choose("closure", "[Ff]lat|[Gg]lue")
	s.reads("tape-post", "0.78 USD")
	s.choose("wrapping", "^[Pp]lastic")
	s.reads("tape-post", "1.27 USD")
}

// What was changed is taken back and put again by hand, by key and by button, with an end at both.
func TestUndoAndRedoByKey(t *testing.T) {
	s := invitation(t, input.Digit1)
	s.freeze()
	s.fill("card.thickness", "1/8")
	s.reads("tape-base", "9 3/4 × 6 7/8 in")
	s.leave()
	s.press(input.Digit5)
	s.fill("blank.seam", "1")
	s.reads("answer-blank", "9 15/16 in")
	s.leave()
	both := func(shift bool) {
		keys := s.page.KeyActions().Press(input.ControlLeft)
		if shift {
			keys = keys.Press(input.ShiftLeft)
		}
		keys.Type(input.KeyZ).MustDo()
	}
	both(false)
	s.reads("answer-blank", "9 3/8 in") // 4 7/8 + 6 7/8 + 2 x 3/8 = 12 1/2, over sqrt 2, and 1/2
	both(false)
	s.reads("tape-base", "10 × 7 in")
	both(false) // there is nothing more
	s.reads("tape-base", "10 × 7 in")
	both(true)
	s.reads("tape-base", "9 3/4 × 6 7/8 in")
	both(true)
	s.reads("answer-blank", "9 15/16 in")
	if !s.page.MustElement(id("redo")).MustProperty("disabled").Bool() {
		t.Error("there is still something to put again")
	}
}

// Two windows on one job: taking theirs gives theirs, and undo brings back mine.
func TestTheirsIsTakenAndMineComesBack(t *testing.T) {
	s := invitation(t, input.Digit1)
	s.mayFail("409")
	s.reads("saved", "Saved")
	other := s.beside("/")
	other.open("Lantern week")
	other.fill("card.thickness", "1/8")
	other.reads("saved", "Saved")
	s.page.MustActivate()
	s.fill("card.thickness", "1/16")
	s.reads("conflict", "changed elsewhere")
	s.click("keep-theirs")
	s.reads("tape-base", "9 3/4 × 6 7/8 in")
	s.holds("card.thickness", "1/8")
	s.click("undo")
	s.holds("card.thickness", "1/16")
	s.reads("saved", "Saved")
	s.until("mine is kept", func() (string, bool) {
		th := string(s.keptJob("Lantern").Card.Thickness)
		return th, th == "1/16"
	})
}

// The ground turns dark and stays so; a layer's colour is on the drawing; the
// blank at life size is as large as the screen says a millimetre is.
func TestDarkColoursAndLifeSize(t *testing.T) {
	s := invitation(t, input.Digit3)
	ground := func() string {
		return s.page.MustEval(`() => getComputedStyle(document.querySelector('.v-application')).backgroundColor`).Str()
	}
	light := ground()
	s.page.MustElement(`[aria-label="Light or dark"]`).MustClick()
	s.until("the ground is dark", func() (string, bool) { return ground(), ground() != light })
	dark := ground()
	s.page.MustReload()
	s.reads("tape-base", "10 × 7 in")
	if ground() != dark {
		t.Errorf("after a reload the ground is %s", ground())
	}
	s.page.MustElement(`[aria-label="Colour of Lantern panel"]`).MustEval(`() => { this.value = '#2b7a4b'; this.dispatchEvent(new Event('input', { bubbles: true })) }`)
	s.until("the layer is green", func() (string, bool) {
		fills := s.page.MustEval(`() => [...document.querySelectorAll('svg [style], svg [fill]')].map(e => getComputedStyle(e).fill).join(' ')`).Str()
		return fills, strings.Contains(fills, "rgb(43, 122, 75)")
	})
	s.page.MustEval(`() => localStorage.setItem('yellow-parcel-screen', '4')`)
	s.page.MustReload()
	s.reads("tape-base", "10 × 7 in")
	s.press(input.Digit5)
	s.click("life-size")
	s.reads("life", "life size")
	// 9 3/8 in on its corner is 336.8 mm across; four pixels to a millimetre.
	s.until("the blank is as large as it is", func() (string, bool) {
		wide := s.page.MustElement(id("life") + " .frame svg").MustEval(`() => Math.max(...[...this.querySelectorAll('path, polygon')].map(e => e.getBoundingClientRect().width))`).Num()
		return strconv.FormatFloat(wide, 'f', 1, 64), math.Abs(wide-9.375*25.4*math.Sqrt2*4) < 6
	})
	s.click("life-close")
}

// Offcuts go on the shelf when a job's sheets are used up, and the shelf comes out as the list that goes in.
func TestTheShelfGoesOutWithItsOffcuts(t *testing.T) {
	s := invitation(t, input.Digit2)
	s.click("pick-batch")
	s.click("from-shelf")
	s.click("use-up")
	s.reads("give-back", "Undo")
	s.goes("/shelf")
	s.find(id("shelf-row"))
	// 84 bases from 100 sheets of letter: 10 x 7 in leaves 1 1/2 x 11 of each.
	wait := s.page.Browser().MustWaitDownload()
	s.click("export-shelf")
	text := string(wait())
	for _, line := range []string{"kind,size,count,paper,colour,weight,grain,caliper,price", "sheet,us-letter,16,Dune cover,"} {
		if !strings.Contains(text, line) {
			t.Errorf("the list has no %s: %s", line, text)
		}
	}
	if !regexp.MustCompile(`(?m)^sheet,1 1/2 in x 11 in,84,Dune cover,`).MatchString(text) {
		t.Errorf("the offcuts are not on the list: %s", text)
	}
	// It comes in again as it went out, on top of what is there.
	rows := len(s.page.MustElements(id("shelf-row")))
	s.find(id("import-file")).MustSetFiles(write(t, t.TempDir(), "shelf.csv", text))
	s.until("every line is there twice", func() (string, bool) {
		now := len(s.page.MustElements(id("shelf-row")))
		return strconv.Itoa(now), now == 2*rows
	})
}

// A material of the maker's own is named, made wrong, put right, and lies on a card.
func TestAMaterialOfOnesOwn(t *testing.T) {
	s := open(t)
	s.mayFail("settings?revision=1: Failed to load resource: the server responded with a status of 422")
	demo(t, s)
	s.goes("/shelf")
	s.click("add-material")
	s.fill("material.name", "Felt star")
	s.fill("material.thickness", "thick")
	s.fill("material.weight", "0.5 g")
	s.click("keep-material")
	s.reads("material.thickness", `"thick" is not a length`)
	s.fill("material.thickness", "5 mm")
	s.click("keep-material")
	s.reads("material-felt-star", "Felt star your figures trim 5 mm 0.5 g")
	s.page.MustNavigate(s.url)
	s.open("Lantern week")
	s.leave()
	s.press(input.Digit4)
	s.putOn("felt-star")
	// Two panels and two layers of 0.3 mm, and 5 mm of felt: 6.2 mm.
	s.reads("answer-thickest", "0.244 in")
}
