package catalog

import (
	"errors"
	"strings"
	"testing"

	"yellow-parcel/core/post"
)

// Every price of every carrier that ships can be changed by itself, and nothing else of the file changes.
func TestEveryPriceCanBeChanged(t *testing.T) {
	changed := 0
	for _, c := range Standard().Carriers {
		text, _ := CarrierText(c.ID)
		for i, class := range c.Classes {
			if class.Prices == nil {
				continue
			}
			var prices []string
			all := append([]post.Service{{Steps: class.Prices.Steps}}, class.Prices.Others...)
			for _, s := range all {
				for _, step := range s.Steps {
					prices = append(prices, strings.Fields(step.Price.Text(c.Currency))[0])
				}
			}
			if same, err := post.Reprice([]byte(text), class.ID, class.Prices.Effective, prices); err != nil || string(same) != text {
				t.Fatalf("%s %s: unchanged prices change the file: %v", c.ID, class.ID, err)
			}
			// A hair dearer, where the next step allows it.
			last := len(prices) - 1
			was := prices[last]
			prices[last] = "9999"
			out, err := post.Reprice([]byte(text), class.ID, "2026-11-01", prices)
			if err != nil {
				t.Fatalf("%s %s: %v", c.ID, class.ID, err)
			}
			again, err := post.ReadCarrier(out)
			if err != nil {
				t.Fatal(err)
			}
			p := again.Classes[i].Prices
			if p.Effective != "2026-11-01" || p.Check != "" {
				t.Errorf("%s %s: %s, %q", c.ID, class.ID, p.Effective, p.Check)
			}
			all = append([]post.Service{{Steps: p.Steps}}, p.Others...)
			step := all[len(all)-1].Steps[len(all[len(all)-1].Steps)-1]
			if step.Price != 99990000 || step.Check {
				t.Errorf("%s %s: %+v after %s", c.ID, class.ID, step, was)
			}
			lines, now := strings.Split(text, "\n"), strings.Split(string(out), "\n")
			differ := 0
			for l := range lines {
				if lines[l] != now[l] {
					differ++
				}
			}
			if len(lines) != len(now) || differ > 3 {
				t.Errorf("%s %s: %d lines differ", c.ID, class.ID, differ)
			}
			changed++
		}
	}
	if changed < 12 {
		t.Errorf("only %d tables", changed)
	}
}

func TestWrongPricesNameTheirLine(t *testing.T) {
	text, _ := CarrierText("us")
	steps := []string{"0.82", "1.11", "1.40", "1.69", "1.75"}
	for name, c := range map[string]struct {
		class, day string
		prices     []string
		line       string
		says       string
	}{
		"a word":      {"letter", "2026-07-12", []string{"0.82", "dear", "1.40", "1.69", "1.75"}, `{to: 2 oz, price: "1.07"}`, "is not a price"},
		"falling":     {"letter", "2026-07-12", []string{"0.82", "0.50", "1.40", "1.69", "1.75"}, `{to: 2 oz, price: "1.07"}`, "never costs less"},
		"too few":     {"letter", "2026-07-12", steps[:3], "    prices:", "3 prices for 5 steps"},
		"no day":      {"letter", "in summer", steps, `      effective: "2025-07-13"`, "is not a day"},
		"no class":    {"postcard", "2026-07-12", steps, "", "no prices"},
		"no table":    {"parcel", "2026-07-12", steps, "", "no prices"},
		"quoted code": {"letter", `2026" }`, steps, "", "is not a day"},
	} {
		_, err := post.Reprice([]byte(text), c.class, c.day, c.prices)
		var at *post.CarrierError
		if !errors.As(err, &at) || !strings.Contains(at.Text, c.says) {
			t.Errorf("%s: %v", name, err)
			continue
		}
		if want := 1 + strings.Count(text[:max(strings.Index(text, c.line), 0)], "\n"); c.line != "" && at.Line != want && at.Line != want+1 {
			t.Errorf("%s: line %d, want %d", name, at.Line, want)
		}
	}
	if _, err := post.Reprice([]byte("id: ["), "letter", "2026-07-12", steps); err == nil {
		t.Error("a broken file was changed")
	}
}
