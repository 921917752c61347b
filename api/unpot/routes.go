// Package unpot is the routes of unpot.
package unpot

import (
	"therapeon/api/wire"
	"therapeon/core/unpot"
)

// Routes are the operations of this room.
func Routes() []wire.Operation {
	return []wire.Operation{
		wire.Table("unpot", "unpotKnowledge", "How plants come out of their pots, and what accidents explain",
			unpot.Table),
	}
}
