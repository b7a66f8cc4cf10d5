package post_test

import (
	"testing"

	"go.yaml.in/yaml/v4"

	. "yellow-parcel/core/post"
)

func TestRatiosAreExactThousandths(t *testing.T) {
	for text, want := range map[string]Ratio{"1.3": 1300, "1.414": 1414, "2.5": 2500, "1": 1000, "12.25": 12250} {
		var r Ratio
		if err := yaml.Unmarshal([]byte(text), &r); err != nil || r != want || r.Text() != text {
			t.Errorf("%s: %d, written %s, %v", text, r, r.Text(), err)
		}
	}
	for _, text := range []string{"1.4142", "-1", "a", "1.4.1", "'1,4'", "99999", "''"} {
		var r Ratio
		if err := yaml.Unmarshal([]byte(text), &r); err == nil {
			t.Errorf("%s is read as %d", text, r)
		}
	}
}
