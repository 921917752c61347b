package clinic

import (
	"context"
	"encoding/json"
	"fmt"
	"reflect"
	"strings"

	"therapeon/clinic/check"
	"therapeon/core/fault"
	"therapeon/core/leaves"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/store/sqlc"
)

// Intake is what is known of a plant when it comes to the bench. Tag and group
// are enough; the rest can come later.
type Intake struct {
	Tag            string         `json:"tag" required:"true" validate:"required,notblank,max=80" description:"tag or name"`
	Group          string         `json:"group" required:"true" validate:"required,group" description:"code of its group, see /api/v1/knowledge/groups"`
	ArrivedOn      string         `json:"arrived_on,omitempty" validate:"omitempty,partialdate" description:"a day, a month or a year"`
	Source         string         `json:"source,omitempty" validate:"max=200" description:"from whom or where"`
	Flowering      string         `json:"flowering,omitempty" validate:"omitempty,oneof=none spike bud bloom"`
	LeafCount      int            `json:"leaf_count,omitempty" validate:"min=0,max=500"`
	Blades         []leaves.Blade `json:"blades,omitempty" validate:"max=50,dive" description:"measured leaves"`
	BulbCount      int            `json:"bulb_count,omitempty" validate:"min=0,max=500" description:"pseudobulbs or canes"`
	BulbState      string         `json:"bulb_state,omitempty" validate:"omitempty,oneof=plump mixed shrivelled"`
	LastRepotted   string         `json:"last_repotted,omitempty" validate:"omitempty,partialdate" description:"a day, a month or a year"`
	OldMedium      string         `json:"old_medium,omitempty" validate:"omitempty,oneof=bark bark-moss moss husk mineral compost mount none other"`
	Pot            string         `json:"pot,omitempty" validate:"omitempty,oneof=clear opaque clay basket mount none other"`
	KeptApart      bool           `json:"kept_apart,omitempty" description:"may carry something; handled last"`
	RootClass      string         `json:"root_class,omitempty" validate:"omitempty,oneof=pale brown" description:"normal root colour for this plant; left out: as its group"`
	DeadDryRoots   string         `json:"dead_dry_roots,omitempty" validate:"omitempty,oneof=all-off keep-some if-wobbly" description:"for this plant; left out: as the house"`
	ClingingMedium string         `json:"clinging_medium,omitempty" validate:"omitempty,oneof=all-off leave-what-tears by-state" description:"for this plant; left out: as the house"`
	SpikeAtRescue  string         `json:"spike_at_rescue,omitempty" validate:"omitempty,oneof=cut keep by-grade" description:"for this plant; left out: as the house"`
	RepotInFlower  string         `json:"repot_in_flower,omitempty" validate:"omitempty,oneof=never when-needed by-urgency" description:"for this plant; left out: as the house"`
	SmallRotPatch  string         `json:"small_rot_patch,omitempty" validate:"omitempty,oneof=in-place unpot if-rest-sound" description:"for this plant; left out: as the house"`
	Peroxide       string         `json:"peroxide,omitempty" validate:"omitempty,oneof=routine with-finding pests-only" description:"for this plant; left out: as the house"`
	CutPowder      string         `json:"cut_powder,omitempty" validate:"omitempty,oneof=powder dry" description:"for this plant; left out: as the house"`
	TereteLeaves   bool           `json:"terete_leaves,omitempty" description:"pencil leaves, which oil and strong soap can smother"`
	PlaceID        int64          `json:"place_id,omitempty" validate:"min=0" description:"where it stands, see /api/v1/places"`
	Notes          string         `json:"notes,omitempty" validate:"max=4000"`
}

