// Package learn is what a logbook teaches: how much room suits a thickness, how many
// pieces to spare, how long hands take, how often a counter does as was foretold.
// Each is a small estimate that begins at today's rule and is moved by what was
// noted, the same on every machine. Nothing here is applied: it is suggested, with
// what it rests on and how sure it is.
package learn
