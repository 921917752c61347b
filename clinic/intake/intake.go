// Package intake is the service of the bench: plants as they came, and the lists of them.
package intake

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/taxa"
	"therapeon/ledger"
)

// Service is the bench.
type Service struct{ *record.Keeper }

// Plant is a plant on the bench.
type Plant struct {
	ID         int64              `json:"id" required:"true"`
	Version    int64              `json:"version" required:"true" description:"give it back when you change the plant"`
	Intake     patient.Intake     `json:"intake" required:"true"`
	GroupName  message.Message    `json:"group_name" required:"true"`
	ArchivedAt string             `json:"archived_at,omitempty"`
	ParentID   int64              `json:"parent_id,omitempty" description:"the plant it was divided from"`
	DividedOn  string             `json:"divided_on,omitempty" description:"the day of that"`
	CreatedAt  string             `json:"created_at" required:"true"`
	UpdatedAt  string             `json:"updated_at" required:"true"`
	HomeWords  judgement.Saying   `json:"home_words,omitzero" description:"that with its day, and when to look at it"`
	Home       message.Message    `json:"home,omitzero" description:"how it is held or housed now, in words"`
	HomeSince  string             `json:"home_since,omitempty"`
	HomeLookOn string             `json:"home_look_on,omitempty" description:"the first look after it was held or housed, until that was done"`
	Standing   *Standing          `json:"standing,omitempty" description:"what it stands in since it was housed here; left out in lists, and where that is what it came in"`
	SpikeCutOn string             `json:"spike_cut_on,omitempty" description:"the day its spike was last cut while it was cleaned; left out in lists"`
	Handle     judgement.Saying   `json:"handle,omitzero" description:"when to handle it, where it is suspect or kept apart"`
	Suspect    bool               `json:"suspect" required:"true" description:"its signs say that it may carry something, and it is not kept apart yet"`
	Advice     *judgement.Advice  `json:"advice,omitempty" description:"the one advice for it today; left out in lists and where it cannot be read"`
	Ended      *Ended             `json:"ended,omitempty" description:"of one that is off the bench: how it left; left out in lists"`
	Advised    *bench.Advised     `json:"advised,omitempty" description:"that in short"`
	Fares      *bench.Fares       `json:"fares,omitempty" description:"its stage, and whether it is winning; left out: not worked out yet"`
	Alarms     []judgement.Saying `json:"alarms,omitempty" description:"what to do on the alarms that sound"`
	Latest     *bench.Summary     `json:"latest,omitempty" description:"the newest reading of its roots, in short"`
	Looked     *bench.Looked      `json:"looked,omitempty" description:"the newest inspection, in short"`
	Unreadable message.Message    `json:"unreadable,omitzero" description:"said where what is kept of it cannot be read"`
}

// CheckIntake holds an intake to its limits.
func CheckIntake(ctx context.Context, c *record.Keeper, in patient.Intake) error {
	if err := check.Input(in); err != nil {
		return err
	}
	if in.PlaceID != 0 {
		_, err := record.Read(ctx, c, func(tx *ledger.Tx) (ledger.Doc[record.PlaceFacts], error) {
			return record.Places.Get(ctx, tx, in.PlaceID)
		})
		if err != nil && !record.IsMissing(err) {
			return fmt.Errorf("find the place: %w", err)
		} else if err != nil {
			return record.OneFault("place_id", message.Of("clinic.intake.there-is-no-such-place"),
				message.Of("clinic.intake.a-place-see-api-v1"), in.PlaceID)
		}
	}
	list := check.Future(nil, "arrived_on", in.ArrivedOn, c.Now())
	list = check.Future(list, "last_repotted", in.LastRepotted, c.Now())
	if len(list) > 0 {
		return list
	}
	return nil
}

// Given is a plant on no bench, of which an intake is said; it needs no tag.
func Given(ctx context.Context, c *record.Keeper, in patient.Intake) (*patient.Patient, error) {
	in.Tag = cmp.Or(in.Tag, "unnamed")
	if err := CheckIntake(ctx, c, in); err != nil {
		return nil, record.Under("plant", err)
	}
	return c.Given(ctx, in)
}

// AddPlant puts a plant on the bench.
func (c *Service) AddPlant(ctx context.Context, in patient.Intake) (Plant, error) {
	if err := CheckIntake(ctx, c.Keeper, in); err != nil {
		return Plant{}, err
	}
	if err := record.SidesOf(ctx, "sides", nil, in.Sides); err != nil {
		return Plant{}, err
	}
	var answer Plant
	err := c.Write(ctx, &answer, func(tx *ledger.Tx) error {
		row, err := AddPlant(ctx, c.Keeper, tx, in)
		if err != nil {
			return err
		}
		answer, err = plantOf(ctx, c.Keeper, tx, row)
		return err
	})
	return answer, err
}