// changes says in words how another intake of the same plant differs.
func (in Intake) changes(to Intake) []string {
	var changes []string
	before, after := reflect.ValueOf(in), reflect.ValueOf(to)
	for i := range before.NumField() {
		now := after.Field(i)
		if reflect.DeepEqual(before.Field(i).Interface(), now.Interface()) {
			continue
		}
		name, _, _ := strings.Cut(before.Type().Field(i).Tag.Get("json"), ",")
		value := fmt.Sprintf("“%v”", now)
		switch {
		case now.Kind() == reflect.Slice:
			value = fmt.Sprintf("a list of %d", now.Len())
		case now.IsZero():
			value = "not noted"
		}
		changes = append(changes, fmt.Sprintf("The field “%s” is %s there.", strings.ReplaceAll(name, "_", " "), value))
	}
	return changes
}

// stalePlant says what changed in a plant since someone loaded it.
func stalePlant(row sqlc.Plant, in Intake) error {
	now, err := plant(row)
	if err != nil {
		return err
	}
	return Conflict{What: "plant", Version: row.Version, Changes: in.changes(now.Intake)}
}

// Plant is a plant on the bench.
type Plant struct {
	ID         int64     `json:"id" required:"true"`
	Version    int64     `json:"version" required:"true" description:"give it back when you change the plant"`
	Intake     Intake    `json:"intake" required:"true"`
	GroupName  string    `json:"group_name" required:"true"`
	ArchivedAt string    `json:"archived_at,omitempty"`
	ParentID   int64     `json:"parent_id,omitempty" description:"the plant it was divided from"`
	DividedOn  string    `json:"divided_on,omitempty" description:"the day of that"`
	CreatedAt  string    `json:"created_at" required:"true"`
	UpdatedAt  string    `json:"updated_at" required:"true"`
	Home       string    `json:"home,omitempty" description:"how it is held or housed now, in words"`
	HomeSince  string    `json:"home_since,omitempty"`
	HomeLookOn string    `json:"home_look_on,omitempty" description:"the first look after it was held or housed, until that was done"`
	Standing   *Standing `json:"standing,omitempty" description:"what it stands in since it was housed here; left out in lists, and where that is what it came in"`
	SpikeCutOn string    `json:"spike_cut_on,omitempty" description:"the day its spike was last cut while it was cleaned; left out in lists"`
	Latest     *Summary  `json:"latest,omitempty" description:"the newest reading of its roots, in short"`
	Looked     *Looked   `json:"looked,omitempty" description:"the newest inspection, in short"`
	Unreadable string    `json:"unreadable,omitempty" description:"said where what is kept of it cannot be read"`
}

// Faults finds what no single field shows wrong.
func (in Intake) Faults() fault.List {
	if in.LeafCount > 0 && len(in.Blades) > in.LeafCount {
		return oneFault(
			"blades",
			"More leaves are measured than counted. Correct one of the two.",
			fmt.Sprintf("at most %d", in.LeafCount),
			len(in.Blades),
		)
	}
	return nil
}

// facts is what of the plant bears on reading its roots.
func (in Intake) facts(s Settings) roots.Facts {
	f := roots.Facts{
		RootClass: taxa.RootClass(in.RootClass), Leaves: in.LeafCount, Blades: in.Blades, Medium: in.OldMedium,
		DeadDry: s.DeadDryRoots, ClingingMedium: s.ClingingMedium, CutMarginMM: s.CutMarginMM,
	}
	if in.DeadDryRoots != "" {
		f.DeadDry = in.DeadDryRoots
	}
	if in.ClingingMedium != "" {
		f.ClingingMedium = in.ClingingMedium
	}
	return f
}

// check holds an intake to its limits.
func (c *Clinic) check(ctx context.Context, in Intake) error {
	if err := check.Input(in); err != nil {
		return err
	}
	if in.PlaceID != 0 {
		if _, err := c.store.GetPlace(ctx, in.PlaceID); err != nil && !isMissing(err) {
			return fmt.Errorf("find the place: %w", err)
		} else if err != nil {
			return oneFault(
				"place_id",
				"There is no such place. Pick one of the list.",
				"a place, see /api/v1/places",
				in.PlaceID,
			)
		}
	}
	list := check.Future(nil, "arrived_on", in.ArrivedOn, c.now())
	list = check.Future(list, "last_repotted", in.LastRepotted, c.now())
	if len(list) > 0 {
		return list
	}
	return nil
}

