package record

import (
	"context"
	"reflect"
	"time"

	"therapeon/core/disputes"
	"therapeon/core/fault"
	"therapeon/core/knowledge/words"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/solutions"
	"therapeon/ledger"
)

// Settings are the house's sides in the questions on which growers differ, and
// the figures a house may choose.
type Settings struct {
	Version     int64           `json:"version" required:"true" validate:"min=0" description:"the version you changed; 0: nothing was changed yet"`
	Sides       disputes.Sides  `json:"sides" required:"true" validate:"few,dive,code" description:"by the question, see /api/v1/knowledge/disputes; what is left out has its default"`
	Hemisphere  string          `json:"hemisphere" required:"true" validate:"oneof=north south" description:"for the seasons"`
	LatitudeDeg *float64        `json:"latitude_deg,omitempty" validate:"omitempty,latitude_deg" title:"record.Settings.latitude_deg" description:"for the length of the day; south is negative"`
	Zone        string          `json:"zone,omitempty" validate:"zone" description:"time zone of the house, as in Europe/Lisbon; left out: that of this machine"`
	Language    string          `json:"language,omitempty" validate:"omitempty,word" title:"record.Settings.language" description:"of the house, by a tag of /api/v1/about; left out: that which each browser asks for"`
	CutMarginMM float64         `json:"cut_margin_mm" required:"true" validate:"cut_margin_mm" title:"record.Settings.cut_margin_mm" description:"how far beyond the living part a cut falls"`
	Tools       solutions.Tools `json:"tools,omitzero" description:"what amounts are measured with"`
}

// asHouse is the house as a plant hears of it.
func (s Settings) asHouse() patient.House {
	return patient.House{
		South:       s.Hemisphere == "south" || s.LatitudeDeg != nil && *s.LatitudeDeg < 0,
		LatitudeDeg: s.LatitudeDeg,
		CutMarginMM: s.CutMarginMM,
		Sides:       disputes.Usual().Over(s.Sides),
	}
}

// houseChanges says how the house's sides differ.
func houseChanges(from, to Settings, where string) []message.Message {
	before, after := from.asHouse(), to.asHouse()
	changes := sideChanges(before.Sides, after.Sides, where)
	if from.Hemisphere != to.Hemisphere {
		changes = append(changes, message.Of("clinic.record.hemisphere-"+to.Hemisphere+"-"+where))
	}
	if before.CutMarginMM != after.CutMarginMM {
		changes = append(changes, message.Of("clinic.record.cut-margin-"+where, message.Exact("cut_margin_mm", after.CutMarginMM, "mm")))
	}
	if from.Zone != to.Zone {
		zone := message.Of("clinic.record.time-zone-"+where, message.Name("zone", to.Zone))
		if to.Zone == "" {
			zone = message.Of("clinic.record.machine-time-zone-" + where)
		}
		changes = append(changes, zone)
	}
	if from.Language != to.Language {
		changes = append(changes, message.Of("clinic.record.the-language-was-changed-"+where))
	}
	if !reflect.DeepEqual(from.LatitudeDeg, to.LatitudeDeg) {
		changes = append(changes, message.Of("clinic.record.the-latitude-was-changed-"+where))
	}
	if from.Tools != to.Tools {
		changes = append(changes, message.Of("clinic.record.what-amounts-are-measured-with-"+where))
	}
	return changes
}

// HouseID is the id of the settings of the house, of which there are one.
const HouseID = 1

// usualSettings are the defaults.
func usualSettings() Settings {
	return Settings{
		Sides:       disputes.Usual(),
		Hemisphere:  "north",
		CutMarginMM: roots.Known().Figures.CutMarginMM.Value,
	}
}

// Faults finds sides that are not of the table.
func (s Settings) Faults() fault.List {
	if s.Language != "" && words.In(s.Language) == nil {
		known := make([]message.Value, 0, len(words.Languages()))
		for _, tag := range words.Languages() {
			known = append(known, message.Word(tag))
		}
		return OneFault("language", message.Of("clinic.record.this-language-is-not-known"),
			message.Of("limits.one-of", message.As("words", message.List{Of: known, Last: "or"})), s.Language)
	}
	if _, err := time.LoadLocation(s.Zone); err != nil || s.Zone == "Local" {
		return OneFault("zone", message.Of("clinic.record.this-time-zone-is-not-2"), message.Of("clinic.record.an-iana-time-zone"), s.Zone)
	}
	return s.Sides.Faults()
}

// Location is the time zone of the house; that of this machine where none is set.
func (s Settings) Location() *time.Location {
	if zone, err := time.LoadLocation(s.Zone); err == nil && s.Zone != "" {
		return zone
	}
	return time.Local
}

// SettingsIn reads the settings of the house, in a transaction.
func SettingsIn(ctx context.Context, tx *ledger.Tx) (Settings, error) {
	d, err := Houses.Get(ctx, tx, HouseID)
	if IsMissing(err) {
		return usualSettings(), nil
	}
	d.Value.Version, d.Value.Sides = d.Version, disputes.Usual().Over(d.Value.Sides)
	return d.Value, err
}
