package glebata_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"maps"
	"path/filepath"
	"slices"
	"strings"
	"testing"
)

// makers of a proposal: whoever calls one has a day, a number or a harvest to offer.
var makers = []string{"GrowDraft", "growDrafts", "NewCandidate", "Succession", "SlipBalances", "Propose", "Answer", "Design"}

// asks are the ways through the gate.
var asks = []string{"May", "MayClass", "Ever", "gate"}

// excused are callers of a maker that offer nothing of their own, and why.
var excused = map[string]string{
	"planWorking": "it shows how a figure of a plan came about, whose page has asked",
}

// calls that each function makes, by its name and theirs, in files of Go.
func calls(t *testing.T, files []string, parse func(*token.FileSet, string) (*ast.File, error)) map[string]map[string]bool {
	t.Helper()
	out := map[string]map[string]bool{}
	for _, path := range files {
		f, err := parse(token.NewFileSet(), path)
		if err != nil {
			t.Fatal(err)
		}
		for _, d := range f.Decls {
			fn, ok := d.(*ast.FuncDecl)
			if !ok || fn.Body == nil {
				continue
			}
			made := out[fn.Name.Name]
			if made == nil {
				made = map[string]bool{}
				out[fn.Name.Name] = made
			}
			ast.Inspect(fn.Body, func(n ast.Node) bool {
				if c, ok := n.(*ast.CallExpr); ok {
					switch f := c.Fun.(type) {
					case *ast.Ident:
						made[f.Name] = true
					case *ast.SelectorExpr:
						made[f.Sel.Name] = true
					}
				}
				return true
			})
		}
	}
	return out
}

// ungated are the functions that call a maker and do not come through the gate, by themselves or by
// what they call.
func ungated(of map[string]map[string]bool) []string {
	var reaches func(name string, seen map[string]bool) bool
	reaches = func(name string, seen map[string]bool) bool {
		if slices.Contains(asks, name) {
			return true
		}
		if seen[name] {
			return false
		}
		seen[name] = true
		for callee := range of[name] {
			if reaches(callee, seen) {
				return true
			}
		}
		return false
	}
	var out []string
	for _, name := range slices.Sorted(maps.Keys(of)) {
		makes := slices.ContainsFunc(makers, func(m string) bool { return of[name][m] })
		if makes && !slices.Contains(makers, name) && excused[name] == "" && !reaches(name, map[string]bool{}) {
			out = append(out, name)
		}
	}
	return out
}

// Every page and command that proposes comes through the one gate.
func TestWhoeverProposesAsksTheGate(t *testing.T) {
	var files []string
	for _, dir := range []string{"garden", "garden/forecast", "web", "web/*", "cmd/glebata"} {
		found, err := filepath.Glob(filepath.Join(dir, "*.go"))
		if err != nil {
			t.Fatal(err)
		}
		for _, f := range found {
			if !strings.HasSuffix(f, "_test.go") {
				files = append(files, f)
			}
		}
	}
	of := calls(t, files, func(set *token.FileSet, path string) (*ast.File, error) { return parser.ParseFile(set, path, nil, 0) })
	for _, name := range ungated(of) {
		t.Errorf("%s proposes something and does not ask what may be", name)
	}
	// The makers themselves but for the two that only work a draft out, and those who ask for them.
	for _, name := range []string{"Succession", "Propose", "Answer", "Design", "SlipBalances", "when", "answerIn", "ask", "succession", "proposal", "design", "nursery", "planPage"} {
		if of[name] == nil {
			t.Errorf("there is no %s any more: who proposes now?", name)
		} else if len(ungated(map[string]map[string]bool{name + " by itself": of[name]})) > 0 && !reachesGate(of, name) {
			t.Errorf("%s does not come through the gate", name)
		}
	}
	for name, why := range excused {
		if of[name] == nil || why == "" {
			t.Errorf("%s is excused and is not there", name)
		}
	}
}

func reachesGate(of map[string]map[string]bool, name string) bool {
	seen := map[string]bool{}
	for next := []string{name}; len(next) > 0; {
		n := next[0]
		next = next[1:]
		if slices.Contains(asks, n) {
			return true
		}
		if seen[n] {
			continue
		}
		seen[n] = true
		for callee := range of[n] {
			next = append(next, callee)
		}
	}
	return false
}

// A page that proposes and does not ask is seen.
func TestAProposalPastTheGateIsSeen(t *testing.T) {
	src := `package x
func asking(v V) { v.GrowDraft(); v.May() }
func throughAnother(v V) { v.GrowDraft(); helper(v) }
func helper(v V) { v.MayClass() }
func past(v V) { v.GrowDraft(); other(v) }
func other(v V) {}
`
	of := calls(t, []string{"x.go"}, func(set *token.FileSet, path string) (*ast.File, error) { return parser.ParseFile(set, path, src, 0) })
	if got := ungated(of); len(got) != 1 || got[0] != "past" {
		t.Errorf("ungated are %v", got)
	}
}
