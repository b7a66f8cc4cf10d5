package api

import (
	"context"
	"errors"
	"log/slog"
	"net/http"
	"runtime/debug"
	"slices"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"yellow-parcel/core/fault"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/work"
	"yellow-parcel/door"
	"yellow-parcel/store"
)

// What goes wrong in here is no business of a client's: the log says what, the
// answer says only that it did. Nothing of a job goes into the log.
func init() {
	said := huma.NewError
	huma.NewError = func(status int, message string, errs ...error) huma.StatusError {
		return said(status, message, few(errs)...)
	}
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
		for _, err := range errs {
			if errors.Is(err, store.ErrNamed) {
				return plain(ctx, http.StatusConflict, "Something else was made under this name; give another edit.")
			}
			if says := store.Trouble(err); says != "" {
				return plain(ctx, http.StatusServiceUnavailable, says)
			}
		}
		return plain(ctx, status, door.WentWrong)
	}
}

// How much is said of what is wrong: more would help nobody, and what came in may
// be large.
const (
	mostErrors   = 20
	mostLocation = 120 // letters
	mostMessage  = 600
)

// few are the first of what is wrong, without what was sent.
func few(errs []error) []error {
	all := len(errs)
	errs = slices.Clone(errs[:min(all, mostErrors)])
	for i, err := range errs {
		var detail huma.ErrorDetailer
		if !errors.As(err, &detail) {
			continue
		}
		d := detail.ErrorDetail()
		errs[i] = &huma.ErrorDetail{Location: measure.Shorten(d.Location, mostLocation), Message: measure.Shorten(d.Message, mostMessage)}
	}
	if all > mostErrors {
		errs = append(errs, &huma.ErrorDetail{Message: "There are more; put these right first."})
	}
	return errs
}

// newMemory is an empty memory that writes down the searches that fall over.
func newMemory() *work.Memory {
	m := work.NewMemory()
	m.Fell = func(f *fault.Fault) { fellOver("a search", f) }
	return m
}

// fellOver writes down what fell over, and where. Nothing a maker typed is in it
// but what the fault itself may say.
func fellOver(what string, f *fault.Fault) {
	slog.LogAttrs(context.Background(), slog.LevelError, what+" fell over", slog.String("found", f.Found), slog.String("stack", f.Stack))
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

// recovered answers for what gave up on the way, unless its answer has begun; the
// log says where it did.
func recovered(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		seen := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
		defer func() {
			found := recover()
			if found == nil {
				return
			}
			if found == http.ErrAbortHandler {
				panic(found) // the server's own way of hanging up
			}
			slog.LogAttrs(r.Context(), slog.LevelError, "request gave up", slog.String("route", chi.RouteContext(r.Context()).RoutePattern()),
				slog.Any("found", found), slog.String("stack", string(debug.Stack())))
			if seen.Status() == 0 {
				door.Refuse(seen, http.StatusInternalServerError, door.WentWrong)
			}
		}()
		next.ServeHTTP(seen, r)
	})
}
