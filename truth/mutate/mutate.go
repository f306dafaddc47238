// Package mutate makes one-line mutants of the rules and asks the tests of the package they
// stand in to tell them apart: a rule that no test guards where it stands survives.
package mutate

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"hash/fnv"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
)

// Mutant is one change of one place.
type Mutant struct {
	File     string // from the root of the module
	Package  string // folder of the file
	Function string // it stands in; empty for a declaration
	Line     int
	Was, Is  string // what stood there, and what stands there instead
	Text     string // the line as it was
	from, to int    // bytes of Was in the file
	order    uint64 // it is drawn by
}

// Name tells a mutant from others, whatever else changes in its file.
func (m *Mutant) Name() string {
	return fmt.Sprintf("%s %s: %s ⟨%s → %s⟩", m.File, m.Function, m.Text, m.Was, m.Is)
}

// swaps of operators.
var swaps = map[token.Token]token.Token{
	token.LSS: token.LEQ, token.LEQ: token.LSS, token.GTR: token.GEQ, token.GEQ: token.GTR, token.EQL: token.NEQ, token.NEQ: token.EQL,
	token.ADD: token.SUB, token.SUB: token.ADD, token.MUL: token.QUO, token.QUO: token.MUL, token.LAND: token.LOR, token.LOR: token.LAND,
}

// names that are put for one another.
var names = map[string]string{"min": "max", "max": "min", "true": "false", "false": "true"}

// Of all files of some folders below a root, in no order of use: draw them with Draw.
func Of(root string, folders ...string) ([]Mutant, error) {
	var out []Mutant
	for _, folder := range folders {
		files, err := filepath.Glob(filepath.Join(root, folder, "*.go"))
		if err != nil {
			return nil, err
		}
		for _, path := range files {
			if strings.HasSuffix(path, "_test.go") || filepath.Base(path) == "doc.go" {
				continue
			}
			found, err := ofFile(root, folder, path)
			if err != nil {
				return nil, err
			}
			out = append(out, found...)
		}
	}
	return out, nil
}

func ofFile(root, folder, path string) ([]Mutant, error) {
	source, err := os.ReadFile(path)
	if err != nil {
		return nil, err
	}
	fset := token.NewFileSet()
	f, err := parser.ParseFile(fset, path, source, parser.SkipObjectResolution)
	if err != nil {
		return nil, err
	}
	name, err := filepath.Rel(root, path)
	if err != nil {
		return nil, err
	}
	lines := strings.Split(string(source), "\n")
	var out []Mutant
	add := func(function string, from token.Pos, was, is string) {
		at := fset.Position(from)
		text := strings.TrimSpace(lines[at.Line-1])
		out = append(out, Mutant{File: name, Package: folder, Function: function, Line: at.Line, Was: was, Is: is, Text: text, from: at.Offset, to: at.Offset + len(was)})
	}
	for _, d := range f.Decls {
		function := ""
		if fn, ok := d.(*ast.FuncDecl); ok {
			function = fn.Name.Name
		} else if g, ok := d.(*ast.GenDecl); ok && g.Tok == token.IMPORT {
			continue
		}
		ast.Inspect(d, func(n ast.Node) bool {
			return each(n, func(from token.Pos, was, is string) { add(function, from, was, is) })
		})
	}
	return out, nil
}

// each way that one node may be changed. It reports whether to look into the node.
func each(n ast.Node, add func(from token.Pos, was, is string)) bool {
	switch n := n.(type) {
	case *ast.BinaryExpr:
		if to, ok := swaps[n.Op]; ok && !textual(n.X) && !textual(n.Y) {
			add(n.OpPos, n.Op.String(), to.String())
		}
	case *ast.AssignStmt:
		switch n.Tok {
		case token.ADD_ASSIGN:
			if !textual(n.Rhs[0]) {
				add(n.TokPos, "+=", "-=")
			}
		case token.SUB_ASSIGN:
			add(n.TokPos, "-=", "+=")
		case token.MUL_ASSIGN:
			add(n.TokPos, "*=", "/=")
		}
	case *ast.UnaryExpr:
		if n.Op == token.NOT {
			add(n.OpPos, "!", "")
		}
	case *ast.Ident:
		if is, ok := names[n.Name]; ok {
			add(n.Pos(), n.Name, is)
		}
	case *ast.BasicLit:
		if is, ok := other(n); ok {
			add(n.Pos(), n.Value, is)
		}
	case *ast.StructType, *ast.ArrayType, *ast.ImportSpec:
		return false
	case *ast.CallExpr:
		if sel, ok := n.Fun.(*ast.SelectorExpr); ok && (sel.Sel.Name == "WriteComparable" || sel.Sel.Name == "Sprintf" || sel.Sel.Name == "Errorf") {
			return false // what a cache is kept under, and words
		}
	}
	return true
}

// textual reports whether an expression is plainly text.
func textual(e ast.Expr) bool {
	lit, ok := e.(*ast.BasicLit)
	return ok && lit.Kind == token.STRING
}

// other number than the one that stands there: one more, or a tenth more.
func other(l *ast.BasicLit) (string, bool) {
	switch l.Kind {
	case token.INT:
		if n, err := strconv.ParseInt(l.Value, 10, 64); err == nil {
			return strconv.FormatInt(n+1, 10), true
		}
	case token.FLOAT:
		if v, err := strconv.ParseFloat(l.Value, 64); err == nil {
			return strconv.FormatFloat(v*1.1, 'g', 6, 64), v != 0
		}
	}
	return "", false
}

// Draw n of some mutants by a seed. What is drawn depends on each mutant's own name alone: a
// change elsewhere does not draw others.
func Draw(all []Mutant, n int, seed uint64) []Mutant {
	seen := map[string]int{}
	for i := range all {
		m := &all[i]
		seen[m.Name()]++
		h := fnv.New64a()
		fmt.Fprintf(h, "%d %d %s", seed, seen[m.Name()], m.Name())
		m.order = h.Sum64()
	}
	drawn := slices.Clone(all)
	slices.SortFunc(drawn, func(a, b Mutant) int {
		switch {
		case a.order < b.order:
			return -1
		case a.order > b.order:
			return 1
		}
		return 0
	})
	return drawn[:min(n, len(drawn))]
}

// Source of the file with the mutant in it.
func (m *Mutant) Source(root string) ([]byte, error) {
	source, err := os.ReadFile(filepath.Join(root, m.File))
	if err != nil {
		return nil, err
	}
	if m.to > len(source) || string(source[m.from:m.to]) != m.Was {
		return nil, fmt.Errorf("%s has changed", m.File)
	}
	return slices.Concat(source[:m.from], []byte(m.Is), source[m.to:]), nil
}
