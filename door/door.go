// Package door lets visitors in: by this machine's own names alone, or, where a
// passcode is set, once they gave it. Pages of other sites are kept out.
package door

import (
	"net"
	"net/http"
	"net/url"
	"strings"
)

// Settings say who is let in. Without a passcode that is this machine alone.
type Settings struct {
	Passcode string
	Sessions Sessions // where visits are kept; used with a passcode only
}

// Guard is the door of a server: everything behind it, screens, API and streams
// alike, is for those it lets in.
func Guard(set Settings) func(http.Handler) http.Handler {
	cross := http.NewCrossOriginProtection()
	return func(next http.Handler) http.Handler {
		inside := next
		if set.Passcode != "" {
			inside = newKeeper(set).handler(next)
		}
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			switch {
			case set.Passcode == "" && !Loopback(r.Host):
				Refuse(w, http.StatusMisdirectedRequest, "This server answers to this machine's own names only.")
			case cross.Check(r) != nil || readElsewhere(r):
				Refuse(w, http.StatusForbidden, "Requests from other sites are refused.")
			default:
				inside.ServeHTTP(w, r)
			}
		})
	}
}

// Loopback tells a host, with a port or without, that is this machine and reached
// by nobody else.
func Loopback(host string) bool {
	if name, _, err := net.SplitHostPort(host); err == nil {
		host = name
	}
	host = strings.Trim(host, "[]")
	return host == "localhost" || net.ParseIP(host).IsLoopback()
}

// readElsewhere tells a request made by another site's page, were it only to
// read; a link from there may still be followed.
func readElsewhere(r *http.Request) bool {
	if origin := r.Header.Get("Origin"); origin != "" {
		u, err := url.Parse(origin)
		return err != nil || u.Host != r.Host
	}
	switch r.Header.Get("Sec-Fetch-Site") {
	case "", "same-origin", "none":
		return false
	}
	return r.Method != http.MethodGet || r.Header.Get("Sec-Fetch-Mode") != "navigate"
}
