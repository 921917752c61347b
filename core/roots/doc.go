// Package roots reads a root system and says what lives, what is dead, how
// much is left, and what to do with each root.
//
// A Reading is what the hand felt and the eye saw: roots, each a run of
// stretches (segments) from base to tip. Read turns it into a Verdict. Feel
// outranks colour and wetting outranks dry colour; what stays doubtful is kept
// and carried through every sum as a range, from "all of it dead" to "all of
// it alive".
//
// Lengths and diameters are in millimetres, areas in square centimetres,
// volumes in cubic centimetres.
package roots
