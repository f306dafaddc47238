// Package draw makes the view models of the drawings: plain numbers and paths in
// millimetres of the real thing, laid out by the SVG templates of package web.
//
// The middle of a bag's base is the origin, x runs right and y runs down, so a
// level above the ground is negative. Every text in a view is escaped for HTML
// already. It decides nothing about growing.
package draw
