package formats

import (
	"bytes"
	"fmt"

	"github.com/go-pdf/fpdf"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"
	"rsc.io/qr"

	"therapeon/core/message"
	"therapeon/language"
)

// Label is what a plant's label says. Lines that do not fit are cut short, the
// name last of all.
type Label struct {
	Tag      string
	Group    message.Message
	On       string // the day it was housed
	Method   message.Message
	NextLook string // a day
	Link     string // to the plant's page
}

// Sizes of labels, mm.
const (
	LabelWidth  = 70.0
	LabelHeight = 37.0
	sheetWidth  = 210.0
	sheetHeight = 297.0
	acrossSheet = 3
	downSheet   = 8
)

const face = "go" // a family with Latin, Greek and Cyrillic letters

// paged is a document in hand. What it prints goes through line and lines.
type paged struct{ *fpdf.Fpdf }

// line prints one line.
func (p *paged) line(width, height float64, words string) {
	p.CellFormat(width, height, printed(words), "", 0, "L", false, 0, "")
}

// lines prints words in as many lines as they take.
func (p *paged) lines(width, height float64, words string) {
	p.MultiCell(width, height, printed(words), "", "L", false)
}

// SplitText breaks words into lines of a width.
func (p *paged) SplitText(words string, width float64) []string {
	return p.Fpdf.SplitText(printed(words), width)
}

// paper opens a document with its fonts in it.
func paper(width, height float64) *paged {
	doc := fpdf.NewCustom(&fpdf.InitType{UnitStr: "mm", Size: fpdf.SizeType{Wd: width, Ht: height}})
	doc.SetAutoPageBreak(false, 0)
	doc.SetMargins(0, 0, 0)
	doc.SetCreator("Therapeon", true)
	doc.SetProducer("Therapeon", true) // without the name and version of the library
	doc.AddUTF8FontFromBytes(face, "", goregular.TTF)
	doc.AddUTF8FontFromBytes(face, "B", gobold.TTF)
	return &paged{doc}
}

func finished(doc *paged) ([]byte, error) {
	var out bytes.Buffer
	if err := doc.Output(&out); err != nil {
		return nil, fmt.Errorf("write PDF: %w", err)
	}
	return out.Bytes(), nil
}

// Labels writes labels as PDF: each on a page of its own for a label printer, or
// all on sheets of A4, three by eight, from a first place on.
func Labels(all []Label, sheet bool, skip int, in *language.Language) ([]byte, error) {
	width, height := LabelWidth, LabelHeight
	if sheet {
		width, height = sheetWidth, sheetHeight
	}
	doc := paper(width, height)
	doc.SetTitle(in.Say(message.Of("formats.labels")), true)
	for i, l := range all {
		x, y := 0.0, 0.0
		if sheet {
			at := (i + skip) % (acrossSheet * downSheet)
			if i == 0 || at == 0 {
				doc.AddPage()
			}
			x, y = float64(at%acrossSheet)*LabelWidth, float64(at/acrossSheet)*LabelHeight
		} else {
			doc.AddPage()
		}
		if err := l.draw(doc, x, y, in); err != nil {
			return nil, err
		}
	}
	if len(all) == 0 {
		doc.AddPage()
	}
	return finished(doc)
}

// draw puts a label at a place.
func (l Label) draw(doc *paged, x, y float64, in *language.Language) error {
	const margin, code = 4.0, 19.0
	if err := square(doc, l.Link, x+LabelWidth-margin-code, y+margin, code); err != nil {
		return err
	}
	room := LabelWidth - 3*margin - code
	doc.SetFont(face, "B", 11)
	at := y + margin
	for _, line := range fits(doc, l.Tag, room, 2) {
		doc.SetXY(x+margin, at)
		doc.line(room, 5, line)
		at += 5
	}
	doc.SetFont(face, "", 8)
	for _, line := range []message.Message{l.Group, l.Method, message.Of("formats.since", message.On("day", l.On))} {
		doc.SetXY(x+margin, at)
		doc.line(room, 4, fits(doc, in.Say(line), room, 1)[0])
		at += 4
	}
	if l.NextLook != "" {
		doc.SetFont(face, "B", 9)
		doc.SetXY(x+margin, y+LabelHeight-margin-5)
		doc.line(LabelWidth-2*margin, 5, in.Say(message.Of("formats.next-look", message.On("day", l.NextLook))))
	}
	return nil
}

// square draws a code that a phone reads, as plain rectangles.
func square(doc *paged, text string, x, y, side float64) error {
	code, err := qr.Encode(text, qr.M)
	if err != nil {
		return fmt.Errorf("code for the label: %w", err)
	}
	cell := side / float64(code.Size)
	doc.SetFillColor(0, 0, 0)
	for row := range code.Size {
		for from := 0; from < code.Size; {
			to := from
			for to < code.Size && code.Black(to, row) {
				to++
			}
			if to > from {
				doc.Rect(x+float64(from)*cell, y+float64(row)*cell, float64(to-from)*cell, cell, "F")
			}
			from = to + 1
		}
	}
	return nil
}

// fits breaks words into lines that fit, the last cut short where there is more.
func fits(doc *paged, words string, width float64, lines int) []string {
	all := doc.SplitText(words, width-1)
	if len(all) == 0 {
		return []string{""}
	}
	if len(all) <= lines {
		return all
	}
	last := []rune(all[lines-1])
	for len(last) > 1 && doc.GetStringWidth(string(last)+"…") > width-1 {
		last = last[:len(last)-1]
	}
	return append(all[:lines-1:lines-1], string(last)+"…")
}