// AddPlant puts a plant on the bench.
func (c *Clinic) AddPlant(ctx context.Context, in Intake) (Plant, error) {
	if err := c.check(ctx, in); err != nil {
		return Plant{}, err
	}
	var answer Plant
	err := c.write(ctx, &answer, func(q *sqlc.Queries) error {
		row, err := c.addPlant(ctx, q, in)
		if err != nil {
			return err
		}
		answer, err = plant(row)
		return err
	})
	return answer, err
}

// addPlant puts a plant on the bench, inside a transaction or alone.
func (c *Clinic) addPlant(ctx context.Context, q *sqlc.Queries, in Intake) (sqlc.Plant, error) {
	blades, err := asDoc(in.Blades)
	if err != nil {
		return sqlc.Plant{}, err
	}
	row, err := q.CreatePlant(ctx, sqlc.CreatePlantParams{
		Tag:            in.Tag,
		GroupCode:      in.Group,
		ArrivedOn:      in.ArrivedOn,
		Source:         in.Source,
		Flowering:      in.Flowering,
		LeafCount:      int64(in.LeafCount),
		Blades:         blades,
		BulbCount:      int64(in.BulbCount),
		BulbState:      in.BulbState,
		LastRepotted:   in.LastRepotted,
		OldMedium:      in.OldMedium,
		Pot:            in.Pot,
		KeptApart:      asInt(in.KeptApart),
		RootClass:      in.RootClass,
		DeadDryRoots:   in.DeadDryRoots,
		ClingingMedium: in.ClingingMedium,
		SpikeAtRescue:  in.SpikeAtRescue,
		RepotInFlower:  in.RepotInFlower,
		SmallRotPatch:  in.SmallRotPatch,
		Notes:          in.Notes,
		Peroxide:       in.Peroxide,
		CutPowder:      in.CutPowder,
		TereteLeaves:   asInt(in.TereteLeaves),
		PlaceID:        in.PlaceID,
		Now:            c.stamp(),
	})
	if err != nil {
		return row, fmt.Errorf("add plant: %w", err)
	}
	return row, nil
}

// updatePlant changes what is known of a plant, and the verdicts in short that
// follow from it.
func (c *Clinic) updatePlant(ctx context.Context, q *sqlc.Queries, now sqlc.Plant, in Intake) (sqlc.Plant, error) {
	blades, err := asDoc(in.Blades)
	if err != nil {
		return now, err
	}
	row, err := q.UpdatePlant(ctx, sqlc.UpdatePlantParams{
		ID:             now.ID,
		Version:        now.Version,
		Tag:            in.Tag,
		GroupCode:      in.Group,
		ArrivedOn:      in.ArrivedOn,
		Source:         in.Source,
		Flowering:      in.Flowering,
		LeafCount:      int64(in.LeafCount),
		Blades:         blades,
		BulbCount:      int64(in.BulbCount),
		BulbState:      in.BulbState,
		LastRepotted:   in.LastRepotted,
		OldMedium:      in.OldMedium,
		Pot:            in.Pot,
		KeptApart:      asInt(in.KeptApart),
		RootClass:      in.RootClass,
		DeadDryRoots:   in.DeadDryRoots,
		ClingingMedium: in.ClingingMedium,
		SpikeAtRescue:  in.SpikeAtRescue,
		RepotInFlower:  in.RepotInFlower,
		SmallRotPatch:  in.SmallRotPatch,
		Notes:          in.Notes,
		Peroxide:       in.Peroxide,
		CutPowder:      in.CutPowder,
		TereteLeaves:   asInt(in.TereteLeaves),
		PlaceID:        in.PlaceID,
		Now:            c.stamp(),
	})
	if err != nil {
		return row, fmt.Errorf("change plant: %w", err)
	}
	house, err := settings(ctx, q)
	if err != nil {
		return row, err
	}
	return row, c.judgeAnew(ctx, q, row, house)
}

