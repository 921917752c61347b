package formats

// Sheet is a case on paper.
type Sheet struct {
	Tag    string
	Group  string
	Apart  bool
	On     string // the day it was printed, in words
	Parts  []SheetPart
	Events []SheetEvent // the newest first
	Link   string
}

// SheetPart is a heading with its lines.
type SheetPart struct {
	Heading string
	Lines   []string
}

// SheetEvent is one thing that happened, and what it explains.
type SheetEvent struct {
	On    string
	Words string
	More  string
}

const sheetMargin = 18.0

// Case writes a case as PDF on A4.
func Case(s Sheet) ([]byte, error) {
	doc := paper(sheetWidth, sheetHeight)
	doc.SetTitle(printed(s.Tag), true)
	doc.SetMargins(sheetMargin, sheetMargin, sheetMargin)
	doc.SetAutoPageBreak(true, sheetMargin)
	doc.SetFooterFunc(func() {
		doc.SetY(-12)
		doc.SetFont(face, "", 8)
		doc.line(0, 5, s.Tag+"  ·  "+s.On)
	})
	doc.AddPage()
	if err := square(doc, s.Link, sheetWidth-sheetMargin-24, sheetMargin, 24); err != nil {
		return nil, err
	}
	room := sheetWidth - 2*sheetMargin
	write(doc, hand{"B", 20, 8.5}, room-30, s.Tag)
	write(doc, hand{"", 11, 5.5}, room-30, s.Group)
	if s.Apart {
		write(doc, hand{"B", 11, 5.5}, room-30, "Kept apart: own blade, handle it last.")
	}
	doc.SetY(max(doc.GetY(), sheetMargin+28))
	for _, p := range s.Parts {
		if len(p.Lines) == 0 {
			continue
		}
		doc.Ln(3)
		write(doc, hand{"B", 13, 6.5}, room, p.Heading)
		for _, l := range p.Lines {
			write(doc, hand{"", 10.5, 5.2}, room, l)
		}
	}
	if len(s.Events) > 0 {
		doc.Ln(3)
		write(doc, hand{"B", 13, 6.5}, room, "What happened")
	}
	for _, e := range s.Events {
		s.event(doc, e, room)
	}
	return finished(doc)
}

const dayColumn = 34.0

func (s Sheet) event(doc *paged, e SheetEvent, room float64) {
	if doc.GetY() > sheetHeight-sheetMargin-12 {
		doc.AddPage()
	}
	doc.SetFont(face, "", 10)
	doc.line(dayColumn, 5.2, e.On)
	doc.SetX(sheetMargin + dayColumn)
	doc.lines(room-dayColumn, 5.2, e.Words)
	if e.More != "" {
		doc.SetFont(face, "", 9)
		doc.SetX(sheetMargin + dayColumn)
		doc.lines(room-dayColumn, 4.6, e.More)
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
