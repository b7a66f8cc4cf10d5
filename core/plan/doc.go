// Package plan writes what was worked out in a maker's words: every figure with
// the working behind it, the cut list in the order of work, the state of each
// station, and the one thing to know now. It works nothing out: what it says it
// takes from the result, the ways out and the logbook's book, or asks of them. A
// writer a station gives its own part of the document; none sees another's, but for
// stations and the one thing to know, which speak of the whole plan.
package plan
