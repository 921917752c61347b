package formats

import (
	"therapeon/core/message"
	"therapeon/language"
)

// Sheet is a case on paper.
type Sheet struct {
	Tag    string
	Group  message.Message
	Apart  bool
	On     string // the day it was printed
	Parts  []SheetPart
	Events []SheetEvent // the newest first
	Link   string
}

// SheetPart is a heading with its lines.
type SheetPart struct {
	Heading message.Message
	Lines   []message.Message
}

// SheetEvent is one thing that happened, and what it explains.
type SheetEvent struct {
	On    string
	Words message.Message
	More  message.Message
}

const sheetMargin = 18.0

// Case writes a case as PDF on A4.
func Case(s Sheet, in *language.Language) ([]byte, error) {
	doc := paper(sheetWidth, sheetHeight)
	doc.SetTitle(printed(s.Tag), true)
	doc.SetMargins(sheetMargin, sheetMargin, sheetMargin)
	doc.SetAutoPageBreak(true, sheetMargin)
	doc.SetFooterFunc(func() {
		doc.SetY(-12)
		doc.SetFont(face, "", 8)
		doc.line(0, 5, s.Tag+"  ·  "+in.Day(s.On))
	})
	doc.AddPage()
	if err := square(doc, s.Link, sheetWidth-sheetMargin-24, sheetMargin, 24); err != nil {
		return nil, err
	}
	room := sheetWidth - 2*sheetMargin
	write(doc, hand{"B", 20, 8.5}, room-30, s.Tag)
	write(doc, hand{"", 11, 5.5}, room-30, in.Say(s.Group))
	if s.Apart {
		write(doc, hand{"B", 11, 5.5}, room-30, in.Say(message.Of("formats.kept-apart-own-blade-handle")))
	}
	doc.SetY(max(doc.GetY(), sheetMargin+28))
	for _, p := range s.Parts {
		if len(p.Lines) == 0 {
			continue
		}
		doc.Ln(3)
		write(doc, hand{"B", 13, 6.5}, room, in.Say(p.Heading))
		for _, l := range p.Lines {
			write(doc, hand{"", 10.5, 5.2}, room, in.Say(l))
		}
	}
	if len(s.Events) > 0 {
		doc.Ln(3)
		write(doc, hand{"B", 13, 6.5}, room, in.Say(message.Of("formats.what-happened")))
	}
	for _, e := range s.Events {
		s.event(doc, e, room, in)
	}
	return finished(doc)
}

const dayColumn = 34.0

func (s Sheet) event(doc *paged, e SheetEvent, room float64, in *language.Language) {
	if doc.GetY() > sheetHeight-sheetMargin-12 {
		doc.AddPage()
	}
	doc.SetFont(face, "", 10)
	doc.line(dayColumn, 5.2, in.Day(e.On))
	doc.SetX(sheetMargin + dayColumn)
	doc.lines(room-dayColumn, 5.2, in.Say(e.Words))
	if !e.More.Empty() {
		doc.SetFont(face, "", 9)
		doc.SetX(sheetMargin + dayColumn)
		doc.lines(room-dayColumn, 4.6, in.Say(e.More))
	}
	doc.Ln(1)
}

// hand is how words are set: their style and size, and the height of a line, mm.
type hand struct {
	style  string
	points float64
	line   float64
}

func write(doc *paged, in hand, width float64, words string) {
	doc.SetFont(face, in.style, in.points)
	doc.lines(width, in.line, words)
}
