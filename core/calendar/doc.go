// Package calendar counts back from a safe day to when seed is chitted, slips
// are started and bags are planted, and forward to when they are ready.
//
// It is given a site's normals and frosts and knows no bags and no today.
package calendar
