// Package crop knows the two crops, their classes and habits, and holds the one
// table of constants that other rules read. Every constant is a default from
// growers' practice unless its comment says otherwise.
//
// It computes nothing beyond looking up and classifying.
package crop
