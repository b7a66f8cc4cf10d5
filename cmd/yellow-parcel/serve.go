package main

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"log/slog"
	"net"
	"net/http"
	"syscall"
	"time"
	"unicode"

	"yellow-parcel/api"
	"yellow-parcel/core/job"
	"yellow-parcel/door"
	"yellow-parcel/store"
	"yellow-parcel/web"
)

type serveCommand struct {
	listenFlags
	Data string `default:"yellow-parcel-data" help:"Folder the data file lives in." type:"path"`
}

// listenFlags are the flags of every command that serves.
type listenFlags struct {
	Listen   string `default:"127.0.0.1:8080" help:"Address to listen on."`
	Passcode string `env:"YELLOW_PARCEL_PASSCODE" help:"Asked of every visitor; needed for any address but this machine's own. At least 8 letters."`
	Cert     string `name:"tls-cert" type:"existingfile" help:"Certificate for a secure line (https), as a PEM file; goes with --tls-key."`
	Key      string `name:"tls-key" type:"existingfile" help:"The certificate's key, as a PEM file."`
}

// Run serves until it is told to stop.
func (c *serveCommand) Run(ctx context.Context, s streams) error {
	return c.serve(ctx, s, c.Data, nil, (*api.Server).LookAfter)
}

// serve opens a data folder and serves it; ready, where given, runs before the
// first request, and begun once there is a server.
func (f listenFlags) serve(ctx context.Context, s streams, dir string, ready func(*store.Store) error, begun func(*api.Server)) error {
	if err := f.check(); err != nil {
		return err
	}
	kept, err := store.Open(dir)
	if err != nil {
		return err
	}
	if ready != nil {
		if err := ready(kept); err != nil {
			return errors.Join(err, kept.Close())
		}
	}
	return errors.Join(f.answer(ctx, s, kept, begun), kept.Close())
}

// check refuses an address others can reach while there is no passcode to keep them out.
func (f listenFlags) check() error {
	if _, _, err := net.SplitHostPort(f.Listen); err != nil {
		return job.Problems{{Field: "listen", Text: fmt.Sprintf("%q is not an address; try 127.0.0.1:8080", f.Listen)}}
	}
	if (f.Cert == "") != (f.Key == "") {
		return job.Problems{{Field: "tls-cert", Text: "goes with --tls-key; give both, or neither"}}
	}
	switch long := letters(f.Passcode) >= leastPasscode; {
	case f.Passcode != "" && !long:
		return job.Problems{{Field: "passcode", Text: "is too short; give one of at least 8 letters, blanks not counted"}}
	case !long && !f.alone():
		return job.Problems{{Field: "passcode", Text: "others can reach " + f.Listen + "; give a passcode of at least 8 letters, or listen on 127.0.0.1:8080"}}
	}
	return nil
}

// leastPasscode is how many letters a passcode has, at least.
const leastPasscode = 8

// letters counts those that are not blank.
func letters(text string) (n int) {
	for _, r := range text {
		if !unicode.IsSpace(r) && unicode.IsGraphic(r) {
			n++
		}
	}
	return n
}

// alone tells an address that only this machine reaches.
func (f listenFlags) alone() bool {
	return door.Loopback(f.Listen)
}

func (f listenFlags) answer(ctx context.Context, s streams, kept *store.Store, begun func(*api.Server)) error {
	pages, err := fs.Sub(web.Dist, "dist")
	if err != nil {
		return err
	}
	listener, err := net.Listen("tcp", f.Listen)
	switch {
	case errors.Is(err, syscall.EADDRINUSE):
		return job.Problems{{Field: "listen", Text: f.Listen + " is in use, perhaps by another Yellow Parcel; stop that one, or give another address with --listen"}}
	case err != nil:
		return job.Problems{{Field: "listen", Text: f.Listen + " cannot be listened on (" + err.Error() + "); try --listen 127.0.0.1:8080"}}
	}
	set := api.Settings{Passcode: f.Passcode, Listen: listener.Addr().String(), Secure: f.Cert != ""}
	app := api.New(kept, pages, set)
	defer app.Close()
	if begun != nil {
		begun(app)
	}
	server := &http.Server{
		Handler:           app,
		ReadHeaderTimeout: 10 * time.Second, ReadTimeout: time.Minute, WriteTimeout: time.Minute,
	}
	fmt.Fprintf(s.out, "Yellow Parcel is at %s://%s\n", set.Scheme(), listener.Addr())
	log := slog.New(slog.NewTextHandler(s.err, nil))
	slog.SetDefault(log)
	log.Info("serving", "address", listener.Addr().String(), "passcode", f.Passcode != "")
	if f.Passcode != "" && !f.alone() {
		fmt.Fprintln(s.out, "Others on the network can reach it with the passcode.")
	}
	done := make(chan error, 1)
	go func() {
		if set.Secure {
			done <- server.ServeTLS(listener, f.Cert, f.Key)
			return
		}
		done <- server.Serve(listener)
	}()
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
		last, cancel := context.WithTimeout(context.Background(), 5*time.Second)
		defer cancel()
		log.Info("stopping")
		return server.Shutdown(last)
	}
}
