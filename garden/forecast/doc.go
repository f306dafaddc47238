// Package forecast works out, from states, site, weather and today, how plantings grow
// on, what is due at them and what they may give: one forecast of a planting for every
// page. It never changes what was logged, and knows no store, no clock and no pages.
package forecast
