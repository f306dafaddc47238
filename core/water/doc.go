// Package water keeps the balance of the water in a bag, day by day: what rain and can
// bring, what sun, leaves and cloth take, what runs through; what the finger, the scale and
// the probe say of it; and when it wants how much again.
//
// It knows no weather but the day's evaporation and rain, and no dates.
package water
