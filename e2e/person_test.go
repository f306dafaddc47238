package e2e

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"net/http/httptest"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"glebata/core/measure"
	"glebata/demo"
	"glebata/demo/filled"
	"glebata/e2e/browser"
	"glebata/garden"
	"glebata/station"
	"glebata/store"
	"glebata/web"
	"glebata/web/frame"
)

// chromium is the one browser of the whole test program.
var chromium *browser.Browser

func TestMain(m *testing.M) {
	var err error
	if chromium, err = browser.Start(); err != nil {
		fmt.Fprintln(os.Stderr, "the interface cannot be tested:", err)
		os.Exit(1)
	}
	flag.Parse()
	if err := flag.Set("test.parallel", "4"); err != nil { // they wait for the browser, mostly
		fmt.Fprintln(os.Stderr, err)
	}
	code := m.Run()
	if err := chromium.Close(); err != nil {
		fmt.Fprintln(os.Stderr, "closing the browser:", err)
	}
	os.Exit(code)
}

type clock struct{ day atomic.Int64 }

func (c *clock) Today() measure.Day { return measure.Day(c.day.Load()) }
func (c *clock) Step(days int)      { c.day.Add(int64(days)) }

// person uses the interface of one garden in one window.
type person struct {
	t    *testing.T
	page *rod.Page
	base string
	// clock of the garden; a press on “A week on” moves it, or a test beforehand.
	clock *clock
	// entry is the form of a bag's page that was opened last, by its title:
	// fields are looked for in it first.
	entry string

	looking string // how a page is looked at, to say so

	mu       sync.Mutex
	troubles []string // requests that left the machine, errors in the console
}

// window sizes.
var (
	desk  = sized(1280, 800)
	phone = sized(390, 844)
)

func sized(width, height int) proto.EmulationSetDeviceMetricsOverride {
	return proto.EmulationSetDeviceMetricsOverride{Width: width, Height: height, DeviceScaleFactor: 1, Mobile: width < 700}
}

// patience is how long a person waits for something to show.
const patience = 30 * time.Second

// The gardens a person sits down before.
var demoGarden, emptyGarden = filled.Content, func() ([]byte, error) { return nil, nil }

