package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"

	"therapeon/core/message"
	"therapeon/ledger/internal/sqlc"
)

// State is how far a document is. The empty one is "in hand".
type State string

// States of a document.
const (
	InHand State = ""
	Blank  State = "blank" // begun, and nothing noted yet
	Closed State = "closed"
	Gone   State = "gone"
)

// Doc is a document: what was noted, of which plant, and on which day.
type Doc[T any] struct {
	ID        int64  // within its kind
	PlantID   int64  // 0: of the house
	Code      string // a name of its own, where it has one
	Day       string // the day it is of
	State     State
	DueOn     string // the day it asks for something, or empty
	Version   int64  // 0: not kept yet
	Short     string // JSON: what lists show of it
	CreatedAt string
	UpdatedAt string
	Value     T
	Err       error // what is kept of it cannot be read
}

// Kind is a kind of document.
type Kind[T any] struct {
	code  string
	tell  Teller[T]
	house bool // they are of no plant
}

// Code is under which documents of the kind are kept.
func (k Kind[T]) Code() string { return k.code }

// Teller tells how documents of a kind differ.
type Teller[T any] struct {
	Differs func(yours, now T) []message.Message             // what is there now, seen from yours
	Changed func(from, to T, where string) []message.Message // what was changed, "there" or "here"
}

// NewKind is a kind of document by the code it is kept under.
func NewKind[T any](code string, tell Teller[T]) Kind[T] {
	return Kind[T]{code: code, tell: tell}
}

// NewHouseKind is a kind of documents of the house, of no plant.
func NewHouseKind[T any](code string, tell Teller[T]) Kind[T] {
	return Kind[T]{code: code, tell: tell, house: true}
}

// Conflict says that a document was changed elsewhere since it was loaded.
type Conflict struct {
	What    string            // code of the kind
	Version int64             // the version now
	Differs []message.Message // how what is there now differs from yours
	Theirs  []message.Message // what was changed there meanwhile; empty where that cannot be told any more
	Yours   []message.Message // what was changed here
	By      []string          // who changed it there, where that is known
	Apart   bool              // neither touches what the other changed: both can be kept
}

func (c Conflict) Error() string {
	return fmt.Sprintf("%s was changed since version %d was read", c.What, c.Version)
}

// keptBases is how many earlier versions of a document are kept.
const keptBases = 20

// head is a document without its value.
func head[T any](row sqlc.Document) Doc[T] {
	return Doc[T]{
		ID: row.ID, PlantID: owner(row.PlantID), Code: row.Code, Day: row.Day, State: State(row.State),
		DueOn: row.DueOn, Version: row.Version, Short: row.Short, CreatedAt: row.CreatedAt, UpdatedAt: row.UpdatedAt,
	}
}

func (k Kind[T]) doc(tx *Tx, row sqlc.Document) Doc[T] {
	d := head[T](row)
	if value, ok := tx.saved[savedAs{k.code, row.ID, row.Version}].(T); ok {
		d.Value = value
		return d
	}
	d.Value, d.Err = k.value(row.ID, row.Doc)
	return d
}

// kept is a document as it was just saved, with the value at hand.
func (k Kind[T]) kept(tx *Tx, row sqlc.Document, value T) Doc[T] {
	d := head[T](row)
	d.Value = value
	touch(tx.touched, d.PlantID)
	if d.PlantID == 0 {
		tx.Changed(k.code)
	}
	tx.changed = append(tx.changed, changedDoc{d.PlantID, savedAs{k.code, d.ID, d.Version}, d.CreatedAt})
	if tx.saved == nil {
		tx.saved = map[savedAs]any{}
	}
	tx.saved[savedAs{k.code, d.ID, d.Version}] = value
	return d
}

func (k Kind[T]) value(id int64, doc string) (v T, err error) {
	if err := json.Unmarshal([]byte(doc), &v); err != nil {
		return v, fmt.Errorf("%s %d: %w", k.code, id, err)
	}
	return v, nil
}

// one is a document found, or the error of finding or reading it.
func (k Kind[T]) one(tx *Tx, row sqlc.Document, err error) (Doc[T], error) {
	if err = k.there(row, err); err != nil {
		return Doc[T]{}, err
	}
	d := k.doc(tx, row)
	return d, d.Err
}

// there is an error, ErrNotFound, for what is not there, or was withdrawn from its plant.
func (k Kind[T]) there(row sqlc.Document, err error) error {
	if err == nil && row.PlantID == nil && !k.house {
		return ErrNotFound
	}
	return found(err)
}

// Head finds a document without reading its value; ErrNotFound where there is none.
func (k Kind[T]) Head(ctx context.Context, tx *Tx, id int64) (Doc[T], error) {
	row, err := tx.q.GetDocument(ctx, sqlc.GetDocumentParams{Kind: k.code, ID: id})
	return head[T](row), k.there(row, err)
}

