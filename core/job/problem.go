package job

import (
	"fmt"
	"strings"

	"yellow-parcel/core/measure"
)

// Problem is bad input: the field as a path into the job, and what is wrong with a good example.
type Problem struct {
	Field string `json:"field"`
	Text  string `json:"text"`
}

// String is the problem on one line.
func (p Problem) String() string { return p.Field + ": " + p.Text }

// Problems are all that is wrong with a job; it is an error when there are any.
type Problems []Problem

func (p Problems) Error() string {
	lines := make([]string, len(p))
	for i, one := range p {
		lines[i] = one.String()
	}
	return strings.Join(lines, "\n")
}

// Failf adds a problem.
func (p *Problems) Failf(field, format string, args ...any) {
	*p = append(*p, Problem{field, fmt.Sprintf(format, args...)})
}

// mostQuoted is how much of a text that is not understood an error quotes.
const mostQuoted = 40

// Quoted is what was typed, as an error quotes it.
func Quoted(text string) string { return measure.Shorten(text, mostQuoted) }
