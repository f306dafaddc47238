package main

import (
	"fmt"
	"io"
	"net"
	"os/exec"
	"runtime"
)

// addressOf a listener as a browser on this machine reaches it.
func addressOf(ln net.Listener) string {
	host, port, err := net.SplitHostPort(ln.Addr().String())
	if ip := net.ParseIP(host); err != nil || ip != nil && ip.IsUnspecified() {
		host = "localhost"
	}
	return "http://" + net.JoinHostPort(host, port)
}

// openers are the commands that open an address in the browser, by system.
var openers = map[string][]string{
	"darwin":  {"open"},
	"windows": {"rundll32", "url.dll,FileProtocolHandler"},
}

// openBrowser at an address; where it does not open, the program goes on and says so.
func openBrowser(out io.Writer, address string) {
	with, ok := openers[runtime.GOOS]
	if !ok {
		with = []string{"xdg-open"}
	}
	cmd := exec.Command(with[0], append(with[1:], address)...)
	if err := cmd.Start(); err != nil {
		fmt.Fprintf(out, "No browser opens from here (%v): open %s yourself.\n", err, address)
		return
	}
	go func() { _ = cmd.Wait() }() // how the browser ends is its own
}
