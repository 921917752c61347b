package clinic

import (
	"context"
	"encoding/json"
	"fmt"

	"therapeon/core/cleaning"
	"therapeon/core/roots"
	"therapeon/store/sqlc"
)

// Summary is a verdict in short, for lists.
type Summary struct {
	ReadingID int64       `json:"reading_id" required:"true"`
	ReadOn    string      `json:"read_on" required:"true"`
	Headline  string      `json:"headline" required:"true"`
	Grade     string      `json:"grade" required:"true"`
	Starved   bool        `json:"starved,omitempty" description:"too little living root for its leaves"`
	Roots     int         `json:"roots" required:"true"`
	Viable    roots.Range `json:"viable_by_length" required:"true"`
	LiveMM    roots.Range `json:"live_length_mm" required:"true"`
	Tips      int         `json:"growing_tips" required:"true"`
	Cuts      int         `json:"cuts" required:"true"`
	Rechecks  int         `json:"rechecks" required:"true"`

	Left       *LeftShort `json:"left,omitempty" description:"the roots as the cuts left them, once one was made"`
	Unreadable string     `json:"unreadable,omitempty" description:"said where what is kept of it cannot be read"`
}

// LeftShort is what the cuts left, in short.
type LeftShort struct {
	Roots  int         `json:"roots" required:"true"`
	Viable roots.Range `json:"viable_by_length" required:"true"`
	LiveMM roots.Range `json:"live_length_mm" required:"true"`
}

// summaryOf is a reading for lists. One that cannot be read says so and takes no
// other down.
func summaryOf(id int64, readOn, doc string) Summary {
	var s Summary
	if err := json.Unmarshal([]byte(doc), &s); err != nil {
		s = Summary{Unreadable: unread("this reading", id, err)}
	}
	s.ReadingID, s.ReadOn = id, readOn
	return s
}

// judged is a reading with what the core makes of it.
type judged struct {
	reading roots.Reading
	checks  cleaning.Checks
	verdict roots.Verdict
	cutList cleaning.List
	context roots.Context
}

func judge(r roots.Reading, checks cleaning.Checks, b bench) judged {
	v := roots.Read(r, b.context)
	return judged{r, checks, v, cleaning.Cuts(r, v, checks, b.cleaning), b.context}
}

// judgeRow judges a stored reading.
func judgeRow(row sqlc.Reading, b bench) (judged, error) {
	r, err := parse(row)
	if err != nil {
		return judged{}, err
	}
	checks, err := checksOf(row)
	if err != nil {
		return judged{}, err
	}
	return judge(r, checks, b), nil
}

// summary puts a verdict in short. Once cuts are made, how far they are is the
// news.
func (j judged) summary() (string, error) {
	t, headline := j.verdict.Totals, j.verdict.Headline
	if j.cutList.CutsDone > 0 {
		headline = j.cutList.Headline
	}
	var left *LeftShort
	if j.cutList.CutsDone > 0 {
		after := cleaning.After(j.reading, j.verdict, j.checks)
		of := roots.Read(after, j.context).Totals
		left = &LeftShort{after.Count(), of.ViableByLength, of.LiveLengthMM}
	}
	doc, err := json.Marshal(Summary{
		Headline: headline,
		Grade:    j.verdict.Grade.Code,
		Starved:  j.verdict.Grade.Starved,
		Roots:    j.reading.Count(),
		Viable:   t.ViableByLength,
		LiveMM:   t.LiveLengthMM,
		Tips:     t.GrowingTips,
		Cuts:     t.Cuts + t.SideCuts,
		Rechecks: t.Rechecks,
		Left:     left,
	})
	return string(doc), err
}

// resummarise brings the verdicts in short of a plant up to date.
func (c *Clinic) resummarise(ctx context.Context, q *sqlc.Queries, row sqlc.Plant, s Settings) error {
	homes, err := homesOf(ctx, q, row.ID)
	if err != nil {
		return err
	}
	readings, err := q.ListReadings(ctx, row.ID)
	if err != nil {
		return fmt.Errorf("list readings: %w", err)
	}
	for _, r := range readings {
		b, err := benchFor(row, homes, s, r.ReadOn)
		if err != nil {
			return err
		}
		j, err := judgeRow(r, b)
		if err != nil {
			return err
		}
		summary, err := j.summary()
		if err != nil {
			return err
		}
		if summary == r.Summary {
			continue
		}
		if err := q.SetSummary(ctx, sqlc.SetSummaryParams{ID: r.ID, Summary: summary}); err != nil {
			return fmt.Errorf("summary of reading %d: %w", r.ID, err)
		}
	}
	return nil
}
