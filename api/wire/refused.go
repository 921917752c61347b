package wire

import "therapeon/core/message"

// NotKnown says that it is not known who asks.
type NotKnown struct{}

func (NotKnown) Error() string { return "it is not known who asks" }

// Message says so.
func (NotKnown) Message() message.Message { return message.Of("api.say-who-you-are-first") }

// NotTheirs says that someone may not do this.
type NotTheirs struct{}

func (NotTheirs) Error() string { return "this is the keeper's to do" }

// Message says so.
func (NotTheirs) Message() message.Message { return message.Of("api.this-is-the-keepers-to") }

// NotHere says that something is done at the machine itself.
type NotHere struct{}

func (NotHere) Error() string { return "this is done at the machine itself" }

// Message says so.
func (NotHere) Message() message.Message { return message.Of("api.this-is-done-at-the") }

// NotOurs says that a request named this program by an address that it does not have.
type NotOurs struct{ Host string }

func (n NotOurs) Error() string { return Short(n.Host) + " is not an address of this program" }

// Message says so.
func (n NotOurs) Message() message.Message {
	return message.Of("api.not-an-address", message.Name("host", Short(n.Host)))
}
