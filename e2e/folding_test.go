package e2e

import (
	"bytes"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
)

// lively has pages move as they do for most people from here on.
func (s *screen) lively() {
	s.Helper()
	moves := proto.EmulationSetEmulatedMedia{Features: []*proto.EmulationMediaFeature{{Name: "prefers-reduced-motion", Value: "no-preference"}}}
	if err := moves.Call(s.page); err != nil {
		s.Fatal(err)
	}
}

// inSpace is a picture of the envelope in space, once it is another than before.
func (s *screen) inSpace(before []byte) (now []byte) {
	s.Helper()
	s.until("the envelope is drawn in another way", func() (string, bool) {
		picture, err := s.find(id("fold-space")).Screenshot(proto.PageCaptureScreenshotFormatPng, 0)
		if err != nil {
			return err.Error(), false
		}
		now = picture
		return "the same picture", !bytes.Equal(picture, before)
	})
	return now
}

// A deep card's box is folded in space: by the slider, turned by keys, and looked at from its front.
func TestABoxIsFoldedInSpace(t *testing.T) {
	s := newCard(t, "Raised harbour map", "4", "6", "1/2")
	s.toEnvelope()
	s.click("school-box-straight")
	s.lively()
	s.click("pick-fold")
	s.reads("fold-text", "Closed")
	closed := s.inSpace(nil)
	s.page.MustElement(id("fold-slider")).MustFocus()
	s.press(input.Home)
	s.reads("fold-text", "Flat, the card on the front panel")
	flat := s.inSpace(closed)
	for range 8 {
		s.press(input.ArrowRight)
	}
	s.reads("fold-text", "Walls up")
	up := s.inSpace(flat)
	s.click("pick-front")
	front := s.inSpace(up)
	s.find(id("fold-space")).MustFocus()
	s.press(input.ArrowLeft)
	turned := s.inSpace(front)
	s.press(input.ArrowUp)
	s.inSpace(turned)
	if found := s.axe(); len(found) > 0 {
		t.Error(found)
	}
	// What the steps say is what the picture does: the mouth's tab goes outside.
	s.reads("steps", "That wall's own tab goes on the outside of the wall it meets")
}

// BenchmarkFoldSlider is sixty steps of the slider of a box in space, each drawn before the next.
func BenchmarkFoldSlider(b *testing.B) {
	s := newCard(b, "Raised harbour map", "4", "6", "1/2")
	s.toEnvelope()
	s.click("school-box-straight")
	s.lively()
	s.click("pick-fold")
	s.inSpace(nil)
	for b.Loop() {
		s.page.MustEval(`async () => {
			const slider = document.querySelector('[data-testid="fold-slider"]')
			for (let i = 0; i < 60; i++) {
				slider.value = String(i % Number(slider.max))
				slider.dispatchEvent(new Event('input', { bubbles: true }))
				await new Promise((drawn) => requestAnimationFrame(() => setTimeout(drawn)))
			}
		}`)
	}
}

// Where the browser cannot draw in space the envelope folds flat.
func TestWithoutSpaceItFoldsFlat(t *testing.T) {
	s := newCard(t, "Harbour ladder ticket", "5", "7", "1/8")
	s.mayFail("WebGL")
	s.page.MustEval(`() => {
		const get = HTMLCanvasElement.prototype.getContext
		HTMLCanvasElement.prototype.getContext = function (kind, ...more) {
			return kind.startsWith('webgl') ? null : get.call(this, kind, ...more)
		}
	}`)
	s.toEnvelope()
	s.lively()
	s.click("pick-fold")
	s.reads("fold-text", "Closed")
	s.page.MustElement(id("fold-slider")).MustFocus()
	s.press(input.Home)
	s.reads("fold-text", "Flat, the card on the front panel")
	s.until("the flat picture is there, the canvas is not", func() (string, bool) {
		return "", s.page.MustHas(".fold svg") && !s.page.MustHas(id("fold-space"))
	})
}
