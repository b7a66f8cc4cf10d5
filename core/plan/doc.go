// Package plan writes what was worked out in a maker's words: every figure with
// the working behind it, the cut list in the order of work, the state of each
// station, and the one thing to know now. It computes nothing; it is the last
// stage, and nothing else in the core knows it.
package plan