// rowOf is what of an intake is looked for and sorted by.
func rowOf(id int64, in patient.Intake) ledger.Plant {
	return ledger.Plant{
		ID: id, Tag: in.Tag, GroupCode: in.Group, Source: in.Source, Notes: in.Notes, PlaceID: in.PlaceID,
		KeptApart: record.AsInt(in.KeptApart),
	}
}

// AddPlant puts a plant on the bench, inside a transaction.
func AddPlant(ctx context.Context, c *record.Keeper, tx *ledger.Tx, in patient.Intake) (ledger.Plant, error) {
	row, err := tx.Plants().Add(ctx, rowOf(0, in), c.Stamp())
	if err != nil {
		return row, err
	}
	in.BulbsLost = 0
	d := ledger.Doc[patient.Intake]{ID: row.ID, PlantID: row.ID, Value: in}
	_, err = record.Intakes.Add(ctx, tx, d, c.Stamp())
	return row, err
}

// UpdatePlant changes what is known of a plant, against the version it was changed from, and
// the verdicts in short that follow from it.
func UpdatePlant(
	ctx context.Context,
	c *record.Keeper,
	tx *ledger.Tx,
	d ledger.Doc[patient.Intake],
) (ledger.Plant, error) {
	var err error
	if d.Value.BulbsLost, err = bulbsLost(ctx, c, tx, d); err != nil {
		return ledger.Plant{}, err
	}
	if _, err := record.Intakes.Save(ctx, tx, d, c.Stamp()); err != nil {
		return ledger.Plant{}, err
	}
	row, err := tx.Plants().Change(ctx, rowOf(d.ID, d.Value), c.Stamp())
	if err != nil {
		return row, err
	}
	house, err := record.SettingsIn(ctx, tx)
	if err != nil {
		return row, err
	}
	return row, bench.PlantAnew(ctx, c, tx, row, house)
}

// bulbsLost is how many bulbs of a plant had broken off when they were counted: now, where the count changes.
func bulbsLost(
	ctx context.Context, c *record.Keeper, tx *ledger.Tx, d ledger.Doc[patient.Intake],
) (int, error) {
	was, err := record.Intakes.Get(ctx, tx, d.ID)
	if err != nil || was.Value.BulbCount == d.Value.BulbCount {
		return was.Value.BulbsLost, err
	}
	v, err := c.Visit(ctx, tx, d.ID)
	if err != nil {
		return 0, err
	}
	return v.Patient.Broken().LostBulbs(), nil
}

// ChangePlant changes what is known of a plant. The verdicts in short follow.
func (c *Service) ChangePlant(ctx context.Context, id, version int64, in patient.Intake) (Plant, error) {
	sound := func(in patient.Intake) error { return record.Under("intake", CheckIntake(ctx, c.Keeper, in)) }
	if err := sound(in); err != nil {
		return Plant{}, err
	}
	var changed Plant
	err := c.Write(ctx, &changed, func(tx *ledger.Tx) error {
		was, err := record.Intakes.Get(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "plant", id)
		}
		d := ledger.Doc[patient.Intake]{ID: id, PlantID: id, Version: version, Value: in}
		if d, err = record.Reconciled(ctx, tx, record.Intakes, d, sound); err != nil {
			return err
		}
		if d.Version == was.Version { // else it is a conflict
			if err := record.SidesOf(ctx, "intake.sides", was.Value.Sides, d.Value.Sides); err != nil {
				return err
			}
		}
		row, err := UpdatePlant(ctx, c.Keeper, tx, d)
		if err != nil {
			return record.MissingOr(err, "plant", id)
		}
		changed, err = WithLatest(ctx, c.Keeper, tx, row)
		return err
	})
	return changed, err
}

// ArchivePlant takes a plant off the bench, or puts it back. Nothing is lost.
func (c *Service) ArchivePlant(ctx context.Context, id int64, archived bool) (Plant, error) {
	var answer Plant
	err := c.Write(ctx, &answer, func(tx *ledger.Tx) (err error) {
		if closing, err := record.ClosingOf(ctx, tx, id); err != nil {
			return err
		} else if closing.State != ledger.Gone && !archived { // it is opened again
			closing.State = ledger.Gone
			if _, err := record.Closings.Save(ctx, tx, closing, c.Stamp()); err != nil {
				return err
			}
		}
		answer, err = Archive(ctx, c.Keeper, tx, id, archived)
		return err
	})
	return answer, err
}

