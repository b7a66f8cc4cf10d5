// Package fault catches what falls over on the way, so that one search that does
// takes nothing else with it.
package fault

import (
	"fmt"
	"runtime/debug"
)

// Fault is a fault of ours: what was found, and where. It is an error.
type Fault struct {
	Found string
	Stack string // for the log; no maker reads it
}

func (f *Fault) Error() string { return "a fault of ours: " + f.Found }

// In does something, and gives the fault it fell over; nil where it came to its
// end. What runs beside it, or out of stack, is not caught.
func In(do func()) (fell *Fault) {
	defer func() {
		if found := recover(); found != nil {
			fell = &Fault{fmt.Sprint(found), string(debug.Stack())}
		}
	}()
	do()
	return nil
}

// Ear is told of faults that went no further; nil for nobody.
type Ear func(*Fault)

// Hear tells of a fault, where there is one.
func (e Ear) Hear(f *Fault) {
	if e != nil && f != nil {
		e(f)
	}
}

// Whole does something that may fall over, and tells whether it came to its end.
func (e Ear) Whole(do func()) bool {
	f := In(do)
	e.Hear(f)
	return f == nil
}
