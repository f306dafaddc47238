// Package browser starts the one headless Chromium that the tests of the
// interface and the pictures of the documentation are made with.
package browser

import (
	"errors"
	"fmt"
	"os/exec"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/launcher"
)

// ErrNoBrowser says that Chromium is not installed.
var ErrNoBrowser = errors.New("chromium is not on the PATH: install Debian's package “chromium-headless-shell”, or run make test, which does")

// Browser is a running Chromium. Close it.
type Browser struct {
	*rod.Browser
	launched *launcher.Launcher
}

// Start Chromium with a fresh profile and nothing that looks for a network.
func Start() (*Browser, error) {
	path, err := find()
	if err != nil {
		return nil, err
	}
	l := launcher.New().Bin(path).Headless(true).NoSandbox(true).
		Set("disable-gpu").Set("disable-quic").Set("no-first-run").
		Set("disable-background-networking").Set("disable-component-update").Set("disable-sync").
		Set("disable-background-timer-throttling").Set("disable-renderer-backgrounding").Set("disable-backgrounding-occluded-windows").
		Set("hide-scrollbars").Set("font-render-hinting", "none")
	address, err := l.Launch()
	if err != nil {
		return nil, fmt.Errorf("starting chromium: %w", err)
	}
	b := rod.New().ControlURL(address)
	if err := b.Connect(); err != nil {
		l.Kill()
		return nil, fmt.Errorf("reaching chromium: %w", err)
	}
	return &Browser{b, l}, nil
}

// find Chromium: the one without windows, which does half the work for a page, or the usual.
func find() (string, error) {
	for _, name := range []string{"chromium-headless-shell", "chromium"} {
		if path, err := exec.LookPath(name); err == nil {
			return path, nil
		}
	}
	return "", ErrNoBrowser
}

// Close the browser and remove its profile.
func (b *Browser) Close() error {
	err := b.Browser.Close()
	b.launched.Cleanup()
	return err
}