// HeadBefore is Before without reading the value.
func (k Kind[T]) HeadBefore(ctx context.Context, tx *Tx, plantID int64, day string) (Doc[T], error) {
	row, err := tx.q.NewestBefore(ctx, sqlc.NewestBeforeParams{PlantID: &plantID, Kind: k.code, Day: day})
	return head[T](row), found(err)
}

// HeadsOf is Begun without reading the values.
func (k Kind[T]) HeadsOf(ctx context.Context, tx *Tx, plantID int64) ([]Doc[T], error) {
	rows, err := tx.q.DocumentsOfPlant(ctx, sqlc.DocumentsOfPlantParams{PlantID: &plantID, Kind: k.code, Blank: 1})
	list := make([]Doc[T], len(rows))
	for i, row := range rows {
		list[i] = head[T](row)
	}
	return list, err
}

func (k Kind[T]) all(tx *Tx, rows []sqlc.Document, err error) ([]Doc[T], error) {
	if err != nil {
		return nil, fmt.Errorf("list of kind %s: %w", k.code, err)
	}
	list := make([]Doc[T], len(rows))
	for i, row := range rows {
		list[i] = k.doc(tx, row)
	}
	return list, nil
}

// Sound is the first error of documents that cannot be read, or nil.
func Sound[T any](list []Doc[T]) error {
	for _, d := range list {
		if d.Err != nil {
			return d.Err
		}
	}
	return nil
}

// Get finds a document; ErrNotFound where there is none.
func (k Kind[T]) Get(ctx context.Context, tx *Tx, id int64) (Doc[T], error) {
	row, err := tx.q.GetDocument(ctx, sqlc.GetDocumentParams{Kind: k.code, ID: id})
	return k.one(tx, row, err)
}

// Of lists those of a plant in which something was noted, the newest first.
func (k Kind[T]) Of(ctx context.Context, tx *Tx, plantID int64) ([]Doc[T], error) {
	rows, err := tx.q.DocumentsOfPlant(ctx, sqlc.DocumentsOfPlantParams{PlantID: &plantID, Kind: k.code})
	return k.all(tx, rows, err)
}

// Begun lists all of a plant, those too in which nothing was noted yet, the newest first.
func (k Kind[T]) Begun(ctx context.Context, tx *Tx, plantID int64) ([]Doc[T], error) {
	rows, err := tx.q.DocumentsOfPlant(ctx, sqlc.DocumentsOfPlantParams{PlantID: &plantID, Kind: k.code, Blank: 1})
	return k.all(tx, rows, err)
}

// Newest finds the newest of a plant, blank or not; ErrNotFound where there is none.
func (k Kind[T]) Newest(ctx context.Context, tx *Tx, plantID int64) (Doc[T], error) {
	row, err := tx.q.NewestDocument(ctx, sqlc.NewestDocumentParams{PlantID: &plantID, Kind: k.code})
	return k.one(tx, row, err)
}

// Before finds the newest of a plant in which something was noted, before a day or on it
// before an id; ErrNotFound where there is none.
func (k Kind[T]) Before(ctx context.Context, tx *Tx, plantID int64, day string, id int64) (Doc[T], error) {
	of := sqlc.NewestBeforeParams{PlantID: &plantID, Kind: k.code, Day: day, ID: id}
	row, err := tx.q.NewestBefore(ctx, of)
	return k.one(tx, row, err)
}

// OfHouse lists those of the house that are not gone, by name and number.
func (k Kind[T]) OfHouse(ctx context.Context, tx *Tx) ([]Doc[T], error) {
	rows, err := tx.q.DocumentsOfHouse(ctx, k.code)
	return k.all(tx, rows, err)
}

// OnBench is an open document of a plant on the bench.
type OnBench[T any] struct {
	Doc       Doc[T]
	Plant     Plant
	LookShort string // of the plant's newest look, or empty
	LookDoc   string
}

// OnBench lists the open ones of plants on the bench, those kept apart last.
func (k Kind[T]) OnBench(ctx context.Context, tx *Tx) ([]OnBench[T], error) {
	rows, err := tx.q.OpenOnBench(ctx, k.code)
	if err != nil {
		return nil, fmt.Errorf("list of kind %s: %w", k.code, err)
	}
	list := make([]OnBench[T], len(rows))
	for i, row := range rows {
		list[i] = OnBench[T]{k.doc(tx, row.Document), row.Plant, row.LookShort, row.LookDoc}
	}
	return list, nil
}

