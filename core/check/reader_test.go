package check

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"yellow-parcel/core/bench"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/gang"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/draw"
	"yellow-parcel/e2e/printed"
)

// statement is what one place says of a fact; Of tells apart facts of one name: a paper, the third score.
type statement struct {
	fact  document.Fact
	of    string
	where string
	says  string
}

// reader gathers what is said of a job, wherever it is said.
type reader struct {
	*testing.T
	all []statement
}

func (r *reader) hear(fact document.Fact, of, where string, says any) {
	r.all = append(r.all, statement{fact, of, where, fmt.Sprint(says)})
}

// found hears what a pattern finds in a text, where it finds something.
func (r *reader) found(fact document.Fact, of, where, pattern, text string) {
	if m := regexp.MustCompile(pattern).FindStringSubmatch(text); m != nil {
		r.hear(fact, of, where, m[1])
	}
}

// answers are the lines of the cut list, by key.
func answers(p *document.Plan) map[string]document.Answer {
	out := map[string]document.Answer{}
	for _, a := range p.Answers {
		out[a.Key] = a
	}
	if len(p.Blanks) > 0 {
		for _, a := range p.Blanks[0].Answers {
			out[a.Key] = a
		}
	}
	for _, one := range p.Post {
		if one.InUse {
			for _, a := range one.Answers {
				out[a.Key] = a
			}
			break
		}
	}
	return out
}

func (r *reader) plan(p *document.Plan) {
	lines, tape := answers(p), map[string]document.Station{}
	for _, s := range p.Stations {
		tape[s.Key] = s
	}
	r.hear(document.Cards, "", "the plan", p.Quantity)
	r.found(document.Cards, "", "the tape", `^(\d+) cards?$`, tape["bench"].Figure)
	r.hear(document.WorstState, "", "the foot", p.Consequence.State)
	worst := "good"
	for _, s := range p.Stations {
		if s.State == "stop" || s.State == "look" && worst == "good" {
			worst = s.State
		}
	}
	r.hear(document.WorstState, "", "the tape", worst)
	if c := p.Consequence; tape[c.Station].State != worst || c.Text == "" || c.Saving != nil && worst != "good" {
		r.Errorf("the foot speaks of %s: %s", c.Station, c.Text)
	}
	r.hear(document.CardThickness, "", "the build", p.Build.Thickest.Text)
	r.hear(document.CardThickness, "", "the tape", tape["finished"].Figure)
	r.hear(document.CardWeight, "", "the build", p.Build.Weight)
	r.hear(document.CardWeight, "", "the card", p.Card.Weight)
	for i, s := range p.Base.Scores {
		r.hear(document.ScoreAt, fmt.Sprint(i), "the base", s.At.Text)
		if a, ok := lines[fmt.Sprintf("score%d", i)]; ok {
			r.hear(document.ScoreAt, fmt.Sprint(i), "the list", a.Figures[0].Text)
		}
	}
	if !p.Card.Made {
		r.hear(document.PerSheet, "", "the base", p.Base.PerSheet)
		r.found(document.PerSheet, "", "the tape", `^(\d+) a sheet$`, tape["base"].Word)
		for _, w := range p.Worth {
			if w.Own {
				r.hear(document.PerSheet, "", "sizes worth cutting", w.PerSheet)
			}
		}
	}
	if len(p.Blanks) > 0 && p.Blanks[0].Glue != nil {
		r.hear(document.GlueWidth, "", "the blank", p.Blanks[0].Glue.Text)
		r.found(document.GlueWidth, "", "its list", `The strip of glue is (.+?) wide`, strings.Join(lines["seam"].Working, " "))
	}
	r.cuts("the plan", p.CutPlan)
	r.found(document.SheetsCut, "", "the tape", `^(\d+) sheets?$`, tape["base"].Word)
	r.found(document.SheetsCut, "", "the list", `^(.+)$`, lines["cuts.sheets"].Note)
	r.found(document.PaperCost, "", "the list", `^(.+?), .* a card$`, lines["cuts.cost"].Note)
	r.posts(p, lines, tape["post"])
}

