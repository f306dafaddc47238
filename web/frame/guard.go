package frame

import (
	"errors"
	"fmt"
	"net"
	"net/http"
	"net/url"
	"strings"
	"time"
	"unicode/utf8"

	"github.com/unrolled/secure"

	"glebata/core/measure"
)

// Options of a site that is served.
type Options struct {
	// Listen is the address that is listened on, host and port. Requests for it are
	// answered, and those for localhost; for any address in numbers when it is that of
	// all interfaces. Empty for localhost alone.
	Listen string
	// Hosts are further names that the site is reached by.
	Hosts []string
	// Standstill is how long a reader or a sender may stand still before it is given up; 0 for
	// 20 seconds.
	Standstill time.Duration
}

// Limits of what a request may bring.
const (
	maxForm   = 1 << 20 // bytes of a form, its file included
	maxFields = 2000    // of one form
	maxQuery  = 16 << 10
)

// guard answers only what is meant for this site: a page elsewhere may give its own
// name this machine's address, and could read and write a garden otherwise.
type guard struct {
	names map[string]bool
	any   bool // any address in numbers
	next  http.Handler
}

// guarded puts security headers on every answer, refuses requests for other names,
// and writes that come from pages of other sites.
func guarded(o Options, next http.Handler) http.Handler {
	g := &guard{names: map[string]bool{"localhost": true, "127.0.0.1": true, "::1": true}}
	if host, _, err := net.SplitHostPort(o.Listen); err == nil {
		ip := net.ParseIP(host)
		g.any = host == "" || ip != nil && ip.IsUnspecified()
		g.names[strings.ToLower(host)] = host != ""
	}
	for _, name := range o.Hosts {
		g.names[strings.ToLower(strings.TrimSpace(name))] = true
	}
	cross := http.NewCrossOriginProtection()
	cross.SetDenyHandler(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		refusePlainly(w, http.StatusForbidden, "This was sent from a page of another site, and was not carried out.")
	}))
	g.next = cross.Handler(next)
	return secure.New(secure.Options{
		ContentSecurityPolicy:   contentPolicy,
		ContentTypeNosniff:      true,
		FrameDeny:               true,
		ReferrerPolicy:          "same-origin",
		PermissionsPolicy:       "camera=(), microphone=(), geolocation=()",
		CrossOriginOpenerPolicy: "same-origin",
	}).Handler(g)
}

// ServeHTTP implements http.Handler.
func (g *guard) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	w.Header().Set("Cross-Origin-Resource-Policy", "same-origin")
	if !g.ours(r.Host) {
		refusePlainly(w, http.StatusMisdirectedRequest, "This garden is not reached by that name. Start it with --host NAME to allow it.")
		return
	}
	if origin := r.Header.Get("Origin"); origin != "" && r.Method != http.MethodGet && r.Method != http.MethodHead {
		if from, err := url.Parse(origin); err != nil || from.Host == "" || !g.ours(from.Host) {
			refusePlainly(w, http.StatusForbidden, "This was sent from a page of another site, and was not carried out.")
			return
		}
	}
	if len(r.URL.RawQuery) > maxQuery {
		refusePlainly(w, http.StatusRequestURITooLong, "That address is longer than any of this site.")
		return
	}
	if r.Method == http.MethodHead { // the same answer, whose body the server leaves out
		get := *r
		get.Method = http.MethodGet
		r = &get
	}
	g.next.ServeHTTP(w, r)
}

// ours reports whether a host, with or without a port, is a name of this site.
func (g *guard) ours(host string) bool {
	name := hostName(host)
	return g.names[name] || g.any && net.ParseIP(name) != nil
}

// hostName of a host with or without a port.
func hostName(host string) string {
	if h, _, err := net.SplitHostPort(host); err == nil {
		host = h
	}
	return strings.ToLower(strings.TrimSuffix(strings.Trim(host, "[]"), "."))
}

// loopback reports whether a host is this machine as only it knows itself.
func loopback(host string) bool {
	name := hostName(host)
	ip := net.ParseIP(name)
	return name == "localhost" || ip != nil && ip.IsLoopback()
}

func refusePlainly(w http.ResponseWriter, status int, words string) {
	w.Header().Set("Content-Type", "text/plain; charset=utf-8")
	w.Header().Set("Cache-Control", "no-store")
	w.WriteHeader(status)
	_, _ = fmt.Fprintln(w, words) // who does not listen misses it
}

// errTooManyFields and errNotText are forms that no page of ours sends.
var (
	errTooManyFields = errors.New("too many fields")
	errNotText       = errors.New("not text")
)

// cleanForm leaves control characters out of every value, and refuses what is no text.
func cleanForm(forms ...url.Values) error {
	for _, form := range forms {
		n := 0
		for name, values := range form {
			if n += len(values); n > maxFields {
				return errTooManyFields
			}
			if !utf8.ValidString(name) {
				return errNotText
			}
			for i, v := range values {
				if !utf8.ValidString(v) {
					return errNotText
				}
				values[i] = measure.PlainText(v)
			}
		}
	}
	return nil
}

// badForm reports whether an error is of a form that could not be taken apart.
func badForm(err error) bool {
	return err != nil && strings.HasPrefix(err.Error(), "reading the form: ")
}

// contentPolicy lets a page load only what the program itself serves, and run
// no script and apply no style that stands in a page.
const contentPolicy = "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self'; " +
	"connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"
