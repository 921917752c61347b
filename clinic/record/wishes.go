package record

import "therapeon/core/wishes"

// WishDoc is a wish as it is kept: its answer in codes.
type WishDoc struct {
	Wish   string       `json:"wish"`
	Row    string       `json:"row"`
	FromOn string       `json:"from_on,omitempty"`
	Root   *wishes.Root `json:"root,omitempty"`
	Done   string       `json:"done,omitempty"`
	Note   string       `json:"note,omitempty"`
}
