package main

import (
	"bufio"
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"os"
	"os/exec"
	"strings"

	"yellow-parcel/e2e/printed"
)

// program is a running server of the program recorded.
type program struct {
	cmd  *exec.Cmd
	base string
	dir  string
}

func start(bin string) (*program, error) {
	dir, err := os.MkdirTemp("", "record")
	if err != nil {
		return nil, err
	}
	cmd := exec.Command(bin, "serve", "--listen", "127.0.0.1:0", "--data", dir)
	out, err := cmd.StdoutPipe()
	if err != nil {
		return nil, err
	}
	if err := cmd.Start(); err != nil {
		return nil, err
	}
	p := &program{cmd: cmd, dir: dir}
	for lines := bufio.NewScanner(out); lines.Scan(); {
		if _, at, ok := strings.Cut(lines.Text(), "http://"); ok {
			p.base = "http://" + strings.TrimSpace(at) + "/api/v1"
			return p, nil
		}
	}
	p.stop()
	return nil, errors.New("the server said no address")
}

func (p *program) stop() {
	_ = p.cmd.Process.Signal(os.Interrupt)
	_ = p.cmd.Wait()
	_ = os.RemoveAll(p.dir)
}

func (p *program) post(path string, body []byte) (int, []byte, error) {
	answer, err := http.Post(p.base+path, "application/json", bytes.NewReader(body))
	if err != nil {
		return 0, nil, err
	}
	defer answer.Body.Close()
	text, err := io.ReadAll(answer.Body)
	return answer.StatusCode, text, err
}

// goods are the names a job can use, as the catalogue lists them.
type goods struct {
	Formats, Sheets, Carriers, Rulers []struct{ ID string }
	Folds                             []struct {
		ID      string
		Options []string
	}
	Styles []struct {
		ID      string
		Options []struct {
			Name, Kind string
			Words      []struct{ ID string }
		}
	}
	Materials                     []struct{ ID, Kind string }
	Closures, Wrappings, Contents []string
}

func (p *program) goods() (goods, error) {
	var g goods
	text, err := p.get("/catalog")
	if err != nil {
		return g, err
	}
	return g, json.Unmarshal(text, &g)
}

// get is what the server says at an address.
func (p *program) get(path string) ([]byte, error) {
	answer, err := http.Get(p.base + path)
	if err != nil {
		return nil, err
	}
	defer answer.Body.Close()
	return io.ReadAll(answer.Body)
}

// exported are the files kept of a job, a part and a format each.
var exported = []string{"base.svg", "base.pdf", "layers.dxf", "ladder.svg", "blank.svg", "blank.dxf", "blank.hpgl", "blank.csv", "blank.pdf",
	"nest.svg", "liner.svg", "band.dxf", "strips.svg", "gauge.svg", "cuts.csv", "cuts.pdf"}

// keep records what the program makes of a job; files only where asked.
func (p *program) keep(bin string, j job, files bool) (kept, error) {
	k := kept{Name: j.name, Job: j.text, Answers: map[string]json.RawMessage{}}
	cmd := exec.Command(bin, "plan", "-")
	cmd.Stdin = bytes.NewReader(j.text)
	var said bytes.Buffer
	cmd.Stderr = &said
	plan, err := cmd.Output()
	if err != nil {
		k.Error = said.String()
		return k, nil
	}
	k.Plan = plan
	for _, path := range []string{"/plan", "/folding", "/wraps", "/steps", "/switch?unit=mm"} {
		status, text, err := p.post(path, j.text)
		if err != nil {
			return k, err
		}
		if path == "/plan" {
			var answer struct{ Drawings json.RawMessage }
			if err := json.Unmarshal(text, &answer); err != nil {
				return k, fmt.Errorf("status %d: %w", status, err)
			}
			text = answer.Drawings
		}
		k.Answers[path] = bytes.TrimSpace(text)
	}
	if !files {
		return k, nil
	}
	k.Files = map[string]string{}
	for _, name := range exported {
		part, as, _ := strings.Cut(name, ".")
		_, text, err := p.post("/export?"+url.Values{"part": {part}, "as": {as}}.Encode(), j.text)
		if err != nil {
			return k, err
		}
		k.Files[name] = string(text)
		if as == "pdf" {
			pages, err := printed.Pages(text)
			if err != nil {
				return k, err
			}
			k.Files[name] = strings.Join(pages, "")
		}
	}
	return k, nil
}
