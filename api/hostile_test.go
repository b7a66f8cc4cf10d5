package api

import (
	"fmt"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
)

// unknownFields is an object of so many fields that nothing knows.
func unknownFields(n int) string {
	var out strings.Builder
	out.WriteString("{")
	for i := range n {
		fmt.Fprintf(&out, `"field%d":%q,`, i, strings.Repeat("x", 200))
	}
	return strings.TrimSuffix(out.String(), ",") + "}"
}

// What is wrong is said in a few lines, whatever was sent, and what was sent is not sent back.
func TestErrorsStaySmall(t *testing.T) {
	server, _ := serve(t, Settings{})
	for _, path := range []string{"POST /shelf", "PUT /settings", "POST /shelf/uses", "POST /log", "POST /makings", "POST /plan", "POST /jobs", "POST /gangs", "PUT /carriers/us/prices"} {
		method, at, _ := strings.Cut(path, " ")
		for _, c := range []struct {
			what, body string
			want       int
		}{
			{"unknown fields", unknownFields(200), 422},
			{"a long name", `{"` + strings.Repeat("name", 9000) + `":1}`, 422},
			{"wrong types", `{"items":[` + strings.Repeat("1,", 9000) + `1],"size":[],"count":{}}`, 422},
			{"too much", unknownFields(9000), 413},
		} {
			status, head, text := call(t, method, server.URL+"/api/v1"+at, c.body, nil)
			// Job documents are read with their own bounds, which are said like other problems.
			if status != c.want && !(c.want == 413 && status == 422) || !strings.HasPrefix(head.Get("Content-Type"), "application/problem+json") {
				t.Errorf("%s, %s: %d %s", path, c.what, status, head.Get("Content-Type"))
			}
			if len(text) > 16<<10 || strings.Contains(text, "xxxx") || strings.Contains(text, `"value"`) {
				t.Errorf("%s, %s: %d bytes come back: %.300s", path, c.what, len(text), text)
			}
		}
	}
}

// Twenty of what is wrong are said; that there is more is said too.
func TestTheFirstTwentyProblemsAreSaid(t *testing.T) {
	server, _ := serve(t, Settings{})
	var said struct {
		Errors []struct{ Location, Message string }
	}
	status, _, _ := call(t, "POST", server.URL+"/api/v1/shelf", unknownFields(23), &said)
	if status != http.StatusUnprocessableEntity || len(said.Errors) != 21 {
		t.Fatalf("%d: %d problems", status, len(said.Errors))
	}
	if last := said.Errors[20]; last.Message != "There are more; put these right first." || last.Location != "" {
		t.Errorf("%+v", last)
	}
}

// Whatever is refused is refused as problem+json, with its status inside.
func TestRefusalsAreProblems(t *testing.T) {
	open, kept := serve(t, Settings{})
	locked, _ := serve(t, Settings{Passcode: "lantern week"})
	materials := `{"materials":[` + strings.TrimSuffix(strings.Repeat(`{"id":"dune","name":"Dune","kind":"card","thickness":"0.3","weight":"250 g"},`, 201), ",") + `]}`
	for _, c := range []struct {
		method, url, body string
		change            func(*http.Request)
		status            int
	}{
		{"GET", open.URL + "/api/v1/nothing", "", nil, 404},
		{"POST", open.URL + "/api/v1/nothing", "{}", nil, 404},
		{"PATCH", open.URL + "/api/v1/nothing", "{}", nil, 404},
		{"GET", open.URL + "/assets/nothing.js", "", nil, 404},
		{"POST", open.URL + "/api/v1/catalog", "{}", nil, 405},
		{"PUT", open.URL + "/api/v1/jobs", "{}", nil, 405},
		{"DELETE", open.URL + "/", "", nil, 405},
		{"GET", open.URL + "/", "", func(r *http.Request) { r.Host = "gullhaven.example" }, 421},
		{"GET", open.URL + "/", "", func(r *http.Request) { r.Header.Set("Origin", "null") }, 403},
		{"PUT", open.URL + "/api/v1/settings", materials, nil, 422},
		{"PUT", open.URL + "/api/v1/settings", unknownFields(9000), nil, 413},
		{"GET", locked.URL + "/", "", nil, 401},
		{"GET", locked.URL + "/readyz", "", nil, 401},
	} {
		status, head, text := call(t, c.method, c.url, c.body, nil, func(r *http.Request) {
			if c.change != nil {
				c.change(r)
			}
		})
		if status != c.status || head.Get("Content-Type") != "application/problem+json" || !strings.Contains(text, fmt.Sprintf(`"status":%d`, c.status)) {
			t.Errorf("%s %s: %d %s %.200s", c.method, c.url, status, head.Get("Content-Type"), text)
		}
	}
	_, head, _ := call(t, "PUT", open.URL+"/api/v1/jobs", "{}", nil)
	if head.Get("Allow") != "GET, POST" {
		t.Errorf("allowed: %q", head.Get("Allow"))
	}
	if status, _, text := call(t, "GET", open.URL+"/readyz", "", nil); status != 200 || text != "ready\n" {
		t.Errorf("%d %s", status, text)
	}
	if err := kept.Close(); err != nil {
		t.Fatal(err)
	}
	if status, head, _ := call(t, "GET", open.URL+"/readyz", "", nil); status != 503 || head.Get("Content-Type") != "application/problem+json" {
		t.Errorf("closed: %d", status)
	}
	if status, _, _ := call(t, "GET", open.URL+"/healthz", "", nil); status != 200 {
		t.Errorf("alive: %d", status)
	}
}

// What gives up on the way is a problem in JSON too, unless its answer has begun.
func TestWhatGivesUpIsAProblem(t *testing.T) {
	server := httptest.NewServer(logged(recovered(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.URL.Path == "/begun" {
			w.WriteHeader(http.StatusOK)
		}
		panic("out of card")
	}))))
	defer server.Close()
	status, head, text := call(t, "GET", server.URL+"/", "", nil)
	if status != 500 || head.Get("Content-Type") != "application/problem+json" || strings.Contains(text, "out of card") {
		t.Errorf("%d %s", status, text)
	}
	if status, _, text := call(t, "GET", server.URL+"/begun", "", nil); status != 200 || text != "" {
		t.Errorf("%d %s", status, text)
	}
}