// cuts hears a cut plan, of a job or of a gang of one.
func (r *reader) cuts(where string, c *document.CutPlan) {
	if c.Problem != nil || len(c.Sheets) == 0 {
		return
	}
	r.hear(document.Spares, "", where, c.Spare)
	sheets, by := 0, map[string]int{}
	for _, s := range c.Sheets {
		sheets += s.Count
		by[strings.TrimSpace(s.Name+" "+s.Paper)] += s.Count
	}
	r.hear(document.SheetsCut, "", where, c.SheetsUsed)
	r.hear(document.SheetsCut, "", where+", sheet by sheet", sheets)
	r.found(document.SheetsCut, "", where+", in words", `^(\d+) sheets?:`, c.Text)
	r.hear(document.Moves, "", where, c.Moves)
	r.hear(document.Moves, "", where+", step by step", len(c.Steps))
	r.found(document.Moves, "", where+", in words", `the guide is set (\d+) times$`, c.Text)
	if m := regexp.MustCompile(`: (.+); the guide`).FindStringSubmatch(c.Text); m != nil {
		said := map[string]string{}
		for _, part := range strings.Split(m[1], ", ") {
			if n, name, ok := strings.Cut(part, " of "); ok {
				said[name] = n
			}
		}
		for name, n := range by {
			r.hear(document.SheetsOf, name, where, n)
			r.hear(document.SheetsOf, name, where+", in words", said[name])
		}
	}
	if c.Cost != nil {
		r.hear(document.PaperCost, "", where, c.Cost.Batch)
	}
	for _, x := range c.Choices {
		if x.Chosen {
			r.hear(document.SheetsCut, "", where+", as chosen", x.Sheets)
			r.hear(document.Moves, "", where+", as chosen", x.Moves)
			if x.Paper != "" {
				r.hear(document.PaperCost, "", where+", as chosen", x.Paper)
			}
		}
	}
}

func (r *reader) posts(p *document.Plan, lines map[string]document.Answer, station document.Station) {
	i := slices.IndexFunc(p.Post, func(one document.Post) bool { return one.InUse })
	if i < 0 {
		return
	}
	one := &p.Post[i]
	for _, c := range []struct {
		fact document.Fact
		key  string
		says string
	}{{document.SealedLength, "length", one.Length.Text}, {document.SealedHeight, "height", one.Height.Text}, {document.SealedThickness, "thickness", one.Thickness.Text}} {
		r.hear(c.fact, "", "the post", c.says)
		r.hear(c.fact, "", "the list", lines["post."+c.key].Figures[0].Text)
		for _, check := range one.Checks {
			if check.Code == c.key && !strings.Contains(check.Text, " side ") && !strings.Contains(check.Text, " drawn in ") { // as that class measures it, and round the card
				r.hear(c.fact, "", "a "+check.Class+"'s rule", check.Value)
				r.found(c.fact, "", "a "+check.Class+"'s rule, in words", `^(?i:`+c.key+`) (\S+(?: \d+/\d+)? (?:in|mm)) is `, check.Text)
			}
		}
	}
	r.hear(document.SealedWeight, "", "the post", one.Weight)
	r.hear(document.SealedWeight, "", "the list", lines["post.weight"].Note)
	for _, check := range one.Checks {
		if check.Code == "weight" {
			r.hear(document.SealedWeight, "", "a "+check.Class+"'s rule", check.Value)
		}
	}
	for _, check := range one.Checks {
		if nothing.MatchString(check.Text) {
			r.Errorf("%s: out by nothing", check.Text)
		}
	}
	r.hear(document.Postages, "", "the post", one.PriceText)
	r.hear(document.Postages, "", "the list", lines["post.price"].Note)
	if one.Price != nil && one.Verdict != "refused" {
		r.hear(document.Postages, "", "the tape", station.Figure)
	}
	r.hear(document.ClassMet, "", "the post", one.ClassName)
	if p.Consequence.State == "good" {
		r.found(document.Postages, "", "the foot", ` for ([0-9.]+ [A-Z]{3}|ask at the counter)\.$`, p.Consequence.Text)
		r.found(document.ClassMet, "", "the foot", ` as an? (.+) in the `, strings.Replace(p.Consequence.Text, strings.ToLower(one.ClassName[:1])+one.ClassName[1:], one.ClassName, 1))
	}
}

