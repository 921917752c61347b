// Package bands has the band in which four of five lie, which all forecasts and ranges of this core speak in:
// its two ends and its middle as shares of a distribution, and how wide it is on the normal curve.
package bands

// The ends and the middle of a band, as shares of what lies below.
const (
	Low    = 0.1
	Middle = 0.5
	High   = 0.9
)

// Z is how many standard deviations its ends lie from the middle on the normal curve: Φ(Z) = High.
// Abramowitz & Stegun 1964, table 26.5.
const Z = 1.2815515655446004
