package people

import (
	"context"
	"crypto/rand"
	"strings"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/fault"
	"therapeon/core/message"
	"therapeon/ledger"
)

// Device is a machine that may do its own work, and nothing else.
type Device struct {
	ID      int64  `json:"id" required:"true"`
	Name    string `json:"name" required:"true"`
	Does    string `json:"does" required:"true" enum:"scale,logger"`
	PlaceID int64  `json:"place_id,omitempty" description:"where a logger hangs"`
	MadeAt  string `json:"made_at" required:"true"`
}

// AddDevice is a new device.
type AddDevice struct {
	Name    string `json:"name" required:"true" validate:"required,name,device" title:"people.AddDevice.name"`
	Does    string `json:"does" required:"true" validate:"oneof=scale logger"`
	PlaceID int64  `json:"place_id,omitempty" validate:"min=0" description:"of a logger: where it hangs"`
}

// Faults finds loggers that hang nowhere.
func (a AddDevice) Faults() fault.List {
	if a.Does == "logger" && a.PlaceID == 0 {
		return record.OneFault("place_id", message.Of("clinic.people.say-where-it-hangs"), message.Of("clinic.people.a-place"), nil)
	}
	return nil
}

// NewDevice is a device with its token, which is shown this once.
type NewDevice struct {
	Device
	Token string `json:"token" required:"true" description:"sent as Authorization: Bearer; shown this once"`
}

func device(d ledger.Device) Device { return Device{d.ID, d.Name, d.Does, d.PlaceID, d.MadeAt} }

// Devices lists those that may do their work.
func (c *Service) Devices(ctx context.Context) ([]Device, error) {
	rows, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]ledger.Device, error) {
		return tx.Access().Devices(ctx)
	})
	list := make([]Device, len(rows))
	for i, d := range rows {
		list[i] = device(d)
	}
	return list, err
}

// mostDevices is how many there may be.
const mostDevices = 100

// AddDevice lets a device do its work.
func (c *Service) AddDevice(ctx context.Context, a AddDevice) (NewDevice, error) {
	if err := check.Input(a); err != nil {
		return NewDevice{}, err
	}
	token := rand.Text() + rand.Text()
	var kept ledger.Device
	err := c.Store(ctx, func(tx *ledger.Tx) error {
		all, err := tx.Access().Devices(ctx)
		if err != nil {
			return err
		}
		if len(all) >= mostDevices {
			return record.OneFault(
				"name",
				message.Of("clinic.people.many-devices-are-known", message.Count("most", mostDevices)),
				message.Of("limits.at-most", message.Count("figure", mostDevices)),
				len(all),
			)
		}
		row := ledger.Device{Name: strings.TrimSpace(a.Name), Does: a.Does, Token: tokenHash(token), MadeAt: c.Stamp()}
		if a.Does == "logger" {
			if _, err := record.Places.Get(ctx, tx, a.PlaceID); err != nil {
				return record.MissingOr(err, "place", a.PlaceID)
			}
			row.PlaceID = a.PlaceID
		}
		kept, err = tx.Access().AddDevice(ctx, row)
		return err
	})
	return NewDevice{device(kept), token}, err
}

// EndDevice takes a device's token back.
func (c *Service) EndDevice(ctx context.Context, id int64) error {
	return c.Store(ctx, func(tx *ledger.Tx) error {
		return record.MissingOr(tx.Access().EndDevice(ctx, id, c.Stamp()), "device", id)
	})
}

// EnterDevice is the device of a token; nobody where there is none.
func (c *Service) EnterDevice(ctx context.Context, token string) (Visitor, error) {
	d, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (ledger.Device, error) {
		return tx.Access().Device(ctx, tokenHash(token))
	})
	if record.IsMissing(err) {
		return Visitor{}, nil
	}
	return Visitor{Via: "device", Name: d.Name, Device: d}, err
}
