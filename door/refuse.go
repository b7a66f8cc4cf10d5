package door

import (
	"encoding/json"
	"net/http"
)

// WentWrong is all a visitor is told of what is no business of theirs.
const WentWrong = "Something went wrong here. Nothing that was kept is lost; try again."

// Refuse answers that something is not to be had, and why, as problem+json.
func Refuse(w http.ResponseWriter, status int, why string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	// The connection is the only thing that can fail here, and it has its own handling.
	_ = json.NewEncoder(w).Encode(map[string]any{"status": status, "title": http.StatusText(status), "detail": why})
}
