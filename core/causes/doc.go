// Package causes finds what can have done this to a plant, several causes at
// once, and which check to make next.
//
// The model. Each cause holds or not, by its prior odds in the plant's group.
// What holds shows itself in themes: a theme starts from its base odds, and
// each cause that holds multiplies them by its weight (in decibans, ten times
// the common logarithm, after Good 1950, Probability and the Weighing of
// Evidence). A finding is a witness of its theme, with a rate of hits and of
// false reports. Witnesses of one theme are independent given the theme, so
// however many of them agree, together they count no more than the theme
// itself: that is how correlated findings are not counted twice. Two causes
// that explain the same theme compete for it.
//
// The answer is Bayes' rule over sets of causes: the likeliest set, and every
// set that differs from it in up to three causes. In small tables that is all
// of them, and exact.
//
// Probabilities run from 0 to 1, weights are in decibans, entropy in bits,
// effort in minutes.
package causes
