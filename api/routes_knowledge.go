package api

import (
	"context"
	"net/http"

	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/disputes"
	"therapeon/core/division"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/pests"
	"therapeon/core/roots"
	"therapeon/core/solutions"
	"therapeon/core/taxa"
	"therapeon/core/unpot"
)

type groupList struct {
	Groups []taxa.Profile `json:"groups" required:"true"`
}

type disputeList struct {
	Disputes []disputes.Question `json:"disputes" required:"true"`
}

type cautionList struct {
	Cautions []knowledge.Caution `json:"cautions" required:"true"`
}

type lookalikeList struct {
	Lookalikes []knowledge.Lookalikes `json:"lookalikes" required:"true"`
}

type cleaningNotes struct {
	Notes map[string]knowledge.Text `json:"notes" required:"true"`
}

// read makes an operation that hands out a table.
func read[Out any](path, id, summary string, table func() Out) operation {
	return op(
		http.MethodGet,
		"/api/v1/knowledge/"+path,
		id,
		summary,
		func(context.Context, nothing) (Out, error) { return table(), nil },
	)
}

// knowledgeTable lists the tables of the craft, each value with its mark.
func knowledgeTable() []operation {
	return []operation{
		read("groups", "listGroups", "Profiles of the plant groups", func() groupList { return groupList{taxa.All()} }),
		read(
			"causes",
			"causeKnowledge",
			"Causes, findings and themes, with their weights, actions and figures",
			causes.Table,
		),
		read("look", "lookKnowledge", "Signs that ask for unpotting, what holds it back, and the rules", look.Table),
		read("unpot", "unpotKnowledge", "How plants come out of their pots, and what accidents explain", unpot.Table),
		read("roots", "rootKnowledge", "The table of root states, the reasons and the figures", roots.Known),
		read(
			"cleaning",
			"cleaningKnowledge",
			"Notes of the cut list",
			func() cleaningNotes { return cleaningNotes{cleaning.Notes()} },
		),
		read(
			"solutions",
			"solutionKnowledge",
			"Products with their strengths, kitchen measures, and the figures of the mixing bench",
			solutions.Known,
		),
		read("pests", "pestKnowledge", "Pests by warmth", pests.Table),
		read("division", "divisionKnowledge", "When a plant is divided, and what each piece needs", division.Table),
		read(
			"lookalikes",
			"listLookalikes",
			"What is easily taken for something else, side by side",
			func() lookalikeList { return lookalikeList{knowledge.AllLookalikes()} },
		),
		read(
			"disputes",
			"listDisputes",
			"Questions on which growers differ",
			func() disputeList { return disputeList{disputes.All()} },
		),
		read("cautions", "listCautions", "Cautions", func() cautionList { return cautionList{knowledge.Cautions()} }),
	}
}
