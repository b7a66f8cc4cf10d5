package main

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"
)

func command(t *testing.T, in string, args ...string) (code int, out, problems string) {
	t.Helper()
	var stdout, stderr bytes.Buffer
	code = run(context.Background(), args, streams{strings.NewReader(in), &stdout, &stderr})
	return code, stdout.String(), stderr.String()
}

const a7 = `{"format":"yellow-parcel-job","version":1,"envelope":"us-a7","card":{"thickness":"1/8 in"},"layers":["1/8 in","1/8 in"]}`

func TestPlanPrintsThePlan(t *testing.T) {
	file := filepath.Join(t.TempDir(), "job.json")
	if err := os.WriteFile(file, []byte(a7), 0o600); err != nil {
		t.Fatal(err)
	}
	for _, source := range []string{file, "-"} {
		code, out, problems := command(t, a7, "plan", source)
		var p struct {
			Format string
			Card   struct{ Width, Height struct{ Text string } }
		}
		if err := json.Unmarshal([]byte(out), &p); err != nil || code != 0 || problems != "" {
			t.Fatalf("%d %v %s", code, err, problems)
		}
		if p.Format != "yellow-parcel-plan" || p.Card.Width.Text != "4 7/8 in" || p.Card.Height.Text != "6 7/8 in" {
			t.Errorf("%+v", p)
		}
	}
}

func TestBadInputEndsWithTwoAndALineEach(t *testing.T) {
	two := `{"format":"yellow-parcel-job","version":1,"envelope":"us-z9","card":{"thickness":"thick"}}`
	code, _, problems := command(t, two, "plan", "-")
	lines := strings.Split(strings.TrimSpace(problems), "\n")
	if code != 2 || len(lines) != 2 || lines[0] != `card.thickness: "thick" is not a length; try 5 1/2 in` || !strings.HasPrefix(lines[1], "envelope: ") {
		t.Errorf("%d %q", code, problems)
	}
	for _, args := range [][]string{
		{"export", "--as", "papyrus", "--part", "blank", "-"}, {"export", "--as", "svg", "--part", "lid", "-"},
		{"plan"}, {"bake"}, {"serve", "--listen", "0.0.0.0:0"}, {"serve", "--listen", "here"},
	} {
		if code, _, problems := command(t, a7, args...); code != 2 || problems == "" {
			t.Errorf("%v: %d %q", args, code, problems)
		}
	}
	if code, _, problems := command(t, "", "plan", "/no/such/job.json"); code != 1 || problems == "" {
		t.Errorf("a file that is not there: %d %q", code, problems)
	}
}

// brokenPipe falls over at the first word.
type brokenPipe struct{}

func (brokenPipe) Write([]byte) (int, error) { panic("nothing can be written") }

// A fault of ours is told from bad input, and says where it is.
func TestAFaultOfOursEndsWithSeventy(t *testing.T) {
	var problems bytes.Buffer
	code := run(context.Background(), []string{"plan", "-"}, streams{strings.NewReader(a7), brokenPipe{}, &problems})
	if code != 70 || !strings.HasPrefix(problems.String(), "yellow-parcel: a fault of ours: nothing can be written; ") || !strings.Contains(problems.String(), "brokenPipe") {
		t.Errorf("%d %s", code, problems.String())
	}
}

func TestExportWritesAFile(t *testing.T) {
	file := filepath.Join(t.TempDir(), "blank.svg")
	if code, _, problems := command(t, a7, "export", "--as", "svg", "--part", "blank", "-", "-o", file); code != 0 {
		t.Fatalf("%d %s", code, problems)
	}
	text, err := os.ReadFile(file)
	if err != nil || !strings.Contains(string(text), `<g id="cut"`) || !strings.Contains(string(text), `<g id="score"`) {
		t.Errorf("%v %.200s", err, text)
	}
}