// sit someone down before a garden.
func sit(t *testing.T, file func() ([]byte, error), size proto.EmulationSetDeviceMetricsOverride) *person {
	t.Helper()
	content, err := file()
	if err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(t.TempDir(), "e2e.glebata")
	if err := os.WriteFile(path, content, 0o600); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(context.Background(), path, store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	g := garden.Open(s, station.NewWeather(station.UsualSeed))
	c := &clock{}
	c.day.Store(int64(demo.Today()))
	h, err := web.New(g, c, station.NewDevices(station.UsualSeed), frame.Options{})
	if err != nil {
		t.Fatal(err)
	}
	server := httptest.NewServer(h)
	page, err := chromium.Page(proto.TargetCreateTarget{URL: "about:blank", NewWindow: true})
	if err != nil {
		t.Fatal(err)
	}
	if err := page.SetViewport(&size); err != nil {
		t.Fatal(err)
	}
	if err := (proto.EmulationSetFocusEmulationEnabled{Enabled: true}).Call(page); err != nil { // others are open beside it
		t.Fatal(err)
	}
	p := &person{t: t, page: page, base: server.URL, clock: c}
	p.watch()
	t.Cleanup(func() {
		p.mu.Lock()
		for _, trouble := range p.troubles {
			t.Error(trouble)
		}
		p.mu.Unlock()
		_ = page.Close() // only looked at
		server.Close()
		if err := s.Close(); err != nil {
			t.Error(err)
		}
	})
	return p
}

// watch notes whatever leaves the machine or goes wrong in the page.
func (p *person) watch() {
	note := func(format string, args ...any) {
		p.mu.Lock()
		defer p.mu.Unlock()
		p.troubles = append(p.troubles, fmt.Sprintf(format, args...))
	}
	go p.page.EachEvent(func(e *proto.NetworkRequestWillBeSent) {
		if url := e.Request.URL; !strings.HasPrefix(url, p.base) && !strings.HasPrefix(url, "about:") && !strings.HasPrefix(url, "data:") {
			note("a request left for %s", url)
		}
	}, func(e *proto.LogEntryAdded) {
		// A refused form is answered with 422 on purpose; a test may keep scripts out or pull the plug.
		meant := strings.Contains(e.Entry.Text, "422") || strings.Contains(e.Entry.Text, "ERR_BLOCKED_BY_CLIENT") ||
			strings.Contains(e.Entry.Text, "ERR_INTERNET_DISCONNECTED")
		if e.Entry.Level == proto.LogLogEntryLevelError && !meant {
			note("the browser says: %s %s", e.Entry.Text, e.Entry.URL)
		}
	}, func(e *proto.RuntimeExceptionThrown) {
		note("a script failed: %s", e.ExceptionDetails.Text)
	})()
	if err := (proto.LogEnable{}).Call(p.page); err != nil {
		p.t.Fatal(err)
	}
}

func (p *person) must(what string, err error) {
	p.t.Helper()
	if err == nil {
		return
	}
	seen, _ := p.page.Timeout(2 * time.Second).Eval(`() => location.pathname + "\n" + document.body.innerText.slice(0, 1500)`)
	if seen != nil {
		p.t.Fatalf("%s: %v\nthe page shows %s", what, err, seen.Value.Str())
	}
	p.t.Fatalf("%s: %v", what, err)
}

// turning are what the browser says while one page gives way to the next.
var turning = []string{"navigated or closed", "Cannot find context", "context was destroyed", "detached", "not find node", "cannot find object", "not belong to the document"}

// try something until it works, as long as what goes wrong is only that the page
// is turning and patience lasts.
func (p *person) try(what string, do func(*rod.Page) error) {
	p.t.Helper()
	deadline := time.Now().Add(patience)
	for {
		err := do(p.page.Timeout(time.Until(deadline) + 50*time.Millisecond))
		passing := errors.Is(err, context.DeadlineExceeded) || err != nil && slices.ContainsFunc(turning, func(s string) bool { return strings.Contains(err.Error(), s) })
		if !passing || time.Now().After(deadline) {
			p.must(what, err)
			return
		}
		time.Sleep(50 * time.Millisecond)
	}
}

// open an address.
func (p *person) open(path string) {
	p.t.Helper()
	page := p.page.Timeout(patience)
	p.must("opening "+path, page.Navigate(p.base+path))
	p.must("loading "+path, page.WaitLoad())
}

// element by a function of JavaScript that returns it.
func (p *person) element(what, js string, args ...any) *rod.Element {
	p.t.Helper()
	var el *rod.Element
	p.try("looking for "+what, func(page *rod.Page) (err error) {
		el, err = page.ElementByJS(rod.Eval(js, args...))
		return err
	})
	return el.CancelTimeout()
}

// field by the words of its label, among those that show.
func (p *person) field(label string) *rod.Element {
	p.t.Helper()
	return p.element("the field “"+label+"”", `(label, entry) => {
		const found = [...document.querySelectorAll("label")].filter(l => l.innerText.trim() === label && l.checkVisibility());
		const inEntry = l => l.closest("details") && l.closest("details").querySelector("summary").innerText.trim() === entry;
		const l = found.find(inEntry) || found[0];
		return l ? document.getElementById(l.htmlFor) : null }`, label, p.entry)
}

// fill a field as by typing over what stands in it.
func (p *person) fill(label, text string) {
	p.t.Helper()
	p.try("typing into "+label, func(*rod.Page) error {
		f := p.field(label).Timeout(2 * time.Second) // a page that turns takes its fields along
		if err := f.SelectAllText(); err != nil {
			return err
		}
		if text == "" {
			return f.Type(input.Backspace)
		}
		return f.Input(text)
	})
}

// setDay sets a date field; its own picker differs between browsers.
func (p *person) setDay(label, iso string) {
	p.t.Helper()
	p.try("setting "+label, func(*rod.Page) error {
		_, err := p.field(label).Eval(`v => { this.value = v; this.dispatchEvent(new Event("input", {bubbles: true})) }`, iso)
		return err
	})
}

func (p *person) choose(label, option string) {
	p.t.Helper()
	p.try("choosing "+option+" in "+label, func(*rod.Page) error {
		_, err := p.field(label).Eval(`want => {
		const o = [...this.options].find(o => o.text.includes(want));
		if (!o) throw new Error("no option " + want);
		this.value = o.value;
		this.dispatchEvent(new Event("input", {bubbles: true}));
		this.dispatchEvent(new Event("change", {bubbles: true})) }`, option)
		return err
	})
}

// press what bears these words: a button, a link, a heading that opens.
func (p *person) press(words string) {
	p.t.Helper()
	p.clicks(words, func() *rod.Element {
		return p.element("“"+words+"”", `words => {
		for (const e of document.querySelectorAll("button, a, summary"))
			if ((e.innerText || "").replace(/\s+/g, " ").trim() === words && e.checkVisibility()) return e;
		return null }`, words)
	})
}

// clicks what is found: found anew when the page gave way under it, and again when
// it moved away between the look and the press.
func (p *person) clicks(what string, find func() *rod.Element) {
	p.t.Helper()
	deadline := time.Now().Add(patience)
	for {
		el := find()
		_, err := el.Eval(`() => {
			this.scrollIntoView({block: "center", behavior: "instant"});
			window.unpressed = true;
			if (window.seesPress) removeEventListener("click", window.seesPress, true);
			const html = this.outerHTML;
			const alike = () => this.id ? [document.getElementById(this.id)] : [...document.getElementsByTagName(this.tagName)].filter(e => e.outerHTML === html);
			const nth = alike().indexOf(this);
			const same = e => e === this || e === alike()[nth];
			addEventListener("click", window.seesPress = e => { if (e.composedPath().some(at => at instanceof Element && same(at))) window.unpressed = false }, true) }`)
		if err == nil {
			err = el.Timeout(2*time.Second).Click(proto.InputMouseButtonLeft, 1)
		}
		// A press that landed is not repeated, though its answer came too late or the page had
		// just drawn the same thing anew: a box would be ticked and unticked.
		if pressed := p.asks(`() => String(window.unpressed)`); pressed == "false" || err == nil && pressed != "true" {
			return
		}
		if time.Now().After(deadline) {
			p.must("pressing "+what, err)
			p.t.Fatalf("pressing %s: it was not there when pressed", what)
		}
	}
}

// click in the middle of an element, with the mouse or a finger.
func (p *person) click(what string, el *rod.Element) {
	p.t.Helper()
	p.clicks(what, func() *rod.Element { return el })
}

// openEntry opens one of the forms of a bag's page, when it is not open yet.
func (p *person) openEntry(title string) {
	p.t.Helper()
	p.entry = title
	find := func() *rod.Element {
		return p.element("the entry “"+title+"”", `title => [...document.querySelectorAll("#page summary")].find(s => s.innerText.trim() === title) || null`, title)
	}
	open := p.asks(`title => [...document.querySelectorAll("#page summary")].find(s => s.innerText.trim() === title)?.parentElement.open ?? false`, title)
	if open != "true" {
		p.clicks(title, find)
	}
}

// sees waits until the page shows some words and all of it has come.
func (p *person) sees(words string) {
	p.t.Helper()
	p.try("waiting to see “"+words+"”", func(page *rod.Page) error {
		return page.Wait(rod.Eval(`words => document.readyState === "complete" && document.body.innerText.replace(/\s+/g, " ").includes(words)`, words))
	})
}

// waits until something is so on the page.
func (p *person) waits(what, js string) {
	p.t.Helper()
	p.try("waiting for "+what, func(page *rod.Page) error { return page.Wait(rod.Eval(js)) })
}

// reads what is at a selector.
func (p *person) reads(selector string) string {
	p.t.Helper()
	return strings.Join(strings.Fields(p.asks(`s => document.querySelector(s).innerText`, selector)), " ")
}

// key presses one key on the page.
func (p *person) key(k input.Key) {
	p.t.Helper()
	p.must("pressing a key", p.page.Timeout(patience).Keyboard.Type(k))
}

// at waits until the page at an address is shown.
func (p *person) at(path string) {
	p.t.Helper()
	p.try("waiting for "+path, func(page *rod.Page) error {
		return page.Wait(rod.Eval(`path => location.pathname === path && document.readyState === "complete"`, path))
	})
}

// asks the page for a value.
func (p *person) asks(js string, args ...any) string {
	p.t.Helper()
	var answer string
	p.try("asking the page", func(page *rod.Page) error {
		v, err := page.Eval(js, args...)
		if err == nil {
			answer = v.Value.String()
		}
		return err
	})
	return answer
}
