package archive

import (
	"bytes"
	"encoding/json"
	"errors"
	"reflect"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/logbook"
	"yellow-parcel/demo"
)

func written(t testing.TB, jobs []Job, rest Archive) []byte {
	t.Helper()
	var out bytes.Buffer
	w := NewWriter(&out, "2026-09-23")
	for _, j := range jobs {
		text, err := json.Marshal(j.Job)
		if err == nil {
			err = w.Job(j.ID, text)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	if err := w.Close(rest); err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}

// What is written is read back, all of it and nothing else.
func TestAnArchiveIsReadBack(t *testing.T) {
	all, err := demo.Jobs()
	if err != nil {
		t.Fatal(err)
	}
	shelf, err := demo.Shelf()
	if err != nil {
		t.Fatal(err)
	}
	var jobs []Job
	for i, one := range all {
		one.Notes = strings.Repeat("=<é>\r\n", i)
		jobs = append(jobs, Job{strings.Repeat("a", 1+i), one})
	}
	rest := Archive{Shelf: shelf, Settings: &job.Tools{Unit: "mm", Stamps: demo.Stamps()}, Log: demo.Log()}
	back, err := Read(written(t, jobs, rest), catalog.Standard())
	if err != nil {
		t.Fatal(err)
	}
	if !reflect.DeepEqual(back.Jobs, jobs) || !reflect.DeepEqual(back.Shelf, rest.Shelf) || !reflect.DeepEqual(back.Settings, rest.Settings) || len(back.Log) != len(rest.Log) || back.Carriers != nil {
		t.Errorf("%+v", back)
	}
	nothing, err := Read(written(t, nil, Archive{}), catalog.Standard())
	if err != nil || len(nothing.Jobs)+len(nothing.Shelf)+len(nothing.Log) != 0 || nothing.Settings != nil {
		t.Errorf("of nothing: %+v %v", nothing, err)
	}
}

// Whatever is brought in, it is read or refused by fields.
func FuzzReadArchive(f *testing.F) {
	f.Add(written(f, []Job{{"a", job.Job{Format: job.Format, Version: job.Version, Title: "Kite card"}}}, Archive{Settings: &job.Tools{Unit: "in"}, Log: []logbook.Entry{{Date: "2026-01-10"}}}))
	f.Add([]byte("PK\x05\x06" + strings.Repeat("\x00", 18)))
	f.Fuzz(func(t *testing.T, file []byte) {
		all, err := Read(file, catalog.Standard())
		var said job.Problems
		if err != nil && (!errors.As(err, &said) || len(said) == 0 || said[0].Field == "" || all != nil) {
			t.Errorf("%v", err)
		}
	})
}
