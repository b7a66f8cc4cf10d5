package api

import (
	"context"
	"log/slog"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"
)

// What goes wrong in here is no business of a client's: the log says what, the
// answer says only that it did. Nothing of a job goes into the log.
func init() {
	plain := huma.NewErrorWithContext
	huma.NewErrorWithContext = func(ctx huma.Context, status int, message string, errs ...error) huma.StatusError {
		if status < http.StatusInternalServerError {
			return plain(ctx, status, message, errs...)
		}
		about := context.Background()
		attrs := []slog.Attr{}
		if ctx != nil {
			about = ctx.Context()
			attrs = append(attrs, slog.String("operation", ctx.Operation().OperationID))
		}
		for _, err := range errs {
			attrs = append(attrs, slog.Any("error", err))
		}
		if about.Err() == nil {
			slog.LogAttrs(about, slog.LevelError, "request failed inside", attrs...)
		}
		return plain(ctx, status, "Something went wrong here. Nothing that was kept is lost; try again.")
	}
}

// logged writes down the requests that failed, by the address's pattern: what is
// typed into an address stays out of the log.
func logged(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		seen := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
		next.ServeHTTP(seen, r)
		// Whoever went away before the answer was there is no failure of ours.
		if r.Context().Err() == nil && seen.Status() >= http.StatusInternalServerError {
			slog.LogAttrs(r.Context(), slog.LevelError, "request failed",
				slog.String("method", r.Method), slog.String("route", chi.RouteContext(r.Context()).RoutePattern()), slog.Int("status", seen.Status()))
		}
	})
}
