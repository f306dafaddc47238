package glebata_test

import (
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"
)

// mayImport says which of the project's own packages each part may import. An
// arrow that is not here points the wrong way.
var mayImport = map[string][]string{
	"core":            {"core"},
	"garden/logbook":  {"core"},
	"garden/forecast": {"garden/logbook", "core"},
	"garden/compare":  {"garden/forecast", "garden/logbook", "core"},
	"garden":          {"garden/compare", "garden/forecast", "garden/logbook", "core"},
	"store":           {"garden", "core"},
	"demo":            {"garden", "core"},
	"demo/filled":     {"demo", "store", "station", "garden"},
	"station":         {"garden", "core"},
	"openformat":      {"garden", "core"},
	"web/draw":        {"garden/compare", "garden/forecast", "garden/logbook", "core"},
	"web/form":        {"garden/logbook", "core"},
	"web/parts":       {"web/draw", "web/form", "openformat", "garden", "core"},
	"web/frame":       {"web/parts", "web/draw", "web/form", "openformat", "garden", "core"},
	"web/site":        aStage(),
	"web/seed":        aStage(),
	"web/plan":        aStage(),
	"web/lift":        aStage(),
	"web/compare":     aStage(),
	"web/guide":       aStage(),
	"web/bags":        aStage("web/lift", "web/plan", "web/seed", "web/site"),
	"web/today":       aStage("web/bags", "web/plan"),
	"web":             {"web", "garden", "core"},
	"cmd":             {"web", "openformat", "store", "station", "demo", "garden", "core", "truth"},
	"truth":           {"core"},
	"e2e/browser":     {},
	"e2e/shots":       {"e2e/browser"},
}

// aStage of the web stands on the frame, and on the stages whose pages it shows parts of.
func aStage(and ...string) []string {
	return append(and, "web/frame", "web/parts", "web/draw", "web/form", "openformat", "garden", "core")
}

// floors of the core: a package may import only from floors below its own.
var floors = map[string]int{
	"measure": 0, "working": 1, "advice": 1, "harvest": 1, "crop": 2,
	"climate": 3, "bag": 3, "medium": 3, "paper": 3,
	"growth": 4, "seed": 4, "terrace": 4, "water": 4, "leaf": 4,
	"hill": 5, "calendar": 5, "assign": 5, "lift": 5, "trial": 5, "keep": 5, "risk": 5,
	"job": 6,
}

// coreMayAlso are the libraries the core may use beside the standard library.
const coreMayAlso = "gonum.org/"

// forbidden imports of a part, whatever else it may have.
var forbidden = map[string][]string{
	"garden":          {"github.com/gin-gonic/gin", "github.com/jmoiron/sqlx", "database/sql", "net/http", "os"},
	"garden/logbook":  {"context", "sync", "os", "net/http", "database/sql"},
	"garden/forecast": {"sync", "os", "net/http", "database/sql"},
	"garden/compare":  {"context", "sync", "os", "net/http", "database/sql"},
	"web":             {"github.com/jmoiron/sqlx", "database/sql"},
	"web/parts":       {"github.com/gin-gonic/gin", "net/http", "database/sql"},
	"core":            {"os", "net", "net/http", "database/sql", "io/fs", "math/rand", "crypto/rand"},
}

// noClock are the calls by which the time would be asked in the core or garden.
var noClock = []string{"time.Now(", "time.Since(", "rand.Int", "rand.Float"}

func TestArrowsPointDown(t *testing.T) {
	files := goFiles(t)
	if len(files) < 30 {
		t.Fatalf("only %d files found: the test looks in the wrong place", len(files))
	}
	for _, file := range files {
		part, dir := partOf(file)
		if part == "" {
			continue
		}
		parsed, err := parser.ParseFile(token.NewFileSet(), file, nil, parser.ImportsOnly)
		if err != nil {
			t.Fatal(err)
		}
		for _, imp := range parsed.Imports {
			path, err := strconv.Unquote(imp.Path.Value)
			if err != nil {
				t.Fatal(err)
			}
			if why := wrongWay(part, dir, path); why != "" {
				t.Errorf("%s imports %s: %s", file, path, why)
			}
		}
	}
}

