// Package web is the interface: pages and forms over the garden's use cases,
// rendered on the server, with the static files that go with them.
//
// A handler reads the request, calls one use case and renders; nothing is
// computed here, and nothing is known of how a garden is kept.
package web