// bench hears the steps and what they take.
func (r *reader) bench(p *document.Plan, b pipeline.Bench) {
	if len(b.Steps) == 0 {
		return
	}
	whole, folded, closed := 0, 0, 0
	scores := map[string]bool{}
	for i, s := range b.All {
		said := b.Steps[i].Figure
		switch s.Say.Name {
		case "whole":
			if b.Lots[s.Looks[0].Lot].Of == "card" {
				whole += s.Pieces
			}
		case "close":
			closed += s.Pieces
		case "fold":
			folded += s.Pieces
		case "thick":
			r.hear(document.CardThickness, "", "the bench", said.Text)
		case "weigh":
			r.hear(document.CardWeight, "", "the bench", said.Text)
		case "stamp":
			r.hear(document.Postages, "", "the bench", said.Text)
		}
		if s.Kind == bench.Score && s.Part.Key == "base" {
			scores[said.Text] = true
		}
	}
	r.hear(document.Cards, "", "the bench, closed", closed)
	if folded > 0 {
		r.hear(document.Cards, "", "the bench, folded, less those to spare", folded-p.CutPlan.Spare)
	}
	for i, s := range p.Base.Scores {
		if !scores[s.At.Text] && !p.Card.Made {
			r.hear(document.ScoreAt, fmt.Sprint(i), "the bench", slices.Sorted(maps.Keys(scores)))
		}
	}
	r.hear(document.MostMinutes, "", "the bench", p.Time.High)
}

// files hears what the files of a job say, on paper and in tables.
func (r *reader) files(m made) {
	p := m.Plan
	if p.CutPlan.Problem == nil && len(p.CutPlan.Sheets) > 0 {
		r.table(m)
		text := r.paper(m, "cuts")
		r.printed("the cut list on paper", text, document.SheetsCut, "", strings.SplitN(p.CutPlan.Text, ":", 2)[0]+":", fmt.Sprint(p.CutPlan.SheetsUsed))
	}
	text := r.paper(m, "work-sheet")
	r.found(document.Cards, "", "the job on paper", `Make(\d+),byaruler`, text)
	for _, s := range p.Stations {
		r.printed("the job on paper", text, document.Fact("station"), s.Key, s.Figure, s.Figure)
		r.hear(document.Fact("station"), s.Key, "the tape", s.Figure)
	}
	for i, s := range p.Base.Scores {
		r.printed("the job on paper", text, document.ScoreAt, fmt.Sprint(i), s.At.Text, s.At.Text)
	}
}

// printed hears a fact as it should stand on paper, or that it does not.
func (r *reader) printed(where, text string, fact document.Fact, of, stands, says string) {
	if !strings.Contains(text, squeezed(stands)) {
		says = "not there"
	}
	r.hear(fact, of, where, says)
}

// squeezed is a text as paper has it in pieces: without spaces and signs beyond ASCII.
func squeezed(text string) string {
	return strings.Map(func(c rune) rune {
		if c <= ' ' || c > '~' {
			return -1
		}
		return c
	}, text)
}

// nothing is a figure that is said to be over or under its limit by nothing.
var nothing = regexp.MustCompile(` is 0 (?:oz|g|in|mm) (?:over|under) `)

var shown = regexp.MustCompile(`\((.*)\) Tj`)

