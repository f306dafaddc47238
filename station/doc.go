// Package station holds stand-ins for outside devices: a weather station and a
// kitchen scale. What they give is marked as simulated wherever it is shown.
package station
