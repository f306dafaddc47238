// Package job says what is due at one bag today, and why, from what is known of
// it. It looks at one bag at a time and knows no dates, only days since.
package job
