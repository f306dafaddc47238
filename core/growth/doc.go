// Package growth says how far warmth has brought a plant: effective degrees,
// emergence and maturity by thermal time.
//
// It is given the temperatures of a place day by day and knows neither sites nor
// labels.
package growth
