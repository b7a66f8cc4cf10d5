package api

import (
	"crypto/subtle"
	"net"
	"net/http"
	"net/url"
	"strings"
)

// guard refuses requests that come by another site's name, from another site's
// page, or, where a passcode is set, without it.
func guard(set Settings) func(http.Handler) http.Handler {
	cross := http.NewCrossOriginProtection()
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			switch {
			case set.Passcode == "" && !loopbackHost(r.Host):
				http.Error(w, "This server answers to this machine's own names only.", http.StatusMisdirectedRequest)
			case cross.Check(r) != nil || readElsewhere(r):
				http.Error(w, "Requests from other sites are refused.", http.StatusForbidden)
			case set.Passcode != "" && !passes(r, set.Passcode):
				w.Header().Set("WWW-Authenticate", `Basic realm="Yellow Parcel: any name, and the passcode"`)
				http.Error(w, "The passcode is needed.", http.StatusUnauthorized)
			default:
				next.ServeHTTP(w, r)
			}
		})
	}
}

func loopbackHost(host string) bool {
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

func passes(r *http.Request, passcode string) bool {
	_, given, ok := r.BasicAuth()
	return ok && subtle.ConstantTimeCompare([]byte(given), []byte(passcode)) == 1
}
