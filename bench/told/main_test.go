package main

import (
	"errors"
	"strings"
	"testing"
)

func TestOnlyFailuresAreToldWhole(t *testing.T) {
	events := `{"Action":"start","Package":"core/card"}
{"Action":"output","Package":"core/card","Test":"TestFold","Output":"quiet\n"}
{"Action":"pass","Package":"core/card","Test":"TestFold","Elapsed":1.25}
{"Action":"output","Package":"core/card","Test":"TestEase","Output":"ease is 1/8 in\n"}
FAIL
{"Action":"fail","Package":"core/card","Test":"TestEase","Elapsed":0.5}
{"Action":"fail","Package":"core/card","Elapsed":2}
`
	var out, took strings.Builder
	if err := tell(strings.NewReader(events), &out, &took); !errors.Is(err, errFailed) {
		t.Error(err)
	}
	if got := out.String(); got != "FAIL\nease is 1/8 in\nfail core/card 2.0s\n" {
		t.Errorf("%q", got)
	}
	if got := took.String(); got != "1.25 core/card TestFold\n0.50 core/card TestEase\n" {
		t.Errorf("%q", got)
	}
}

// What the compiler says of a package that is not built is told once.
func TestWhatIsNotBuiltIsToldOnce(t *testing.T) {
	events := `{"Action":"build-output","ImportPath":"core/card","Output":"fold.go:7: undefined: panel\n"}
{"Action":"build-fail","ImportPath":"core/card"}
{"Action":"fail","Package":"core/card","Elapsed":0}
`
	var out, took strings.Builder
	if err := tell(strings.NewReader(events), &out, &took); !errors.Is(err, errFailed) {
		t.Error(err)
	}
	if got := out.String(); got != "fold.go:7: undefined: panel\nfail core/card 0.0s\n" {
		t.Errorf("%q", got)
	}
}

// No package at all, and a package that was not built, are failures.
func TestNothingTestedIsAFailure(t *testing.T) {
	var none strings.Builder
	for events, want := range map[string]error{
		"": errFailed,
		`{"Action":"pass","Package":"core/card","Elapsed":1}`:                                                             nil,
		`{"Action":"build-fail","ImportPath":"core/card"}` + "\n" + `{"Action":"fail","Package":"core/card","Elapsed":0}`: errFailed,
		`{"Action":"pass","Package":"core/card"}` + "\n" + `{"Action":"fail","Package":"core/fold","Elapsed":0}`:          errFailed,
	} {
		if err := tell(strings.NewReader(events), &none, &none); !errors.Is(err, want) || want == nil && err != nil {
			t.Errorf("%s: %v", events, err)
		}
	}
}
