// Package trim plans guillotine cuts: edge to edge, one at a time, as a trimmer makes them.
//
// Every cut parts the whole piece that lies in the trimmer in two, so a plan for
// a sheet is a tree: its root is the sheet, its leaves are pieces and offcuts.
//
//	+--------+-----+     1. set the guide to 8 in, cut from top to foot
//	|   A    |  B  |     2. set it to 5, cut the left part across: A, and
//	|        +-----+     3. what is under it is an offcut
//	+--------+  B  |     4. the right part gives two B at one setting
//	| offcut |     |
//	+--------+-----+     A and B swapped at a crossing no straight cut
//	                     reaches would not be a guillotine plan.
//
// A plan for a batch says which layouts to cut and how often: on the fewest
// sheets, then with the fewest settings of the guide, then with the largest
// offcuts. It comes about in three steps, each on what the one before gave:
//
//   - task: pieces that are cut alike are one kind, and sheets say which lie in
//     them how. Linear in pieces times sheets.
//   - front: ways of covering the batch are offered, and those kept that no other
//     beats in sheets, settings, paper and offcut at once. Where a sheet takes few
//     kinds, every layout worth having is listed (package pattern) and few of them
//     are combined: every one and two of n layouts, O(n²) offers, then whole sheets
//     by a depth-first search of at most 4,000 nodes. Of more kinds layouts are made
//     as they pay, and what is left over is packed one by one (package parts). An
//     offer costs the rows of its sheets, O(r); two are compared in O(1).
//   - choices: of the front at most six are drawn. In which order the guide is set
//     is a beam search over the settings: O(w·s²·r) for a width w, s settings and r
//     rows, since what waits for a setting hangs only on which were made before.
//
// All of it is bounded by Steps, counted in places looked at and not in time, so
// that the same batch gives the same plan on any machine: what it costs is O(Steps)
// whatever comes in. An exact plan of a whole batch takes exponential time in its
// kinds; a bound says instead how far off this one can be.
// Lengths are exact and owned by the caller; a plan shares nothing with its Problem.
package trim