// judgeAnew brings all that lists show of a plant up to date.
func (c *Clinic) judgeAnew(ctx context.Context, q *sqlc.Queries, row sqlc.Plant, house Settings) error {
	if err := c.resummarise(ctx, q, row, house); err != nil {
		return err
	}
	return c.lookAnew(ctx, q, row, house, true)
}

// ChangePlant changes what is known of a plant. The verdicts in short follow.
func (c *Clinic) ChangePlant(ctx context.Context, id, version int64, in Intake) (Plant, error) {
	if err := c.check(ctx, in); err != nil {
		return Plant{}, under("intake", err)
	}
	var changed Plant
	err := c.write(ctx, &changed, func(q *sqlc.Queries) error {
		now, err := q.GetPlant(ctx, id)
		if err != nil {
			return missing(err, "plant", id)
		}
		if now.Version != version {
			return stalePlant(now, in)
		}
		row, err := c.updatePlant(ctx, q, now, in)
		if err != nil {
			return err
		}
		changed, err = c.withLatest(ctx, q, row)
		return err
	})
	return changed, err
}

// ArchivePlant takes a plant off the bench, or puts it back. Nothing is lost.
func (c *Clinic) ArchivePlant(ctx context.Context, id int64, archived bool) (Plant, error) {
	at := ""
	if archived {
		at = c.stamp()
	}
	var answer Plant
	err := c.write(ctx, &answer, func(q *sqlc.Queries) error {
		row, err := q.ArchivePlant(ctx, sqlc.ArchivePlantParams{ID: id, ArchivedAt: at, Now: c.stamp()})
		if err != nil {
			return missing(err, "plant", id)
		}
		answer, err = c.withLatest(ctx, q, row)
		return err
	})
	return answer, err
}

// Plant finds a plant.
func (c *Clinic) Plant(ctx context.Context, id int64) (Plant, error) {
	return read(ctx, c, func(q *sqlc.Queries) (Plant, error) { return c.plantIn(ctx, q, id) })
}

func (c *Clinic) plantIn(ctx context.Context, q *sqlc.Queries, id int64) (Plant, error) {
	row, err := q.GetPlant(ctx, id)
	if err != nil {
		return Plant{}, missing(err, "plant", id)
	}
	return c.withLatest(ctx, q, row)
}

// Find is what to look for among the plants.
type Find struct {
	Words    string
	Archived bool
	Due      bool // only those whose day to look again has come
	Skip     int
	Most     int
}

// groupsNamed lists the codes of the groups whose name or code holds the words,
// each between spaces, for the store to look a plant's code up in.
func groupsNamed(words string) string {
	codes := " "
	for _, g := range taxa.All() {
		if strings.Contains(strings.ToLower(g.Name+" "+g.Code), strings.ToLower(words)) {
			codes += g.Code + " "
		}
	}
	return codes
}