// Add keeps a new document, under its id where it has one.
func (k Kind[T]) Add(ctx context.Context, tx *Tx, d Doc[T], now string) (Doc[T], error) {
	doc, err := json.Marshal(d.Value)
	if err != nil {
		return d, err
	}
	if d.Short == "" {
		d.Short = "{}"
	}
	row, err := tx.q.AddDocument(ctx, sqlc.AddDocumentParams{
		Kind: k.code, ID: d.ID, PlantID: nobody(d.PlantID), Code: d.Code, Day: d.Day, State: string(d.State),
		DueOn: d.DueOn, Short: d.Short, Doc: string(doc), Now: now,
	})
	if err != nil {
		return d, fmt.Errorf("keep %s: %w", k.code, found(err))
	}
	return k.kept(tx, row, d.Value), nil
}

// Put keeps a document under its id, or its code where it has none: a new one at version 0 where
// none is there yet, else a change of it. A change of one that is not there is refused with a
// Conflict.
func (k Kind[T]) Put(ctx context.Context, tx *Tx, d Doc[T], now string) (Doc[T], error) {
	row, err := tx.q.GetDocument(ctx, sqlc.GetDocumentParams{Kind: k.code, ID: d.ID})
	if d.ID == 0 {
		row, err = tx.q.DocumentByCode(ctx, sqlc.DocumentByCodeParams{Kind: k.code, Code: d.Code})
	}
	switch err = found(err); {
	case err == nil:
		d.ID = row.ID
		return k.Save(ctx, tx, d, now)
	case !errors.Is(err, ErrNotFound):
		return d, err
	case d.Version == 0:
		return k.Add(ctx, tx, d, now)
	default:
		return d, Conflict{What: k.code}
	}
}

// Save keeps a change of a document, against the version that it was changed from: where
// another was saved meanwhile, it is refused with a Conflict that tells both changes.
func (k Kind[T]) Save(ctx context.Context, tx *Tx, d Doc[T], now string) (Doc[T], error) {
	row, err := tx.q.GetDocument(ctx, sqlc.GetDocumentParams{Kind: k.code, ID: d.ID})
	if err = k.there(row, err); err != nil {
		return d, err
	}
	if row.Version != d.Version {
		return d, k.conflict(ctx, tx, d, row)
	}
	doc, err := json.Marshal(d.Value)
	if err != nil {
		return d, err
	}
	if string(doc) != row.Doc {
		base := sqlc.KeepBaseParams{Kind: k.code, ID: row.ID, Version: row.Version, Doc: row.Doc}
		if err := tx.q.KeepBase(ctx, base); err != nil {
			return d, fmt.Errorf("keep what the %s was: %w", k.code, err)
		}
		drop := sqlc.DropBasesParams{Kind: k.code, ID: row.ID, Before: row.Version - keptBases}
		if err := tx.q.DropBases(ctx, drop); err != nil {
			return d, err
		}
	}
	row, err = tx.q.SaveDocument(ctx, sqlc.SaveDocumentParams{
		Kind: k.code, ID: d.ID, Version: row.Version, Day: d.Day, State: string(d.State), DueOn: d.DueOn,
		Short: d.Short, Doc: string(doc), Now: now,
	})
	if err != nil {
		return d, fmt.Errorf("keep %s: %w", k.code, found(err))
	}
	return k.kept(tx, row, d.Value), nil
}

// Check refuses a version that is no longer the newest, with what changed.
func (k Kind[T]) Check(ctx context.Context, tx *Tx, now Doc[T], version int64, yours T) error {
	if now.Version == version {
		return nil
	}
	row, err := tx.q.GetDocument(ctx, sqlc.GetDocumentParams{Kind: k.code, ID: now.ID})
	if err != nil {
		return found(err)
	}
	return k.conflict(ctx, tx, Doc[T]{ID: now.ID, Version: version, Value: yours}, row)
}

// Reconcile takes a change on to the newest version, where its act asks for both to be kept: what
// others changed meanwhile is in it then. Where the two touch, it is refused with a Conflict. A
// change of the newest version, and one that asks for nothing, stays as it is.
func (k Kind[T]) Reconcile(ctx context.Context, tx *Tx, d Doc[T]) (Doc[T], error) {
	if !ActOf(ctx).Both {
		return d, nil
	}
	row, err := tx.q.GetDocument(ctx, sqlc.GetDocumentParams{Kind: k.code, ID: d.ID})
	if err != nil {
		return d, found(err)
	}
	if row.Version == d.Version {
		return d, nil
	}
	doc, apart, err := k.both(ctx, tx, d, row)
	if err != nil {
		return d, err
	}
	if !apart {
		return d, k.conflict(ctx, tx, d, row)
	}
	d.Version = row.Version
	d.Value, err = k.value(row.ID, string(doc))
	return d, err
}

