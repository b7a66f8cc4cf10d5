// Shots takes the README's pictures from the demonstration: one for each main view.
package main

import (
	"context"
	"fmt"
	"io/fs"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/launcher"
	"github.com/go-rod/rod/lib/proto"

	"yellow-parcel/api"
	"yellow-parcel/store"
	"yellow-parcel/web"
)

// view is one picture: a job by its place in the list, a station, and what to click first.
type view struct {
	name, theme   string
	width, height int
	job           int
	station       string
	click         []string
}

var views = []view{
	{"jobs", "light", 1280, 800, -1, "", nil},
	{"start", "light", 1280, 800, 0, "start", nil},
	{"bench-station", "light", 1280, 800, 1, "bench", nil},
	{"bench", "light", 1280, 800, -1, "making", nil},
	{"bench-phone", "light", 390, 844, -1, "making", nil},
	{"base-batch", "light", 1280, 800, 0, "base", []string{"pick-batch", "sheet-B"}},
	{"layers", "light", 1280, 800, 0, "layers", nil},
	{"together", "light", 1280, 800, -1, "together", nil},
	{"shelf", "light", 1280, 800, -1, "shelf", nil},
	{"envelope", "light", 1280, 800, 1, "envelope", nil},
	{"log", "light", 1280, 800, -1, "log", nil},
	{"envelope-box", "light", 1280, 800, 4, "envelope", []string{"pick-fold", "fold-slider"}},
	{"envelope-schools", "light", 1280, 800, 2, "envelope", []string{"pick-compare"}},
	{"settings", "light", 1280, 800, -1, "settings", nil},
	{"finished", "light", 1280, 800, 2, "finished", nil},
	{"post", "light", 1280, 800, 2, "post", nil},
	{"carriers", "light", 1280, 800, -1, "carriers", nil},
	{"phone", "light", 390, 844, 1, "envelope", nil},
	{"envelope-tablet-dark", "dark", 800, 1180, 1, "envelope", nil},
}

func main() {
	if err := run(os.Args[1]); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

// set is the day the pictures are taken on, so that they show the same whenever that is.
var set = api.Settings{Now: func() time.Time { return time.Date(2026, 11, 25, 12, 0, 0, 0, time.UTC) }}

func run(out string) error {
	dir, err := os.MkdirTemp("", "yellow-parcel-shots-")
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	kept, err := store.Open(filepath.Join(dir, "data"))
	if err != nil {
		return err
	}
	defer kept.Close()
	if err := api.AddDemo(context.Background(), kept, set, ""); err != nil {
		return err
	}
	jobs, err := kept.Jobs.List(context.Background(), "", 0, 99)
	if err != nil {
		return err
	}
	gangs, err := kept.Gangs.All(context.Background())
	if err != nil {
		return err
	}
	makings, err := kept.Makings.All(context.Background())
	if err != nil {
		return err
	}
	address, err := serve(kept)
	if err != nil {
		return err
	}
	page, end, err := browse(filepath.Join(dir, "profile"))
	if err != nil {
		return err
	}
	defer end()
	for _, v := range views {
		path := "/"
		if v.job < 0 && v.station != "" {
			path = "/" + v.station
		}
		if v.station == "together" {
			path += "/" + gangs[0].ID
		}
		if v.station == "making" {
			path = "/bench/" + makings[0].ID
		}
		if v.job >= 0 {
			path = "/jobs/" + jobs.Jobs[v.job].ID + "/" + v.station
		}
		if err := rod.Try(func() { shoot(page, v, address+path, filepath.Join(out, v.name+".png")) }); err != nil {
			return fmt.Errorf("%s: %w", v.name, err)
		}
	}
	return nil
}

func serve(kept *store.Store) (string, error) {
	pages, err := fs.Sub(web.Dist, "dist")
	if err != nil {
		return "", err
	}
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return "", err
	}
	server := &http.Server{Handler: api.New(kept, pages, set), ReadHeaderTimeout: 10 * time.Second}
	go func() { _ = server.Serve(listener) }()
	return "http://" + listener.Addr().String(), nil
}

func browse(profile string) (*rod.Page, func(), error) {
	path, err := exec.LookPath("chromium-headless-shell")
	if err != nil {
		return nil, nil, err
	}
	start := launcher.New().Bin(path).NoSandbox(true).Leakless(true).UserDataDir(profile).
		Set("disable-gpu").Set("disable-quic").Set("disable-component-update").
		Set("disable-background-networking").Set("disable-sync").Set("no-first-run")
	control, err := start.Launch()
	if err != nil {
		return nil, nil, err
	}
	b := rod.New().ControlURL(control).NoDefaultDevice()
	if err := b.Connect(); err != nil {
		return nil, nil, err
	}
	page, err := b.Page(proto.TargetCreateTarget{URL: "about:blank"})
	return page, func() { _ = b.Close(); start.Cleanup() }, err
}

// shoot panics where a step cannot be taken; rod.Try turns that into an error.
func shoot(page *rod.Page, v view, url, file string) {
	page = page.Timeout(30 * time.Second)
	page.MustSetViewport(v.width, v.height, 1, false)
	page.MustNavigate(url).MustWaitLoad()
	page.MustEval(`theme => localStorage.setItem('yellow-parcel-theme', theme)`, v.theme)
	page.MustReload().MustWaitLoad()
	for _, name := range v.click {
		page.MustElement(`[data-testid="` + name + `"]`).MustClick()
	}
	page.MustElement("svg")
	page.MustWaitStable()
	page.MustScreenshot(file)
}