// paper is all that stands on a list's pages.
func (r *reader) paper(m made, part string) string {
	var file bytes.Buffer
	if err := draw.Write(&file, m.Whole, "pdf", part); err != nil {
		r.Fatalf("%s: %s: %v", m.text, part, err)
	}
	pages, err := printed.Pages(file.Bytes())
	if err != nil {
		r.Fatal(err)
	}
	var b strings.Builder
	for _, page := range pages {
		for _, s := range shown.FindAllStringSubmatch(strings.ReplaceAll(page, "\x00", ""), -1) {
			b.WriteString(strings.NewReplacer(`\(`, "(", `\)`, ")", `\\`, `\`).Replace(s[1]))
		}
	}
	return squeezed(b.String())
}

// table hears the table of cuts: its sheets, those that are cut.
func (r *reader) table(m made) {
	var file bytes.Buffer
	if err := draw.Write(&file, m.Whole, "csv", "cuts"); err != nil {
		r.Fatalf("%s: %v", m.text, err)
	}
	rows, err := csv.NewReader(&file).ReadAll()
	if err != nil {
		r.Fatal(err)
	}
	by, sheets := map[string]int{}, 0
	for _, row := range rows[1:] {
		by[row[3]], _ = strconv.Atoi(row[6])
	}
	for _, n := range by {
		sheets += n
	}
	for _, s := range m.Plan.CutPlan.Sheets {
		if len(s.Cuts) == 0 {
			sheets += s.Count // the table has cuts alone
		}
	}
	r.hear(document.SheetsCut, "", "the table of cuts", sheets)
}

// gang hears the job as a gang of one.
func (r *reader) gang(m made) {
	text, err := json.Marshal(fields{"format": "yellow-parcel-gang", "version": 1, "jobs": []any{fields{"job": m.doc}}})
	if err != nil {
		r.Fatal(err)
	}
	g, err := gang.Read(text)
	if err != nil {
		r.Fatalf("%s: %v", m.text, err)
	}
	whole, err := gang.WorkOut(g, catalog.Standard(), gang.Order{Memory: known})
	if err != nil {
		r.Fatalf("%s: %v", m.text, err)
	}
	r.cuts("a gang of one", &whole.Write(true).CutPlan)
}

// contradictions are the facts of which two places say different things.
func (r *reader) contradictions() (out []string) {
	by := map[string][]statement{}
	for _, s := range r.all {
		key := strings.TrimSpace(string(s.fact) + " " + s.of)
		by[key] = append(by[key], s)
	}
	for _, key := range slices.Sorted(maps.Keys(by)) {
		for _, s := range by[key] {
			if s.says != by[key][0].says {
				out = append(out, fmt.Sprintf("%s: %s says %q, %s says %q", key, by[key][0].where, by[key][0].says, s.where, s.says))
			}
		}
	}
	return out
}

// What is said of a job in two places is the same: on the screen, at the bench, in its files, on paper, in a gang of one.
func TestOneFactOneFigure(t *testing.T) {
	facts, places := map[document.Fact]int{}, map[string]bool{}
	each(t, howMany(200), func(t *testing.T, m made) {
		r := &reader{T: t}
		r.plan(m.Plan)
		steps := stepped(t, m)
		r.bench(steps.Plan, steps.AtTheBench(pipeline.Order{Memory: known}))
		r.files(m)
		if !m.Plan.Card.Made && m.Plan.CutPlan.Problem == nil {
			r.gang(m)
		}
		for _, wrong := range r.contradictions() {
			t.Errorf("%s:\n%s", m.text, wrong)
		}
		for _, s := range r.all {
			facts[s.fact]++
			places[s.where] = true
		}
	})
	for _, f := range []document.Fact{document.Cards, document.Spares, document.SheetsCut, document.SheetsOf, document.Moves, document.PaperCost, document.PerSheet, document.ScoreAt, document.GlueWidth, document.CardThickness,
		document.CardWeight, document.SealedLength, document.SealedHeight, document.SealedThickness, document.SealedWeight, document.ClassMet, document.Postages, document.WorstState} {
		if facts[f] < 20 {
			t.Errorf("%s was heard %d times", f, facts[f])
		}
	}
	if len(places) < 25 {
		t.Errorf("only %d places were read: %v", len(places), slices.Sorted(maps.Keys(places)))
	}
}

// stepped is a job worked out with its steps.
func stepped(t *testing.T, m made) *pipeline.Whole {
	t.Helper()
	j, err := job.Read([]byte(m.text))
	if err != nil {
		t.Fatal(err)
	}
	all, err := pipeline.WorkOut(j, catalog.Standard(), pipeline.Order{NoWays: true, Memory: known, Steps: true, Today: "2026-09-23"})
	if err != nil {
		t.Fatal(err)
	}
	return all
}
