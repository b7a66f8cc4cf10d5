package api

import (
	"encoding/json"
	"encoding/xml"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"strings"
	"testing"
)

// What a maker types is text wherever it goes: kept to the letter, found, shown and written to files as text.
func TestWhatIsTypedIsText(t *testing.T) {
	server, _ := serve(t, Settings{})
	for i, text := range []string{
		`'; DROP TABLE jobs; --`, `" OR ""="`, `kite*" OR words:lantern NEAR(`, `<script>alert(1)</script>`, `<img src=x onerror=alert(1)>`, `]]></svg><script>`, `&lt;b&gt; &amp;amp; &#x3c;`,
		`../../../etc/passwd`, `%2e%2e%2f`, "a\r\nSet-Cookie: x=y", `{{.Title}} ${x} %s %n`, `=HYPERLINK("http://gullhaven.example")`, "\u202egnp.exe", "!!python/object: x", "&a [*a, *a]",
	} {
		doc, err := json.Marshal(map[string]any{"format": "yellow-parcel-job", "version": 1, "title": text, "notes": text, "quantity": 4, "envelope": "us-a7", "blank": map[string]string{"style": "corner-fold"},
			"card": map[string]string{"paper": text, "thickness": "1/8"}, "layers": []map[string]string{{"name": text, "border": "1/8", "paper": text}}, "stock": []map[string]any{{"sheet": "us-letter", "count": 9, "paper": text}}})
		if err != nil {
			t.Fatal(err)
		}
		var made, back Record
		status, _, answer := call(t, "POST", server.URL+"/api/v1/jobs", string(doc), &made)
		if status != 200 {
			t.Errorf("%q: %d %s", text, status, answer)
			continue
		}
		call(t, "GET", server.URL+"/api/v1/jobs/"+made.ID, "", &back)
		if back.Job.Title != text || back.Job.Notes != text || back.Job.Layers[0].Name != text {
			t.Errorf("%q comes back as %q", text, back.Job.Title)
		}
		status, head, found := call(t, "GET", server.URL+"/api/v1/jobs?search="+url.QueryEscape(text), "", nil)
		if status != 200 || head.Get("Content-Type") != "application/json" || head.Get("Set-Cookie") != "" {
			t.Errorf("%q: looked for: %d %.200s", text, status, found)
		}
		for _, file := range []string{"as=svg&part=blank", "as=svg&part=layers", "as=dxf&part=blank", "as=pdf&part=cuts", "as=csv&part=cuts", "as=pdf&part=blank"} {
			status, head, out := call(t, "POST", server.URL+"/api/v1/export?"+file, string(doc), nil)
			if status != 200 {
				t.Errorf("%q, %s: %d %.200s", text, file, status, out)
				continue
			}
			if d := head.Get("Content-Disposition"); strings.ContainsAny(d, "\r\n<>/") || strings.Count(d, `"`) != 2 {
				t.Errorf("%q, %s: %s", text, file, d)
			}
			if strings.HasPrefix(file, "as=svg") {
				noMarkup(t, text, out)
			}
			if strings.HasPrefix(file, "as=csv") && strings.Contains(out, ",=") {
				t.Errorf("a formula: %s", out)
			}
		}
		if all, _ := whole(t, server.URL, "/api/v1/jobs"); len(all) != i+1 {
			t.Fatalf("%q: %d jobs are there", text, len(all))
		}
	}
}

// noMarkup reads a drawing and finds nothing in it that runs.
func noMarkup(t *testing.T, text, svg string) {
	t.Helper()
	in := xml.NewDecoder(strings.NewReader(svg))
	for {
		token, err := in.Token()
		if err == io.EOF {
			return
		}
		if err != nil {
			t.Errorf("%q: no drawing any more: %v", text, err)
			return
		}
		if e, ok := token.(xml.StartElement); ok && (e.Name.Local == "script" || e.Name.Local == "img" || e.Name.Local == "b") {
			t.Errorf("%q: there is a <%s> in the drawing", text, e.Name.Local)
		}
	}
}

// Ways out of where one should be lead nowhere.
func TestPathsLeadNowhereElse(t *testing.T) {
	server, _ := serve(t, Settings{})
	for _, path := range []string{
		"/assets/../../../etc/passwd", "/assets/%2e%2e/%2e%2e/etc/passwd", "/..%2f..%2fetc/passwd", "//etc/passwd", "/assets/..%5c..%5cetc%5cpasswd", "/assets/a.js%00.html", "/./assets/../assets/../../etc/passwd",
		"/api/v1/jobs/..%2f..%2fsettings", "/api/v1/jobs/%00", "/api/v1/carriers/..%2fus", "/yellow-parcel.db", "/.git/config",
	} {
		r, err := http.NewRequest("GET", server.URL, nil)
		if err != nil {
			t.Fatal(err)
		}
		r.URL.Opaque = path
		answer, err := http.DefaultTransport.RoundTrip(r)
		if err != nil {
			continue // it is no address at all
		}
		text, _ := io.ReadAll(answer.Body)
		_ = answer.Body.Close()
		if strings.Contains(string(text), "root:") || strings.Contains(string(text), "SQLite") || strings.Contains(string(text), "[core]") || answer.StatusCode >= 500 {
			t.Errorf("%s: %d %.100s", path, answer.StatusCode, text)
		}
	}
}

// Documents that grow when they are read are refused while they are small.
func TestDocumentsThatGrowAreRefused(t *testing.T) {
	server, _ := serve(t, Settings{})
	var laughs strings.Builder
	laughs.WriteString("a: &a [x,x,x,x,x,x,x,x,x]\n")
	for c := 'b'; c <= 'k'; c++ {
		fmt.Fprintf(&laughs, "%c: &%c [%s]\n", c, c, strings.TrimSuffix(strings.Repeat(fmt.Sprintf("*%c,", c-1), 9), ","))
	}
	entities := `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;">]><svg><path d="&b;"/></svg>`
	outside := `<!DOCTYPE svg [<!ENTITY a SYSTEM "file:///etc/passwd">]><svg><text>&a;</text></svg>`
	for _, c := range []struct{ method, path, media, body string }{
		{"PUT", "/carriers/us?revision=0", "text/yaml", laughs.String()},
		{"PUT", "/carriers/us?revision=0", "text/yaml", "id: us\nname: " + strings.Repeat("[", 5000)},
		{"POST", "/outline?unit=mm", "image/svg+xml", entities},
		{"POST", "/outline?unit=mm", "image/svg+xml", outside},
		{"POST", "/plan", "application/json", strings.Repeat("[", 200_000)},
		{"POST", "/jobs", "application/json", `{"format":"yellow-parcel-job","version":1,"title":"a","title":"b"}`},
		{"POST", "/shelf.csv", "text/csv", "kind,size,count\n" + strings.Repeat("sheet,us-letter,1\n", 3000)},
	} {
		status, _, text := call(t, c.method, server.URL+"/api/v1"+c.path, c.body, nil, func(r *http.Request) { r.Header.Set("Content-Type", c.media) })
		if status != 422 && status != 400 || len(text) > 16<<10 || strings.Contains(text, "root:") {
			t.Errorf("%s %s: %d, %d bytes: %.200s", c.method, c.path, status, len(text), text)
		}
	}
}
