package api

import (
	"context"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"

	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/device"
)

// instruments are what is within reach. Both are simulated here; one that is
// not would only have its own way of streaming.
type instruments struct{ scale, caliper *device.Simulator }

func newInstruments() instruments {
	seed := uint64(time.Now().UnixNano())
	return instruments{device.NewScale(seed), device.NewCaliper(seed)}
}

// A stream ends by itself, so that a page left open does not hold it for ever.
const longestStream = 20 * time.Second

// InstrumentReading is what an instrument shows, as it would be typed.
type InstrumentReading struct {
	Text   string `json:"text"`
	Stable bool   `json:"stable"`
}

func (s instruments) register(a huma.API, op operation) {
	sse.Register(a, op("GET", "/devices/{id}/readings", "readings", "What an instrument shows, until it comes to rest", false), map[string]any{"reading": InstrumentReading{}}, s.readings)
	huma.Register(a, op("PUT", "/devices/{id}/load", "layOn", "Lay something on a simulated instrument", false, 422), s.layOn)
}

// DeviceInput names an instrument, and the unit its readings are typed in.
type DeviceInput struct {
	ID   string `path:"id" enum:"scale,caliper"`
	Unit string `query:"unit" required:"true" enum:"in,mm"`
}

func (s instruments) instrument(id string) *device.Simulator {
	if id == "scale" {
		return s.scale
	}
	return s.caliper
}

// shown is a reading in the job's unit: a scale reads ounces or grams.
func shown(id string, unit measure.Unit, v float64) string {
	if id == "scale" {
		return measure.FromGrams(v).Text(unit)
	}
	return measure.FromMM(v).Text(measure.Millimetres)
}

func (s instruments) readings(ctx context.Context, in *DeviceInput, send sse.Sender) {
	ctx, stop := context.WithTimeout(ctx, longestStream)
	defer stop()
	// Whatever ends the stream, the page sees it end.
	_ = s.instrument(in.ID).Stream(ctx, func(r device.Reading) error {
		if err := send.Data(InstrumentReading{shown(in.ID, measure.Unit(in.Unit), r.Value), r.Stable}); err != nil {
			return err
		}
		if r.Stable {
			return context.Canceled
		}
		return nil
	})
}

func (s instruments) layOn(_ context.Context, in *struct {
	DeviceInput
	Load string `query:"load" maxLength:"40"`
}) (*struct{}, error) {
	unit := measure.Unit(in.Unit)
	if in.ID == "scale" {
		w, err := measure.ParseMass(in.Load, unit)
		if err != nil {
			return nil, problem(job.Problems{{Field: "load", Text: err.Error()}})
		}
		s.scale.Lay(min(w.Grams(), 20_000))
		return nil, nil
	}
	l, err := measure.Parse(in.Load, unit)
	if err != nil {
		return nil, problem(job.Problems{{Field: "load", Text: err.Error()}})
	}
	s.caliper.Lay(min(l.MM(), 150))
	return nil, nil
}
