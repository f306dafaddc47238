// Command shots makes the pictures of the documentation from the demo data:
// one PNG per main view, 1280×800, or 390×844 for views used outdoors.
//
//	go run ./e2e/shots -at http://127.0.0.1:8080 -to docs/screenshots [name ...]
package main

import (
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/proto"

	"glebata/e2e/browser"
)

// view of the program that a picture is kept of.
type view struct {
	name  string
	path  string
	phone bool
	do    func(*rod.Page) error // before the picture is taken
}

var views = []view{
	{name: "today", path: "/"},
	{name: "today-phone", path: "/", phone: true, do: walk},
	{name: "plan", path: "/plan?bag=10&variety=4&school=steps"},
	{name: "design", path: "/plan/design?variety=4&aim=salad"},
	{name: "proposal", path: "/plan/proposal"},
	{name: "lift", path: "/lift"},
	{name: "water", path: "/plantings/30/water"},
	{name: "season", path: "/plan/season?line=35"},
	{name: "tray", path: "/seed/trays/6?tuber=3"},
	{name: "bag", path: "/bags/R6"},
	{name: "ladder", path: "/plantings/34/ladder"},
	{name: "outlook", path: "/plan/outlook", do: windows},
	{name: "tonight-phone", path: "/tonight", phone: true},
	{name: "terrace", path: "/terrace"},
	{name: "weigh-in-phone", path: "/bags/R1", phone: true, do: weigh},
	{name: "site", path: "/site"},
	{name: "compare", path: "/compare"},
	{name: "trial", path: "/compare/trials/1"},
	{name: "why", path: "/plantings/20/why"},
}

// to scrolls to a heading.
func to(p *rod.Page, heading string) error {
	_, err := p.Eval(`heading => [...document.querySelectorAll("h2")].find(h => h.innerText === heading).scrollIntoView()`, heading)
	return err
}

func walk(p *rod.Page) error { return to(p, "The walk") }

// windows waits until the windows are worked out.
func windows(p *rod.Page) error {
	return p.Wait(rod.Eval(`() => !document.querySelector("progress")`))
}

// weigh opens the weigh-in page and types a gross weight.
func weigh(p *rod.Page) error {
	link, err := p.Element("#weigh")
	if err != nil {
		return err
	}
	href, err := link.Attribute("href")
	if err != nil {
		return err
	}
	if _, err := p.Eval(`to => { location.href = to }`, *href); err != nil {
		return err
	}
	field, err := p.Element("#weigh-gross-1")
	if err != nil {
		return err
	}
	if err := field.Input("3.41"); err != nil {
		return err
	}
	box, err := p.Element("#weigh-container-1")
	if err != nil {
		return err
	}
	if err := box.Select([]string{"blue bucket"}, true, rod.SelectorTypeText); err != nil {
		return err
	}
	_, err = p.Element("#net .huge")
	return err
}

func main() {
	at := flag.String("at", "http://127.0.0.1:8080", "where the demo is served")
	to := flag.String("to", "docs/screenshots", "folder for the pictures")
	full := flag.Bool("full", false, "take the whole page, however long")
	path := flag.String("path", "", "take one picture of this path instead")
	flag.Parse()
	if *path != "" {
		views = []view{{name: "page", path: *path}, {name: "page-phone", path: *path, phone: true}}
	}
	if err := run(*at, *to, *full, flag.Args()); err != nil {
		fmt.Fprintln(os.Stderr, "shots:", err)
		os.Exit(1)
	}
}

func run(at, to string, full bool, names []string) error {
	b, err := browser.Start()
	if err != nil {
		return err
	}
	defer func() { _ = b.Close() }() // the pictures are written by then
	if err := os.MkdirAll(to, 0o755); err != nil {
		return err
	}
	for _, v := range views {
		if len(names) > 0 && !slices.Contains(names, v.name) {
			continue
		}
		if err := v.take(b, at, to, full); err != nil {
			return fmt.Errorf("picture %s: %w", v.name, err)
		}
	}
	return nil
}

func (v view) take(b *browser.Browser, at, to string, full bool) error {
	p, err := b.Page(proto.TargetCreateTarget{URL: "about:blank"})
	if err != nil {
		return err
	}
	defer func() { _ = p.Close() }() // only looked at
	p = p.Timeout(20 * time.Second)
	size := proto.EmulationSetDeviceMetricsOverride{Width: 1280, Height: 800, DeviceScaleFactor: 1}
	if v.phone {
		size = proto.EmulationSetDeviceMetricsOverride{Width: 390, Height: 844, DeviceScaleFactor: 1, Mobile: true}
	}
	if err := p.SetViewport(&size); err != nil {
		return err
	}
	if err := p.Navigate(at + v.path); err != nil {
		return err
	}
	if err := p.WaitLoad(); err != nil {
		return err
	}
	if v.do != nil {
		if err := v.do(p); err != nil {
			return err
		}
	}
	time.Sleep(350 * time.Millisecond) // transitions and late read-backs
	png, err := p.Screenshot(full, &proto.PageCaptureScreenshot{Format: proto.PageCaptureScreenshotFormatPng})
	if err != nil {
		return err
	}
	return os.WriteFile(filepath.Join(to, v.name+".png"), png, 0o644)
}