// Plants finds plants: newest work first, those kept apart last. It also tells
// how many there are in all.
func (c *Clinic) Plants(ctx context.Context, f Find) ([]Plant, int64, error) {
	groups, due := groupsNamed(f.Words), ""
	if f.Due {
		due = c.today()
	}
	var total int64
	found, err := read(ctx, c, func(q *sqlc.Queries) (rows []sqlc.ListPlantsRow, err error) {
		if total, err = q.CountPlants(
			ctx,
			sqlc.CountPlantsParams{Archived: asInt(f.Archived), Query: f.Words, Groups: groups, Due: due},
		); err != nil {
			return nil, err
		}
		return q.ListPlants(
			ctx,
			sqlc.ListPlantsParams{
				Archived: asInt(f.Archived),
				Query:    f.Words,
				Groups:   groups,
				Due:      due,
				Skip:     int64(f.Skip),
				Most:     int64(f.Most),
			},
		)
	})
	if err != nil {
		return nil, 0, fmt.Errorf("list plants: %w", err)
	}
	list := make([]Plant, len(found))
	for i, row := range found {
		if list[i], err = plant(row.Plant); err != nil {
			list[i].Unreadable = unread("this plant", row.Plant.ID, err)
		}
		if row.ReadingID != 0 {
			s := summaryOf(row.ReadingID, row.ReadOn, row.Summary)
			list[i].Latest = &s
		}
		if row.InspectionID != 0 {
			l := looked(row.InspectionID, row.LookedOn, row.AgainOn, row.Look, row.Causes)
			list[i].Looked = &l
		}
	}
	return list, total, nil
}

func plant(row sqlc.Plant) (Plant, error) {
	p := Plant{
		ID:         row.ID,
		Version:    row.Version,
		ArchivedAt: row.ArchivedAt,
		ParentID:   row.ParentID,
		DividedOn:  row.DividedOn,
		Home:       row.Home,
		HomeSince:  row.HomeSince,
		HomeLookOn: row.LookOn,
		CreatedAt:  row.CreatedAt,
		UpdatedAt:  row.UpdatedAt,
		Intake: Intake{
			Tag:            row.Tag,
			Group:          row.GroupCode,
			ArrivedOn:      row.ArrivedOn,
			Source:         row.Source,
			Flowering:      row.Flowering,
			LeafCount:      int(row.LeafCount),
			BulbCount:      int(row.BulbCount),
			BulbState:      row.BulbState,
			LastRepotted:   row.LastRepotted,
			OldMedium:      row.OldMedium,
			Pot:            row.Pot,
			KeptApart:      row.KeptApart != 0,
			RootClass:      row.RootClass,
			DeadDryRoots:   row.DeadDryRoots,
			ClingingMedium: row.ClingingMedium,
			SpikeAtRescue:  row.SpikeAtRescue,
			RepotInFlower:  row.RepotInFlower,
			SmallRotPatch:  row.SmallRotPatch,
			Notes:          row.Notes,
			Peroxide:       row.Peroxide,
			CutPowder:      row.CutPowder,
			TereteLeaves:   row.TereteLeaves != 0,
			PlaceID:        row.PlaceID,
		},
	}
	if profile, ok := taxa.Find(row.GroupCode); ok {
		p.GroupName = profile.Name
	}
	if err := json.Unmarshal([]byte(row.Blades), &p.Intake.Blades); err != nil {
		return p, fmt.Errorf("leaves of plant %d: %w", row.ID, err)
	}
	return p, nil
}

// withLatest puts the newest reading and inspection beside a plant.
func (c *Clinic) withLatest(ctx context.Context, q *sqlc.Queries, row sqlc.Plant) (Plant, error) {
	p, err := plant(row)
	if err != nil {
		return p, err
	}
	homes, err := homesOf(ctx, q, row.ID)
	if err != nil {
		return p, err
	}
	p.Standing = standing(homes, ever)
	if p.SpikeCutOn, err = spikeCutOn(ctx, q, row.ID); err != nil {
		return p, err
	}
	latest, err := q.LatestRead(ctx, row.ID)
	if err == nil {
		s := summaryOf(latest.ID, latest.ReadOn, latest.Summary)
		p.Latest = &s
	} else if !isMissing(err) {
		return p, err
	}
	list, err := q.ListInspections(ctx, row.ID)
	if err != nil || len(list) == 0 {
		return p, err
	}
	l := looked(list[0].ID, list[0].LookedOn, list[0].AgainOn, list[0].Look, list[0].Causes)
	p.Looked = &l
	p.potted()
	return p, nil
}

func asInt(b bool) int64 {
	if b {
		return 1
	}
	return 0
}
