package glebata_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"unicode/utf8"
)

// Within the packages of the garden and of the web, no file calls on one that calls back on it.
func TestFilesStandOnOneAnother(t *testing.T) {
	for _, dir := range []string{
		"garden", "garden/logbook", "garden/forecast", "garden/compare",
		"web/parts", "web/frame", "web/today", "web/plan", "web/seed", "web/bags", "web/lift", "web/compare", "web/site", "web/draw",
	} {
		calls := callsBetweenFiles(t, dir)
		if len(calls) < 3 {
			t.Fatalf("%s: only %d files call on others: the test sees too little", dir, len(calls))
		}
		if circle := circleIn(calls); circle != nil {
			t.Errorf("%s: these files call on one another in a circle: %s", dir, strings.Join(circle, " → "))
		}
	}
}

// callsBetweenFiles of a package: by file, those whose names it uses. A method counts
// where its name is declared once and is not exported.
func callsBetweenFiles(t *testing.T, dir string) map[string][]string {
	t.Helper()
	paths, err := filepath.Glob(filepath.Join(dir, "*.go"))
	if err != nil {
		t.Fatal(err)
	}
	fset, files := token.NewFileSet(), map[string]*ast.File{}
	declared, methods := map[string]string{}, map[string][]string{}
	for _, path := range paths {
		if strings.HasSuffix(path, "_test.go") {
			continue
		}
		f, err := parser.ParseFile(fset, path, nil, 0)
		if err != nil {
			t.Fatal(err)
		}
		name := filepath.Base(path)
		files[name] = f
		for _, d := range f.Decls {
			switch d := d.(type) {
			case *ast.FuncDecl:
				if d.Recv == nil {
					declared[d.Name.Name] = name
				} else if !d.Name.IsExported() {
					methods[d.Name.Name] = append(methods[d.Name.Name], name)
				}
			case *ast.GenDecl:
				for _, s := range d.Specs {
					switch s := s.(type) {
					case *ast.TypeSpec:
						declared[s.Name.Name] = name
					case *ast.ValueSpec:
						for _, n := range s.Names {
							declared[n.Name] = name
						}
					}
				}
			}
		}
	}
	calls := map[string][]string{}
	add := func(from, to string) {
		if to != "" && to != from && !slices.Contains(calls[from], to) {
			calls[from] = append(calls[from], to)
		}
	}
	for name, f := range files {
		for _, id := range f.Unresolved { // what the file itself does not declare
			add(name, declared[id.Name])
		}
		ast.Inspect(f, func(n ast.Node) bool {
			call, ok := n.(*ast.CallExpr)
			if !ok {
				return true
			}
			if sel, ok := call.Fun.(*ast.SelectorExpr); ok && len(methods[sel.Sel.Name]) == 1 {
				add(name, methods[sel.Sel.Name][0])
			}
			return true
		})
	}
	return calls
}

// circleIn a graph, nil where there is none.
func circleIn(calls map[string][]string) []string {
	const open, done = 1, 2
	state := map[string]int{}
	var path, circle []string
	var visit func(string) bool
	visit = func(f string) bool {
		state[f] = open
		path = append(path, f)
		for _, to := range calls[f] {
			if state[to] == open {
				circle = append(slices.Clone(path[slices.Index(path, to):]), to)
				return true
			}
			if state[to] == 0 && visit(to) {
				return true
			}
		}
		path = path[:len(path)-1]
		state[f] = done
		return false
	}
	for f := range calls {
		if state[f] == 0 && visit(f) {
			return circle
		}
	}
	return nil
}

func TestACircleOfFilesIsSeen(t *testing.T) {
	if circleIn(map[string][]string{"a": {"b"}, "b": {"c"}, "c": {"a"}}) == nil || circleIn(map[string][]string{"a": {"b", "c"}, "b": {"c"}}) != nil {
		t.Error("circles are not told from stairs")
	}
}

// A line of a template is read as a whole: none is longer than that.
func TestTemplatesAreReadable(t *testing.T) {
	const longest = 200
	seen := 0
	err := filepath.WalkDir("web", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.Contains(path, "templates") {
			return err
		}
		content, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		seen++
		for i, line := range strings.Split(string(content), "\n") {
			if n := utf8.RuneCountInString(line); n > longest {
				t.Errorf("%s:%d has %d characters, at most %d", path, i+1, n, longest)
			}
		}
		return nil
	})
	if err != nil || seen < 60 {
		t.Fatal(seen, err)
	}
}
