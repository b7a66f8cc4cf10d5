package api

import (
	"context"
	"fmt"
	"net"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"rsc.io/qr"

	"yellow-parcel/door"
)

// Address is where other devices reach this server, and how it is let in.
type Address struct {
	Others   []Reach `json:"others" doc:"addresses on the network; none where only this machine is answered"`
	Passcode bool    `json:"passcode" doc:"a passcode is asked of every visitor"`
	Secure   bool    `json:"secure" doc:"the line is (https)"`
	How      string  `json:"how" doc:"the command that answers other devices, where none are"`
}

// Reach is one address, and its code to point a phone at: a path of squares in a
// square of so many.
type Reach struct {
	URL  string `json:"url"`
	Size int    `json:"size"`
	Path string `json:"path"`
}

type addressOutput struct{ Body Address }

// places knows where the server is reached.
type places struct{ set Settings }

func (s places) register(a huma.API, op operation) {
	huma.Register(a, op("GET", "/address", "address", "Where other devices reach this server", false), s.address)
}

func (s places) address(_ context.Context, _ *struct{}) (*addressOutput, error) {
	out := Address{Others: []Reach{}, Passcode: s.set.Passcode != "", Secure: s.set.Secure}
	host, port, err := net.SplitHostPort(s.set.Listen)
	if err != nil {
		return &addressOutput{out}, nil // it is not known, as in a test
	}
	for _, ip := range reachable(host) {
		url := s.set.Scheme() + "://" + net.JoinHostPort(ip, port) + "/"
		one, err := codeOf(url)
		if err != nil {
			return nil, err
		}
		out.Others = append(out.Others, one)
	}
	if len(out.Others) == 0 {
		out.How = "YELLOW_PARCEL_PASSCODE=… yellow-parcel serve --listen 0.0.0.0:" + port
	}
	return &addressOutput{out}, nil
}

// reachable are the addresses of a host that others on the network can use: its
// own, or where it answers on all of them those of this machine.
func reachable(host string) []string {
	ip := net.ParseIP(host)
	switch {
	case door.Loopback(host):
		return nil
	case ip != nil && !ip.IsUnspecified():
		return []string{host}
	}
	var out []string
	all, err := net.InterfaceAddrs()
	if err != nil {
		return nil
	}
	for _, a := range all {
		if n, ok := a.(*net.IPNet); ok && n.IP.To4() != nil && !n.IP.IsLoopback() && !n.IP.IsLinkLocalUnicast() {
			out = append(out, n.IP.String())
		}
	}
	return out
}

// codeOf draws a text as a code that phones read.
func codeOf(text string) (Reach, error) {
	code, err := qr.Encode(text, qr.M)
	if err != nil {
		return Reach{}, err
	}
	var path strings.Builder
	for y := range code.Size {
		for x := 0; x < code.Size; x++ {
			from := x
			for x < code.Size && code.Black(x, y) {
				x++
			}
			if x > from {
				fmt.Fprintf(&path, "M%d %dh%dv1h-%dz", from, y, x-from, x-from)
			}
		}
	}
	return Reach{URL: text, Size: code.Size, Path: path.String()}, nil
}