// Archive takes a plant off the bench, or puts it back, inside a transaction.
func Archive(ctx context.Context, c *record.Keeper, tx *ledger.Tx, id int64, archived bool) (Plant, error) {
	at := ""
	if archived {
		at = c.Stamp()
	}
	row, err := tx.Plants().Archive(ctx, id, at, c.Stamp())
	if err != nil {
		return Plant{}, record.MissingOr(err, "plant", id)
	}
	d, err := record.Intakes.Get(ctx, tx, id)
	if err != nil {
		return Plant{}, err
	}
	if _, err := record.Intakes.Save(ctx, tx, d, c.Stamp()); err != nil { // who has it open is told
		return Plant{}, err
	}
	return WithLatest(ctx, c, tx, row)
}

// Plant finds a plant.
func (c *Service) Plant(ctx context.Context, id int64) (Plant, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Plant, error) { return PlantIn(ctx, c.Keeper, tx, id) })
}

// PlantIn finds a plant, in a transaction.
func PlantIn(ctx context.Context, c *record.Keeper, tx *ledger.Tx, id int64) (Plant, error) {
	row, err := tx.Plants().Get(ctx, id)
	if err != nil {
		return Plant{}, record.MissingOr(err, "plant", id)
	}
	return WithLatest(ctx, c, tx, row)
}

// Find is what to look for among the plants.
type Find struct {
	Words      string
	Archived   bool
	Due        bool // only those whose day to look again has come
	Unfollowed bool // only those whose care cannot be worked out
	Group      string
	PlaceID    int64
	Turn       string // "clean", "suspect" or "apart"; empty: all
	Wants      string // a kind of advice; empty: all
	Sort       string // "tag" or "day"; empty: the newest work first
	Skip       int
	Most       int
	Say        func(message.Message) string // in the language of who looks for them
}

// groupsNamed lists the codes of the groups whose name, as it is said, or code holds the words,
// each between spaces, for the store to look a plant's code up in.
func groupsNamed(words string, say func(message.Message) string) string {
	codes := " "
	if words == "" {
		return codes
	}
	for _, g := range taxa.All() {
		named := say(g.Name) + " " + say(g.Common.Value) + " " + g.Code
		if strings.Contains(strings.ToLower(named), strings.ToLower(words)) {
			codes += g.Code + " "
		}
	}
	return codes
}

// turns are the words for patient.Turn, in its order.
var turns = []string{"clean", "suspect", "apart"}

// Plants finds plants: newest work first, those kept apart last. It also tells
// how many there are in all.
func (c *Service) Plants(ctx context.Context, f Find) ([]Plant, int64, error) {
	of := ledger.Find{
		Archived: f.Archived, Words: f.Words, Groups: groupsNamed(f.Words, f.Say), Skip: f.Skip, Most: f.Most,
	}
	if f.Due {
		of.Due = c.Today()
	}
	of.Group, of.Place, of.Sort, of.Unfollowed = f.Group, f.PlaceID, f.Sort, f.Unfollowed
	if codes := judgement.OfKind(f.Wants); len(codes) > 0 {
		of.Codes = " " + strings.Join(codes, " ") + " "
	}
	if turn := int64(slices.Index(turns, f.Turn)); turn >= 0 {
		of.Turn = &turn
	}
	var total int64
	found, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (rows []ledger.Found, err error) {
		rows, total, err = tx.Plants().Find(ctx, of)
		return rows, err
	})
	if err != nil {
		return nil, 0, err
	}
	list := make([]Plant, len(found))
	for i, row := range found {
		var in patient.Intake
		err := json.Unmarshal([]byte(row.Intake), &in)
		list[i] = plant(row.Plant, row.Version, in, c.Today())
		if err != nil {
			list[i].Intake = patient.Intake{Tag: row.Plant.Tag, Group: row.Plant.GroupCode}
			list[i].Unreadable = record.Unread("plant", row.Plant.ID, err)
		}
		if row.ReadingID != 0 {
			s := bench.SummaryOf(row.ReadingID, row.ReadOn, row.Reading)
			list[i].Latest = &s
		}
		if row.LookID != 0 {
			kept := bench.LookRow{ID: row.LookID, On: row.LookedOn, AgainOn: row.AgainOn, Short: row.Look}
			l := bench.LookShown(kept, c.Today())
			list[i].Looked = &l
			list[i].since(record.HomeKept(row.Plant.Home, row.Plant.HomeSince))
		}
	}
	return list, total, nil
}

