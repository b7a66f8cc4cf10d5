package post

import (
	"errors"
	"os"
	"testing"

	"go.yaml.in/yaml/v4"
)

func FuzzRatio(f *testing.F) {
	for _, s := range []string{"1.4", "1.414", "2", "0.5", "1.", ".5", "1.2345", "-1", "1e3", " 1.3", "1_0"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		var r, again Ratio
		if err := r.UnmarshalYAML(&yaml.Node{Kind: yaml.ScalarNode, Value: text}); err != nil {
			return
		}
		if r < 0 || float64(r) > 1e6 {
			t.Errorf("%q is a ratio of %d thousandths", text, r)
		}
		if err := again.UnmarshalYAML(&yaml.Node{Kind: yaml.ScalarNode, Value: r.Text()}); err != nil || again != r {
			t.Errorf("%q is written %q, and read back as %d: %v", text, r.Text(), again, err)
		}
	})
}

// A file whose prices were changed is a carrier's file with those prices, or is refused.
func FuzzReprice(f *testing.F) {
	us, err := os.ReadFile("../catalog/data/carriers/us.yaml")
	if err != nil {
		f.Fatal(err)
	}
	const island = "id: island\nname: Island post\nunit: mm\ncurrency: EUR\nstated: \"2026-01-01\"\nclasses:\n  - id: letter\n    name: Letter\n    limits: {thickness: {max: 4 mm}}\n    prices: {effective: \"2026-09-01\", steps: [{to: 50 g, price: \"1.10\"}]}\n"
	f.Add(us, "letter", "2026-07-01", "0.90")
	f.Add([]byte(island), "letter", "2026-07-01", "2")
	f.Add([]byte(island), "", "31 February", "\"")
	f.Add([]byte("id: island\r\nname: A\u2028B\r\n"+island[11:]), "letter", "2026-07-01", "2")
	f.Fuzz(func(t *testing.T, text []byte, class, effective, price string) {
		before, err := ReadCarrier(text)
		if err != nil {
			return
		}
		var prices []string
		for _, c := range before.Classes {
			if c.ID != class || c.Prices == nil {
				continue
			}
			for range c.Prices.Steps {
				prices = append(prices, price)
			}
			for _, o := range c.Prices.Others {
				for range o.Steps {
					prices = append(prices, price)
				}
			}
		}
		out, err := Reprice(text, class, effective, prices)
		if err != nil {
			if of := (*CarrierError)(nil); !errors.As(err, &of) {
				t.Errorf("%v names no line", err)
			}
			return
		}
		after, err := ReadCarrier(out)
		if err != nil || after.ID != before.ID || len(after.Classes) != len(before.Classes) {
			t.Errorf("%v: %.200s", err, out)
		}
	})
}
