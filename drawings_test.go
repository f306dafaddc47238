package glebata_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"path/filepath"
	"slices"
	"strings"
	"testing"
)

// Drawings are laid out without escaping: what they show is a draw.Text, which only
// draw.Escape makes, or a draw.Mark, and never a string that could be anything.
func TestDrawingsShowOnlyWhatIsEscaped(t *testing.T) {
	texts, made := 0, 0
	elsewhere := map[string]bool{} // kinds of what is drawn outside of draw
	for _, path := range glob(t, "web/*/*.go") {
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
		if err != nil {
			t.Fatal(err)
		}
		drawing := filepath.Dir(path) == "web/draw"
		ast.Inspect(f, func(n ast.Node) bool {
			switch n := n.(type) {
			case *ast.TypeSpec:
				shape, ok := n.Type.(*ast.StructType)
				if !ok || !drawing && !slices.Contains([]string{"strip", "RowBag", "line", "stop", "CodeView", "monthLine", "monthCell"}, n.Name.Name) {
					return true
				}
				elsewhere[n.Name.Name] = !drawing
				for _, field := range shape.Fields.List {
					of := field.Type
					if list, ok := of.(*ast.ArrayType); ok {
						of = list.Elt
					}
					name, _ := of.(*ast.Ident)
					for _, id := range field.Names {
						if id.IsExported() && name != nil && name.Name == "string" {
							t.Errorf("%s: %s.%s is a string: make it a Text, or a Mark", path, n.Name.Name, id.Name)
						}
					}
					if name != nil && name.Name == "Text" {
						texts++
					}
				}
			case *ast.CallExpr:
				if makes(n.Fun) {
					if made++; path != "web/draw/words.go" {
						t.Errorf("%s makes a Text of a string without escaping it", path)
					}
				}
			}
			return true
		})
	}
	if texts < 20 || made != 1 || !elsewhere["RowBag"] || !elsewhere["stop"] {
		t.Errorf("%d fields are texts, and %d places make one: the test sees too little", texts, made)
	}
}

// makes reports whether a call converts to a Text.
func makes(fun ast.Expr) bool {
	switch fun := fun.(type) {
	case *ast.Ident:
		return fun.Name == "Text"
	case *ast.SelectorExpr:
		of, _ := fun.X.(*ast.Ident)
		return of != nil && of.Name == "draw" && fun.Sel.Name == "Text"
	}
	return false
}

func glob(t *testing.T, pattern string) []string {
	t.Helper()
	paths, err := filepath.Glob(pattern)
	if err != nil {
		t.Fatal(err)
	}
	return slices.DeleteFunc(paths, func(p string) bool { return strings.HasSuffix(p, "_test.go") })
}
