// Package harvest is the one model of what bags give against what their plans promise: expectation,
// its range, how a bag stands against it, what a variety does. One fit of all weighings of a crop.
package harvest
