package wire

// NotKnown says that it is not known who asks.
type NotKnown struct{}

func (NotKnown) Error() string { return "Say who you are first." }

// NotTheirs says that someone may not do this.
type NotTheirs struct{}

func (NotTheirs) Error() string { return "This is the keeper's to do. Nothing was changed." }

// NotHere says that something is done at the machine itself.
type NotHere struct{}

func (NotHere) Error() string {
	return "This is done at the machine itself: on its own page, or by “therapeon confirm”. Nothing was changed."
}

// NotOurs says that a request named this program by an address that it does not have.
type NotOurs struct{ Host string }

func (n NotOurs) Error() string {
	return Short(n.Host) + " is not an address of this program. See its settings, or what it said at its start, for those it has."
}
