package core

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/catalog"
)

// How large a room may grow before it is two. A family is types over one state: those
// that embed one another, and those that are only a pointer to another.
const (
	mostMethods      = 25
	mostFamily       = 40
	mostFileLines    = 350 // in the core, as the next
	mostPackageLines = 2600
)

// room is a folder's Go files but for tests, by name.
type room map[string]*ast.File

// source is all rooms below a folder.
func source(t *testing.T, under string) map[string]room {
	t.Helper()
	out := map[string]room{}
	err := filepath.WalkDir(under, func(name string, entry fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if entry.IsDir() && (entry.Name() == "node_modules" || entry.Name() == ".git") {
			return fs.SkipDir
		}
		if !strings.HasSuffix(name, ".go") || strings.HasSuffix(name, "_test.go") {
			return nil
		}
		tree, err := parser.ParseFile(token.NewFileSet(), name, nil, parser.SkipObjectResolution)
		if pkg := filepath.Dir(name); out[pkg] == nil {
			out[pkg] = room{}
		}
		out[filepath.Dir(name)][name] = tree
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	if len(out) < 10 {
		t.Fatalf("only %d packages", len(out))
	}
	return out
}

func TestNoFileOfTheCoreGrowsFat(t *testing.T) {
	for pkg, files := range source(t, ".") {
		whole := 0
		for f := range files {
			text, err := os.ReadFile(f)
			if err != nil {
				t.Fatal(err)
			}
			lines := strings.Count(string(text), "\n")
			if whole += lines; lines > mostFileLines {
				t.Errorf("%s has %d lines", f, lines)
			}
		}
		if whole > mostPackageLines {
			t.Errorf("%s has %d lines", pkg, whole)
		}
	}
}

func TestNoRoomGrowsWide(t *testing.T) {
	for pkg, files := range source(t, "..") {
		for _, wrong := range wide(files) {
			t.Errorf("%s: %s", pkg, wrong)
		}
	}
}

// A room that is too wide is named, whichever way it hides.
func TestWideRoomsAreSeen(t *testing.T) {
	methods := func(name string, n int) (text string) {
		for i := range n {
			text += fmt.Sprintf("func (x *%s) m%d() {}\n", name, i)
		}
		return text
	}
	for _, c := range []struct{ what, text, want string }{
		{"one type", "type a struct{ n, m int }\n" + methods("a", 26), "a has 26 methods"},
		{"one that is wide enough", "type a struct{ n, m int }\n" + methods("a", 25), ""},
		{"embedding", "type a struct{ n, m int }\ntype b struct{ *a; k int }\ntype c struct{ b }\n" + methods("a", 14) + methods("b", 14) + methods("c", 13), "a, b, c have 41 methods"},
		{"only a pointer", "type a struct{ n, m int }\ntype b struct{ of *a }\n" + methods("a", 25) + methods("b", 16), "a, b have 41 methods"},
		{"a pointer and more", "type a struct{ n, m int }\ntype b struct{ of *a; n int }\n" + methods("a", 25) + methods("b", 25), ""},
		{"a type of another name", "type a struct{ n, m int }\ntype b a\n" + methods("a", 21) + methods("b", 20), "a, b have 41 methods"},
		{"with parameters", "type a[T any] struct{ n, m T }\ntype b struct{ *a[int]; k int }\nfunc (x *a[T]) n() {}\n" + methods("b", 25), ""},
		{"a family with parameters", "type a[T any] struct{ n, m T }\ntype b struct{ *a[int]; k int }\n" + methods("a[T]", 16) + methods("b", 25), "a, b have 41 methods"},
	} {
		tree, err := parser.ParseFile(token.NewFileSet(), "a.go", "package a\n"+c.text, parser.SkipObjectResolution)
		if err != nil {
			t.Fatal(err)
		}
		if got := strings.Join(wide(room{"a.go": tree}), "; "); got != c.want {
			t.Errorf("%s: %q, want %q", c.what, got, c.want)
		}
	}
}

// wide says which types and families of a room have too many methods.
func wide(files room) (out []string) {
	own, kin, over := map[string]int{}, map[string]string{}, map[string][]string{}
	for _, tree := range files {
		for _, d := range tree.Decls {
			switch d := d.(type) {
			case *ast.FuncDecl:
				if d.Recv != nil {
					own[named(d.Recv.List[0].Type)]++
				}
			case *ast.GenDecl:
				for _, s := range d.Specs {
					if one, ok := s.(*ast.TypeSpec); ok {
						kin[one.Name.Name], over[one.Name.Name] = one.Name.Name, bases(one.Type)
					}
				}
			}
		}
	}
	for name, all := range over {
		for _, base := range all {
			if kin[base] != "" { // one of this room
				kin[root(kin, name)] = root(kin, base)
			}
		}
	}
	families, whole := map[string][]string{}, map[string]int{}
	for name, n := range own {
		if n > mostMethods {
			out = append(out, fmt.Sprintf("%s has %d methods", name, n))
		}
		of := root(kin, name)
		families[of], whole[of] = append(families[of], name), whole[of]+n
	}
	for of, names := range families {
		if slices.Sort(names); whole[of] > mostFamily && len(names) > 1 {
			out = append(out, fmt.Sprintf("%s have %d methods", strings.Join(names, ", "), whole[of]))
		}
	}
	slices.Sort(out)
	return out
}

// bases are the types of a room that a type is over: what it embeds, what it is the
// only pointer to, what it is another name for.
func bases(e ast.Expr) (out []string) {
	s, ok := e.(*ast.StructType)
	if !ok {
		if _, plain := e.(*ast.Ident); plain {
			return []string{named(e)}
		}
		return nil
	}
	for _, f := range s.Fields.List {
		_, pointer := f.Type.(*ast.StarExpr)
		if len(f.Names) == 0 || pointer && s.Fields.NumFields() == 1 {
			out = append(out, named(f.Type))
		}
	}
	return out
}

func root(kin map[string]string, name string) string {
	for kin[name] != name {
		name = kin[name]
	}
	return name
}

// named is the name of a type of the room, without its pointer and parameters; empty for another's.
func named(e ast.Expr) string {
	switch e := e.(type) {
	case *ast.StarExpr:
		return named(e.X)
	case *ast.IndexExpr:
		return named(e.X)
	case *ast.Ident:
		return e.Name
	}
	return ""
}

// Only one room knows a style by its name, and none a carrier: what is offered is read off tables and files.
func TestNamesAreKnownInOneRoom(t *testing.T) {
	home := map[string]string{}
	for _, s := range blank.Styles() {
		home[s.ID] = "blank"
	}
	for _, c := range catalog.Standard().Carriers {
		home[c.ID] = "no room at all"
	}
	for pkg, files := range source(t, ".") {
		for f, tree := range files {
			ast.Inspect(tree, func(n ast.Node) bool {
				if _, ok := n.(*ast.ImportSpec); ok {
					return false
				}
				lit, ok := n.(*ast.BasicLit)
				if !ok || lit.Kind != token.STRING {
					return true
				}
				text, err := strconv.Unquote(lit.Value)
				if room, known := home[text]; err == nil && known && room != pkg {
					t.Errorf("%s knows %q, which belongs to %s", f, text, room)
				}
				return true
			})
		}
	}
}
