package api

import (
	"context"
	"slices"
	"time"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/job"
	"yellow-parcel/store"
)

// toolbox is the maker's own tools, and the time where they are used.
type toolbox struct {
	kept    store.Preferences
	library *library
	now     func() time.Time

	noStamps bool // the drawer is somebody else's
}

// tools are the kept ones; none yet is no tools.
func (s *toolbox) tools(ctx context.Context) (job.Tools, error) {
	kept, err := s.keptTools(ctx)
	if s.noStamps {
		kept.Stamps = nil
	}
	return kept.Tools, err
}

// keptTools are the tools as they are read, each measure with its unit.
func (s *toolbox) keptTools(ctx context.Context) (KeptTools, error) {
	kept, err := s.kept.Get(ctx)
	if err != nil {
		return KeptTools{}, err
	}
	return s.read(ctx, kept)
}

func (s *toolbox) read(ctx context.Context, kept store.Settings) (KeptTools, error) {
	out, err := writtenTools(kept)
	if err != nil || !out.Tools.Bare() && !slices.ContainsFunc(out.Stamps, func(x job.StampSpec) bool { return x.Currency == "" }) {
		return out, err
	}
	library, err := s.library.now(ctx)
	if err == nil {
		out.Tools, out.Differs = brief.KeptTools(out.Tools, library)
	}
	return out, err
}

// asKept are the tools as they are written, for what changes some of them and leaves the rest alone.
func (s *toolbox) asKept(ctx context.Context) (KeptTools, error) {
	kept, err := s.kept.Get(ctx)
	if err != nil {
		return KeptTools{}, err
	}
	return writtenTools(kept)
}

// nowIn is the time it is in a zone; where the server is, where that has no name.
func (s *toolbox) nowIn(zone string) time.Time {
	if at, err := zoneOf(zone); err == nil && at != nil {
		return s.now().In(at)
	}
	return s.now()
}

// here is the time where the maker is. Whoever asks for it reads the settings
// besides: that they cannot be read is said there.
func (s *toolbox) here(ctx context.Context) time.Time {
	kept, _ := s.asKept(ctx)
	return s.nowIn(kept.Zone)
}

// today is the day where the maker is, YYYY-MM-DD.
func (s *toolbox) today(ctx context.Context) string { return s.here(ctx).Format(time.DateOnly) }

// clock is a time of day in minutes after midnight.
func clock(at time.Time) int { return 60*at.Hour() + at.Minute() }
