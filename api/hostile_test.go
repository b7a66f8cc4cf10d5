package api

import (
	"fmt"
	"net/http"
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