func plant(row ledger.Plant, version int64, in patient.Intake, today string) Plant {
	if row.ArchivedAt != "" { // what it wanted is no longer asked
		row.LookOn, row.Advice, row.Care, row.Turn = "", "", "", 0
	}
	p := Plant{
		ID:         row.ID,
		Version:    version,
		Intake:     in,
		ArchivedAt: row.ArchivedAt,
		ParentID:   row.ParentID,
		DividedOn:  row.DividedOn,
		Home:       record.HomeInWords(row.Home),
		HomeWords:  homeWords(row, today),
		HomeSince:  row.HomeSince,
		HomeLookOn: row.LookOn,
		Suspect:    patient.Turn(row.Turn) == patient.Suspected,
		Advised:    bench.AdvisedOf(row.Advice, row.UntilOn, today),
		Fares:      bench.FaresOf(row.Care),
		Alarms:     bench.AlarmsOf(row.Care),
		CreatedAt:  row.CreatedAt,
		UpdatedAt:  row.UpdatedAt,
	}
	if profile, ok := taxa.Find(row.GroupCode); ok {
		p.GroupName = profile.Name
	}
	return p
}

// homeWords say how a plant is held or housed and since when, and when it is looked at first.
func homeWords(row ledger.Plant, today string) judgement.Saying {
	home := record.HomeInWords(row.Home)
	if home.Empty() {
		return judgement.Saying{}
	}
	since := message.Of("patient.home.since", message.Told("home", home), message.On("since", row.HomeSince))
	return judgement.Again(look.Out, judgement.Saying{}, row.LookOn, today).After(since)
}

// plantOf is a plant with its intake.
func plantOf(ctx context.Context, c *record.Keeper, tx *ledger.Tx, row ledger.Plant) (Plant, error) {
	d, err := record.Intakes.Get(ctx, tx, row.ID)
	return plant(row, d.Version, d.Value, c.Today()), err
}

// WithLatest puts the newest reading and inspection beside a plant.
func WithLatest(ctx context.Context, c *record.Keeper, tx *ledger.Tx, row ledger.Plant) (Plant, error) {
	house, err := record.SettingsIn(ctx, tx)
	if err != nil {
		return Plant{}, err
	}
	r, err := c.Stem(ctx, tx, row, house)
	if err != nil {
		return Plant{}, err
	}
	p := plant(row, r.IntakeDoc.Version, r.IntakeDoc.Value, c.Today())
	p.Standing = standing(&r.Base)
	if p.ArchivedAt == "" {
		err = p.advise(ctx, c, tx)
	} else {
		p.Ended, err = ended(ctx, tx, row)
	}
	if err != nil {
		return p, err
	}
	cut, err := record.SpikesCut(ctx, tx, row.ID)
	if err != nil {
		return p, err
	}
	if len(cut) > 0 {
		p.SpikeCutOn = slices.Max(cut)
	}
	latest, err := record.Readings.HeadBefore(ctx, tx, row.ID, patient.Ever)
	if err == nil {
		s := bench.SummaryOf(latest.ID, latest.Day, latest.Short)
		if p.ArchivedAt != "" {
			s.Headline = s.Headline.Past()
		}
		p.Latest = &s
	} else if !record.IsMissing(err) {
		return p, err
	}
	look, err := record.Looks.HeadBefore(ctx, tx, row.ID, patient.Ever)
	if err == nil {
		kept := bench.LookRow{ID: look.ID, On: look.Day, AgainOn: look.DueOn, Short: look.Short}
		l := bench.LookShown(kept, c.Today())
		p.Looked = &l
		if n := len(r.Base.Homes); n > 0 {
			p.since(&r.Base.Homes[n-1])
		}
		if p.ArchivedAt != "" {
			p.Looked.Past()
		}
	} else if !record.IsMissing(err) {
		return p, err
	}
	return p, nil
}

// advise fills in the one advice for a plant today. One of which something cannot be read has
// none.
func (p *Plant) advise(ctx context.Context, c *record.Keeper, tx *ledger.Tx) error {
	v, err := c.Visit(ctx, tx, p.ID)
	if err != nil {
		p.Unreadable = record.Unread("plant", p.ID, err)
		return ctx.Err()
	}
	of, _, err := bench.InAir(ctx, v)
	if err != nil {
		return err
	}
	care, _, err := v.Aftercare(ctx)
	if err != nil {
		return err
	}
	a := judgement.For(v.Patient, judgement.Known{Race: of, Care: &care})
	turn := v.Patient.Turn()
	p.Advice, p.Suspect, p.Handle = &a, turn == patient.Suspected, judgement.Handling(turn)
	p.Advised = &bench.Advised{Code: a.Code, Headline: a.Headline, UntilOn: a.UntilOn, Until: a.Until, Page: a.Page}
	return nil
}

// since says that a plant was given a home since its last look: what that asked for is done.
func (p *Plant) since(h *patient.Home) {
	if h != nil && p.Looked != nil && p.Looked.Decision != "" && h.From >= p.Looked.LookedOn {
		p.Looked.Headline = judgement.LineOf(look.Since(*h))
		p.Looked.Again, p.Looked.AgainOn = judgement.Saying{}, ""
	}
}