// wrongWay says what is wrong with an import, "" when nothing is.
func wrongWay(part, dir, path string) string {
	for _, no := range forbidden[part] {
		if path == no {
			return part + " must not know it"
		}
	}
	own, ours := strings.CutPrefix(path, "glebata/")
	if !ours {
		if part == "core" && strings.Contains(strings.Split(path, "/")[0], ".") && !strings.HasPrefix(path, coreMayAlso) {
			return "the core uses the standard library and gonum only"
		}
		return ""
	}
	allowed := false
	for _, to := range mayImport[part] {
		allowed = allowed || own == to || strings.HasPrefix(own, to+"/")
	}
	if !allowed {
		return "the arrow points up"
	}
	if part == "core" {
		from, to := strings.TrimPrefix(dir, "core/"), strings.TrimPrefix(own, "core/")
		high, known := floors[from]
		low, knownToo := floors[to]
		if !known || !knownToo || low >= high {
			return "it does not stand on a lower floor of the core"
		}
	}
	return ""
}

// The test itself must see a wrong arrow.
func TestWrongArrowsAreSeen(t *testing.T) {
	for _, c := range []struct{ part, dir, path string }{
		{"core", "core/bag", "glebata/garden"},
		{"core", "core/bag", "glebata/core/hill"},
		{"core", "core/bag", "github.com/gin-gonic/gin"},
		{"garden", "garden", "glebata/store"},
		{"garden/logbook", "garden/logbook", "glebata/garden/forecast"},
		{"garden/logbook", "garden/logbook", "glebata/garden"},
		{"garden/forecast", "garden/forecast", "glebata/garden"},
		{"web/draw", "web/draw", "glebata/garden"},
		{"garden", "garden", "github.com/gin-gonic/gin"},
		{"web", "web", "glebata/store"},
		{"web/frame", "web/frame", "glebata/web/plan"},
		{"web/plan", "web/plan", "glebata/web/bags"},
		{"web/parts", "web/parts", "glebata/web/frame"},
		{"web", "web", "github.com/jmoiron/sqlx"},
		{"store", "store", "glebata/web"},
	} {
		if wrongWay(c.part, c.dir, c.path) == "" {
			t.Errorf("%s importing %s is let through", c.dir, c.path)
		}
	}
	if why := wrongWay("core", "core/hill", "glebata/core/bag"); why != "" {
		t.Errorf("hill standing on bag is refused: %s", why)
	}
}

func TestCoreAndGardenAskNoClock(t *testing.T) {
	for _, file := range goFiles(t) {
		part, _ := partOf(file)
		if part != "core" && !strings.HasPrefix(part, "garden") {
			continue
		}
		content, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		text := string(content)
		for _, call := range noClock {
			if strings.Contains(text, call) {
				t.Errorf("%s calls %s: the clock and chance are arguments", file, call)
			}
		}
	}
}

// A gin.Context is used again for another request while the database may still
// watch it: what a handler hands on is the request's own context.
func TestHandlersHandOnTheRequestsContext(t *testing.T) {
	seen := 0
	wrong := regexp.MustCompile(`\.Garden\.\w+\(c[,)]`)
	for _, file := range goFiles(t) {
		if part, _ := partOf(file); !strings.HasPrefix(part, "web") {
			continue
		}
		seen++
		content, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		if found := wrong.Find(content); found != nil {
			t.Errorf("%s: %s hands on a gin.Context", file, found)
		}
	}
	if seen < 60 {
		t.Errorf("only %d files of web are looked at", seen)
	}
}

// partOf a file: its key in mayImport, and its folder.
func partOf(file string) (part, dir string) {
	dir = filepath.ToSlash(filepath.Dir(file))
	if _, ok := mayImport[dir]; ok {
		return dir, dir
	}
	first, _, _ := strings.Cut(dir, "/")
	if _, ok := mayImport[first]; ok {
		return first, dir
	}
	return "", dir
}

func goFiles(t *testing.T) []string {
	t.Helper()
	var files []string
	err := filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if d.IsDir() && (d.Name() == "node_modules" || d.Name() == ".git") {
			return filepath.SkipDir
		}
		if strings.HasSuffix(path, ".go") && !strings.HasSuffix(path, "_test.go") {
			files = append(files, path)
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	return files
}