func TestEveryKindOfFileIsWritten(t *testing.T) {
	for _, c := range []struct{ as, part, begins string }{
		{"svg", "base", "<?xml"}, {"pdf", "base", "%PDF-"}, {"svg", "layers", "<?xml"}, {"pdf", "layers", "%PDF-"}, {"svg", "ladder", "<?xml"},
		{"pdf", "ladder", "%PDF-"}, {"pdf", "blank", "%PDF-"}, {"dxf", "blank", "  0\nSECTION"}, {"dxf", "base", "  0\nSECTION"}, {"pdf", "cuts", "%PDF-"}, {"pdf", "work-sheet", "%PDF-"}, {"csv", "cuts", "cut,set,set_mm,"},
		{"hpgl", "blank", "IN;PA;"}, {"csv", "blank", "score,flap,from,"}, {"svg", "liner", "<?xml"}, {"dxf", "band", "  0\nSECTION"}, {"pdf", "nest", "%PDF-"}, {"svg", "nest", "<?xml"},
	} {
		code, out, problems := command(t, a7, "export", "--as", c.as, "--part", c.part, "-")
		if code != 0 || !strings.HasPrefix(out, c.begins) {
			t.Errorf("%s as %s: %d, %.40q, %s", c.part, c.as, code, out, problems)
		}
	}
	for _, c := range []struct{ as, part, problem string }{
		{"csv", "base", "as: base cannot be written as csv; try svg, dxf, pdf, hpgl\n"},
		{"svg", "cuts", "as: cuts cannot be written as svg; try pdf, csv\n"},
		{"svg", "sail", "part: \"sail\" is not a part; try base, layers, ladder, blank, nest, liner, band, strips, gauge, cuts, work-sheet\n"},
	} {
		if code, out, problems := command(t, a7, "export", "--as", c.as, "--part", c.part, "-"); code != 2 || out != "" || problems != c.problem {
			t.Errorf("%s as %s: %d %q", c.part, c.as, code, problems)
		}
	}
	box := `{"format":"yellow-parcel-job","version":1,"card":{"width":"5","height":"7"},"blank":{"style":"box"}}`
	// Where the blank that is asked for does not suit, every file is of the one in its place, and that is said.
	want := "Box, from a square does not suit this card: a card under 1/8 in thick needs no walls; a flat envelope takes it; this is Corner fold, computed seam\n"
	for _, as := range []string{"svg", "csv", "dxf"} {
		code, out, problems := command(t, box, "export", "--as", as, "--part", "blank", "-")
		_, other, _ := command(t, strings.Replace(box, `"box"`, `"corner-fold"`, 1), "export", "--as", as, "--part", "blank", "-")
		if code != 0 || out != other || problems != want {
			t.Errorf("a blank that does not suit: %d %q", code, problems)
		}
	}
	kept := filepath.Join(t.TempDir(), "kept.csv")
	if err := os.WriteFile(kept, []byte("keep me"), 0o600); err != nil {
		t.Fatal(err)
	}
	if code, _, _ := command(t, a7, "export", "--as", "svg", "--part", "cuts", "-", "-o", kept); code != 2 {
		t.Error(code)
	}
	if text, err := os.ReadFile(kept); err != nil || string(text) != "keep me" {
		t.Errorf("a file that could not be made overwrote another: %q, %v", text, err)
	}
}

func TestDemoAnswersAndLeavesNothingBehind(t *testing.T) {
	t.Setenv("TMPDIR", t.TempDir())
	ctx, stop := context.WithCancel(context.Background())
	read, write := io.Pipe()
	done := make(chan int, 1)
	go func() {
		done <- run(ctx, []string{"demo", "--listen", "127.0.0.1:0"}, streams{nil, write, io.Discard})
	}()
	line := make([]byte, 200)
	n, err := read.Read(line)
	if err != nil {
		t.Fatal(err)
	}
	address := strings.TrimSpace(strings.TrimPrefix(string(line[:n]), "Yellow Parcel is at "))
	client := http.Client{Timeout: 10 * time.Second}
	answer, err := client.Get(address + "/api/v1/jobs")
	if err != nil {
		t.Fatal(err)
	}
	text, _ := io.ReadAll(answer.Body)
	answer.Body.Close()
	if !strings.Contains(string(text), "Lantern week invitation") {
		t.Errorf("%.200s", text)
	}
	stop()
	if code := <-done; code != 0 {
		t.Errorf("ended with %d", code)
	}
	if left, _ := os.ReadDir(os.Getenv("TMPDIR")); len(left) != 0 {
		t.Errorf("left %v behind", left)
	}
}

