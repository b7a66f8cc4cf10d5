package store

import (
	"context"
	"encoding/json"
	"math"
	"strings"
	"unicode"

	"github.com/jmoiron/sqlx"
)

// What of a search is looked for: its first words, and the beginning of each.
const (
	wordsSought = 12
	wordSought  = 60 // letters
)

// match is a search as the index takes it: jobs that have a word beginning with
// each of its words. It is empty where the search has no word in it.
func match(search string) string {
	words := strings.FieldsFunc(search, func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsNumber(r) && !unicode.IsMark(r) })
	words = words[:min(len(words), wordsSought)]
	for i, word := range words {
		letters := []rune(word)
		words[i] = `"` + string(letters[:min(len(letters), wordSought)]) + `"*`
	}
	return strings.Join(words, " ")
}

// mostDue is how many jobs that are due are looked at.
const mostDue = 200

// Due gives the kept jobs that are due and not yet made, the first to be due first.
func (s Jobs) Due(ctx context.Context) ([]Job, error) {
	all := []Job{}
	err := s.db.SelectContext(ctx, &all, `SELECT * FROM jobs WHERE removed IS NULL AND `+toMake+` ORDER BY due, number LIMIT ?`, mostDue)
	return all, err
}

// Page is a part of a list. Next is the number after which it goes on; zero where it ends.
type Page struct {
	Jobs []Job
	Next int64
}

// List gives most of the kept jobs at once, the newest change first, beginning
// after a number; zero is the beginning. The whole list has those that are due and
// not yet made first, at its beginning and beyond the others; a search gives the
// jobs that have all its words.
func (s Jobs) List(ctx context.Context, search string, after int64, most int) (Page, error) {
	if after == 0 {
		after = math.MaxInt64
	}
	if strings.TrimSpace(search) != "" {
		return s.found(ctx, match(search), after, most)
	}
	due, err := s.dueNumbers(ctx)
	if err != nil {
		return Page{}, err
	}
	first := []Job{}
	if after == math.MaxInt64 {
		query := `SELECT * FROM jobs WHERE number IN (SELECT value FROM json_each(?)) ORDER BY due, number`
		if err := s.db.SelectContext(ctx, &first, query, due); err != nil {
			return Page{}, err
		}
	}
	var rest []Job
	err = s.db.SelectContext(ctx, &rest, `SELECT * FROM jobs WHERE removed IS NULL AND number < ? AND number NOT IN (SELECT value FROM json_each(?)) ORDER BY number DESC LIMIT ?`, after, due, most+1)
	out := page(rest, most)
	out.Jobs = append(first, out.Jobs...)
	return out, err
}

// found are the jobs that have the words of a match.
func (s Jobs) found(ctx context.Context, words string, after int64, most int) (Page, error) {
	all := []Job{}
	if words == "" {
		return Page{Jobs: all}, nil
	}
	// The index is read from its end, as far as it takes.
	err := s.db.SelectContext(ctx, &all, `SELECT jobs.* FROM job_words CROSS JOIN jobs ON jobs.number = job_words.rowid
		WHERE job_words MATCH ? AND job_words.rowid < ? AND removed IS NULL ORDER BY job_words.rowid DESC LIMIT ?`, words, after, most+1)
	return page(all, most), err
}

// page is a list of one more than it may have, cut to what it may.
func page(all []Job, most int) Page {
	if len(all) <= most {
		return Page{Jobs: all}
	}
	return Page{all[:most], all[most-1].Number}
}

// dueNumbers are the numbers of the jobs that are due, as a JSON list.
func (s Jobs) dueNumbers(ctx context.Context) (string, error) {
	numbers := []int64{}
	err := s.db.SelectContext(ctx, &numbers, `SELECT number FROM jobs WHERE removed IS NULL AND `+toMake+` ORDER BY due, number LIMIT ?`, mostDue)
	if err != nil {
		return "", err
	}
	text, err := json.Marshal(numbers)
	return string(text), err
}

// Stale gives most of the kept jobs at once whose shown was not worked out by this,
// the newest change first, beginning after a number; zero is the beginning.
func (s Jobs) Stale(ctx context.Context, by string, after int64, most int) ([]Job, error) {
	if after == 0 {
		after = math.MaxInt64
	}
	all := []Job{}
	// The plus keeps it to the order of changes: nothing is looked at twice.
	err := s.db.SelectContext(ctx, &all, `SELECT * FROM jobs WHERE removed IS NULL AND number < ? AND +shown_by <> ? ORDER BY number DESC LIMIT ?`, after, by, most)
	return all, err
}

// AnyStale tells whether there is one.
func (s Jobs) AnyStale(ctx context.Context, by string) (any bool, err error) {
	err = s.db.GetContext(ctx, &any, `SELECT EXISTS (SELECT 1 FROM jobs WHERE removed IS NULL AND shown_by < ?) OR EXISTS (SELECT 1 FROM jobs WHERE removed IS NULL AND shown_by > ?)`, by, by)
	return any, err
}

// Show keeps what lists show of a job at a revision, and what it is found by; where
// it was changed since, nothing.
func (s Jobs) Show(ctx context.Context, j Job) error {
	return s.db.within(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.NamedExecContext(ctx, `UPDATE jobs SET shown = :shown, shown_by = :shown_by WHERE id = :id AND revision = :revision`, j)
		if err != nil {
			return err
		}
		if n, err := result.RowsAffected(); err != nil || n == 0 {
			return err
		}
		return find(ctx, tx, j.Number, j.Draft)
	})
}

// find puts a job where searches find it.
func find(ctx context.Context, tx *sqlx.Tx, number int64, d Draft) error {
	_, err := tx.ExecContext(ctx, `INSERT OR REPLACE INTO job_words (rowid, words) VALUES (?, ?)`, number, d.Title+" "+d.Words)
	return err
}
