// Package medium knows what bags are filled with: components and recipes, what
// they weigh wet, settle by, hold of water and feed, how much to buy, and how much
// to feed.
//
// It knows no bags but their litres, and no dates.
package medium