// both is what is kept and a change of an older version in one, where they do not touch.
func (k Kind[T]) both(
	ctx context.Context, tx *Tx,
	yours Doc[T], row sqlc.Document,
) (doc []byte, apart bool, err error) {
	base, err := tx.q.GetBase(ctx, sqlc.GetBaseParams{Kind: k.code, ID: row.ID, Version: yours.Version})
	if err = found(err); errors.Is(err, ErrNotFound) || yours.Day != "" && yours.Day != row.Day {
		return nil, false, nil // what was changed cannot be told any more; or its day was, which is not in it
	}
	if err != nil {
		return nil, false, err
	}
	mine, err := json.Marshal(yours.Value)
	if err != nil {
		return nil, false, err
	}
	return merge([]byte(base), []byte(row.Doc), mine)
}

// conflict tells what was changed there since, by whom, and what here.
func (k Kind[T]) conflict(ctx context.Context, tx *Tx, yours Doc[T], row sqlc.Document) error {
	c := Conflict{What: k.code, Version: row.Version}
	now, err := k.value(row.ID, row.Doc)
	if err != nil {
		return errors.Join(err, c)
	}
	if k.tell.Differs != nil {
		c.Differs = k.tell.Differs(yours.Value, now)
	}
	doc, err := tx.q.GetBase(ctx, sqlc.GetBaseParams{Kind: k.code, ID: row.ID, Version: yours.Version})
	base, unread := k.value(row.ID, doc)
	if err == nil && unread == nil && k.tell.Changed != nil {
		c.Theirs, c.Yours = k.tell.Changed(base, now, "there"), k.tell.Changed(base, yours.Value, "here")
	}
	if _, c.Apart, err = k.both(ctx, tx, yours, row); err != nil {
		return errors.Join(err, c)
	}
	c.By, err = k.authors(ctx, tx, row, yours.Version)
	return errors.Join(err, c)
}

// authors are those who changed a document after a version, each once. What one goes on with
// within the hour is one line of the log: then the line before the version is theirs too.
func (k Kind[T]) authors(ctx context.Context, tx *Tx, row sqlc.Document, version int64) (names []string, err error) {
	lines, err := tx.q.AuthorsSince(ctx, sqlc.AuthorsSinceParams{
		Kind: k.code, DocID: row.ID, Version: version, Since: row.CreatedAt,
	})
	for i, l := range lines {
		until := row.Version // what a line stands for ends before the next begins
		if i+1 < len(lines) {
			until = lines[i+1].Version - 1
		}
		if until > version && l.Person != "" && !slices.Contains(names, l.Person) {
			names = append(names, l.Person)
		}
	}
	return names, err
}

// SetShort changes what lists show of a document and when it is due, which follow from it:
// its version stays.
func (k Kind[T]) SetShort(ctx context.Context, tx *Tx, d Doc[T]) error {
	err := tx.q.SetShort(ctx, sqlc.SetShortParams{Kind: k.code, ID: d.ID, Short: d.Short, DueOn: d.DueOn})
	if err != nil {
		return fmt.Errorf("%s %d in short: %w", k.code, d.ID, err)
	}
	return nil
}

// Reshort is SetShort for what was worked out in an earlier moment: it does nothing where the
// document, or what lists show of it, was changed since. before is what lists showed then.
func (k Kind[T]) Reshort(ctx context.Context, tx *Tx, d Doc[T], before string) error {
	err := tx.q.SetShortFrom(ctx, sqlc.SetShortFromParams{
		Kind: k.code, ID: d.ID, Short: d.Short, DueOn: d.DueOn, Version: d.Version, Before: before,
	})
	if err != nil {
		return fmt.Errorf("%s %d in short: %w", k.code, d.ID, err)
	}
	return nil
}

// Recode writes a document that says what it said, in the form of this program. It does
// nothing where it was changed since it was loaded.
func (k Kind[T]) Recode(ctx context.Context, tx *Tx, d Doc[T]) error {
	doc, err := json.Marshal(d.Value)
	if err != nil {
		return fmt.Errorf("%s %d: %w", k.code, d.ID, err)
	}
	return tx.q.Recode(ctx, sqlc.RecodeParams{Kind: k.code, ID: d.ID, Version: d.Version, Doc: string(doc)})
}

// Drop takes a document away, with what it was before.
func (k Kind[T]) Drop(ctx context.Context, tx *Tx, id int64) error {
	all := sqlc.DropBasesParams{Kind: k.code, ID: id, Before: 1 << 62}
	return errors.Join(tx.q.DropDocument(ctx, sqlc.DropDocumentParams{Kind: k.code, ID: id}),
		tx.q.DropBases(ctx, all))
}
