package store

import (
	"bytes"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"syscall"

	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// Fault is why a data file cannot be used: which, what is wrong with it, and what to do.
type Fault struct {
	File, What, Do string
	Err            error // what was found, where that is more than What says
}

func (f *Fault) Error() string { return fmt.Sprintf("%s %s; %s", f.File, f.What, f.Do) }

// Unwrap gives what was found.
func (f *Fault) Unwrap() error { return f.Err }

// magic is how every data file begins.
const magic = "SQLite format 3\x00"

// looksLikeData tells a data file from another file, and from none.
func looksLikeData(name string) error {
	f, err := os.Open(name)
	if err != nil {
		return fault(name, err)
	}
	defer f.Close()
	head := make([]byte, len(magic))
	n, err := io.ReadFull(f, head)
	switch {
	case n == 0 && errors.Is(err, io.EOF):
		return &Fault{name, "is empty", "restore a copy with yellow-parcel restore, or take the file away to begin anew", nil}
	case err != nil && !errors.Is(err, io.ErrUnexpectedEOF):
		return fault(name, err)
	case !bytes.Equal(head, []byte(magic)):
		return &Fault{name, "is not a data file of Yellow Parcel", "restore a copy with yellow-parcel restore, or give another folder with --data", nil}
	}
	return nil
}

// Trouble says, for whoever asked something of a data file that is open, why it
// could not be done; empty where that is no trouble of the disk or the file.
func Trouble(err error) string {
	var known *Fault
	if errors.As(err, &known) {
		return known.Error() + "."
	}
	var in *sqlite.Error
	if !errors.As(err, &in) {
		return ""
	}
	switch in.Code() & 0xff {
	case sqlite3.SQLITE_FULL:
		return "The disk is full: nothing more can be kept until there is room. What was kept is whole."
	case sqlite3.SQLITE_READONLY, sqlite3.SQLITE_PERM, sqlite3.SQLITE_CANTOPEN:
		return "The data file cannot be written: see that it and its folder are writable. What was kept is whole."
	case sqlite3.SQLITE_CORRUPT, sqlite3.SQLITE_NOTADB:
		return "The data file is damaged: stop the application and restore a copy, or save what can be read with yellow-parcel mend. What is there is kept beside it."
	case sqlite3.SQLITE_BUSY, sqlite3.SQLITE_LOCKED:
		return "The data file is busy with something large just now; try again in a moment."
	case sqlite3.SQLITE_IOERR:
		return "The disk does not answer as it should: nothing more can be kept until it does."
	}
	return ""
}

// damaged tells an error that comes of a damaged file.
func damaged(err error) bool {
	var in *sqlite.Error
	return errors.As(err, &in) && (in.Code()&0xff == sqlite3.SQLITE_CORRUPT || in.Code()&0xff == sqlite3.SQLITE_NOTADB)
}

// fault says what is wrong with a file in a maker's words.
func fault(file string, err error) error {
	var known *Fault
	if err == nil || errors.As(err, &known) {
		return err
	}
	var in *sqlite.Error
	code := 0
	if errors.As(err, &in) {
		code = in.Code() & 0xff
	}
	say := func(what, do string) error { return &Fault{file, what, do, err} }
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return say("is not there", "give the folder it is in with --data")
	case code == sqlite3.SQLITE_NOTADB:
		return say("is not a data file of Yellow Parcel", "restore a copy with yellow-parcel restore, or give another folder with --data")
	case code == sqlite3.SQLITE_CORRUPT:
		return say("is damaged", "restore a copy with yellow-parcel restore; what is there is kept beside it")
	case code == sqlite3.SQLITE_FULL || errors.Is(err, syscall.ENOSPC):
		return say("cannot be written, since the disk is full", "make room and start again; what was kept is whole")
	case code == sqlite3.SQLITE_READONLY, code == sqlite3.SQLITE_CANTOPEN, code == sqlite3.SQLITE_PERM, errors.Is(err, fs.ErrPermission), errors.Is(err, syscall.EROFS):
		return say("cannot be written or read here", "see that the folder and the file are yours to write, or give another folder with --data")
	case code == sqlite3.SQLITE_BUSY:
		return say("is in use by another program", "stop that one and start again")
	}
	return say("cannot be opened ("+err.Error()+")", "restore a copy with yellow-parcel restore, or give another folder with --data")
}
