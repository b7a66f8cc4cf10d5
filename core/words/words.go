// Package words holds what English asks of texts made of parts: plurals, capitals,
// articles, and sentences with places to fill.
package words

import (
	"strings"
	"unicode"
	"unicode/utf8"
)

// Lower starts a phrase in the middle of a sentence.
func Lower(s string) string { return firstAs(s, unicode.ToLower) }

// Capital starts a sentence.
func Capital(s string) string { return firstAs(s, unicode.ToUpper) }

func firstAs(s string, as func(rune) rune) string {
	r, n := utf8.DecodeRuneInString(s)
	if n == 0 || r == utf8.RuneError {
		return s
	}
	return string(as(r)) + s[n:]
}

// Article puts "a" or "an" before a noun, or before a code that is said by its letters: an A7, a C6.
func Article(noun string) string {
	first, n := utf8.DecodeRuneInString(noun)
	next, _ := utf8.DecodeRuneInString(noun[n:])
	with := "aeiouAEIO8"
	if unicode.IsUpper(first) && !unicode.IsLower(next) {
		with = "AEFHILMNORSX"
	}
	if n > 0 && strings.ContainsRune(with, first) {
		return "an " + noun
	}
	return "a " + noun
}

// Plural is a noun for so many.
func Plural(n int, one string) string {
	if n == 1 {
		return one
	}
	return one + "s"
}

// List names all of some things: "5, 7 and 9".
func List(all []string) string {
	if last := len(all) - 1; last > 0 {
		return strings.Join(all[:last], ", ") + " and " + all[last]
	}
	return strings.Join(all, "")
}

// Letter names things one after another: A, B and so on, then AA.
func Letter(i int) string {
	if i < 26 {
		return string(rune('A' + i))
	}
	return Letter(i/26-1) + Letter(i%26)
}

// Thing is the name of something, in the middle of a sentence.
type Thing string

// Filled writes a sentence with what stands for each place in braces.
func Filled(sentence string, value func(place string) (string, bool)) string {
	if !strings.Contains(sentence, "{") {
		return sentence
	}
	var b strings.Builder
	for {
		before, rest, found := strings.Cut(sentence, "{")
		b.WriteString(before)
		if !found {
			return b.String()
		}
		place, after, closed := strings.Cut(rest, "}")
		text, known := value(place)
		if !closed || !known {
			b.WriteString("{")
			sentence = rest
			continue
		}
		b.WriteString(text)
		sentence = after
	}
}
