package core

import (
	"go/ast"
	"go/parser"
	"go/token"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/catalog"
)

// How large a room may grow before it is two.
const (
	mostMethods      = 25
	mostFileLines    = 350
	mostPackageLines = 2600
)

// source is the core's files but for tests, by package.
func source(t *testing.T) map[string]map[string]*ast.File {
	t.Helper()
	files, err := filepath.Glob("*/*.go")
	if err != nil {
		t.Fatal(err)
	}
	out := map[string]map[string]*ast.File{}
	for _, f := range files {
		if strings.HasSuffix(f, "_test.go") {
			continue
		}
		tree, err := parser.ParseFile(token.NewFileSet(), f, nil, parser.SkipObjectResolution)
		if err != nil {
			t.Fatal(err)
		}
		pkg := filepath.Dir(f)
		if out[pkg] == nil {
			out[pkg] = map[string]*ast.File{}
		}
		out[pkg][f] = tree
	}
	if len(out) < 10 {
		t.Fatalf("only %d packages", len(out))
	}
	return out
}

func TestNoRoomGrowsFat(t *testing.T) {
	for pkg, files := range source(t) {
		whole, methods := 0, map[string]int{}
		for f, tree := range files {
			text, err := os.ReadFile(f)
			if err != nil {
				t.Fatal(err)
			}
			lines := strings.Count(string(text), "\n")
			if whole += lines; lines > mostFileLines {
				t.Errorf("%s has %d lines", f, lines)
			}
			for _, d := range tree.Decls {
				if fn, ok := d.(*ast.FuncDecl); ok && fn.Recv != nil {
					methods[receiver(fn.Recv.List[0].Type)]++
				}
			}
		}
		if whole > mostPackageLines {
			t.Errorf("%s has %d lines", pkg, whole)
		}
		for name, n := range methods {
			if n > mostMethods {
				t.Errorf("%s.%s has %d methods", pkg, name, n)
			}
		}
	}
}

// receiver is the name of a method's type, without its pointer and parameters.
func receiver(e ast.Expr) string {
	switch e := e.(type) {
	case *ast.StarExpr:
		return receiver(e.X)
	case *ast.IndexExpr:
		return receiver(e.X)
	case *ast.Ident:
		return e.Name
	}
	return "?"
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
	for pkg, files := range source(t) {
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