func TestACarrierOfOnesOwnFromAFile(t *testing.T) {
	file := filepath.Join(t.TempDir(), "island.yaml")
	keep := func(text string) {
		if err := os.WriteFile(file, []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	job := `{"format":"yellow-parcel-job","version":1,"unit":"mm","envelope":"iso-c6","post":{"carriers":["island"]}}`
	rules := "id: island\nname: Island post\nunit: mm\ncurrency: EUR\nstated: \"2026-01-01\"\nclasses:\n  - id: letter\n    name: Letter\n    limits: {thickness: {max: 4 mm}}\n    prices: {effective: \"2026-09-01\", steps: [{to: 50 g, price: \"1.10\"}]}\n"
	keep(rules)
	if code, out, problems := command(t, job, "plan", "--carrier", file, "-"); code != 0 || !strings.Contains(out, `"price_text": "1.10 EUR"`) {
		t.Errorf("%d %s", code, problems)
	}
	if code, out, problems := command(t, job, "export", "--as", "svg", "--part", "gauge", "--carrier", file, "-"); code != 0 || !strings.Contains(out, "4 mm thick") {
		t.Errorf("%d %s", code, problems)
	}
	keep(strings.Replace(rules, "4 mm", "thin", 1))
	if code, _, problems := command(t, job, "plan", "--carrier", file, "-"); code != 2 || !strings.Contains(problems, "island.yaml, line 9: ") {
		t.Errorf("%d %s", code, problems)
	}
	if code, _, problems := command(t, job, "plan", "-"); code != 2 || !strings.Contains(problems, `"island" is not a carrier here`) {
		t.Errorf("%d %s", code, problems)
	}
}

func TestSeveralJobsAreCutAsOne(t *testing.T) {
	file := "../../core/gang/testdata/lantern_week.json"
	code, out, problems := command(t, "", "gang", file)
	var p struct {
		Format  string
		CutPlan struct {
			SheetsUsed int `json:"sheets_used"`
		} `json:"cut_plan"`
	}
	if err := json.Unmarshal([]byte(out), &p); err != nil || code != 0 || p.Format != "yellow-parcel-gang-plan" || p.CutPlan.SheetsUsed != 7 {
		t.Errorf("%d %s %+v %v", code, problems, p, err)
	}
	made := filepath.Join(t.TempDir(), "cuts.csv")
	code, _, problems = command(t, "", "gang", "--as", "csv", "-o", made, file)
	text, err := os.ReadFile(made)
	if err != nil || code != 0 || !strings.HasPrefix(string(text), "cut,set,set_mm,sheet,sheet_name,paper,sheets,gives\nA1,") || !strings.Contains(string(text), ",5,2 × 3 base; 2 × 1 base\n") {
		t.Errorf("%d %s %v %s", code, problems, err, text)
	}
	for in, want := range map[string]string{
		`{"format":"yellow-parcel-gang","version":1,"jobs":[{"job":` + strings.Replace(a7, "1/8 in", "thin", 1) + `}]}`: `jobs[0].job.card.thickness: "thin" is not a length; try 5 1/2 in`,
		`{"format":"yellow-parcel-gang","version":1,"jobs":[]}`:                                                         "jobs: a gang needs a job at least",
	} {
		if code, _, problems := command(t, in, "gang", "-"); code != 2 || strings.TrimSpace(problems) != want {
			t.Errorf("%d %q", code, problems)
		}
	}
	if code, _, problems := command(t, "", "gang", "--as", "svg", file); code != 2 || !strings.Contains(problems, `"svg" is not a format; try pdf, csv`) {
		t.Errorf("%d %q", code, problems)
	}
}

// The day is an input: prices dated long before it are old.
func TestTheDayIsAnInput(t *testing.T) {
	_, now, _ := command(t, a7, "plan", "-", "--today", "2026-01-14")
	_, later, _ := command(t, a7, "plan", "-", "--today", "2031-01-14")
	if strings.Contains(now, `"stale": "`) || !strings.Contains(later, `"stale": "`) {
		t.Error("old prices are not told from new ones")
	}
	if code, _, problems := command(t, a7, "steps", "-", "--today", "2026-02-30"); code != 2 || problems != "today: \"2026-02-30\" is not a day; try 2026-01-14\n" {
		t.Errorf("%d %q", code, problems)
	}
}
