// Package formats reads and writes the open file formats that data come and go
// in. Readers stream, keep to limits, and name the line of each fault.
package formats

import (
	"bufio"
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"
	"time"
	"unicode/utf8"

	"therapeon/core/climate"
	"therapeon/core/fault"
	"therapeon/core/message"
)

// Limits of a climate file.
const (
	MaxLines   = 200_000
	coldest    = -30
	hottest    = 60
	mostFaults = 10
	// EarliestYear is before what any logger or scale has kept.
	EarliestYear = 1990
)

// ClimateLog is what a climate file holds: hourly means of a log, or a table of
// days.
type ClimateLog struct {
	Hours    map[int64]float64 // °C, by climate.HourOf
	Humid    map[int64]float64 // percent, where it was logged
	Days     []climate.Day
	Lines    int // readings read
	From, To string
}

// columns is where in a line things stand.
type columns struct {
	day, clock, stamp, temperature, low, high, humidity int
	fahrenheit                                          bool
}

// climateReader reads one file.
type climateReader struct {
	columns
	zone    *time.Location
	now     time.Time
	faults  fault.List
	more    int
	decimal byte // the decimal sign of the file, once seen
	decLine int
	decSaw  string
	layout  string // the last that fitted
	sums    map[int64][2]float64
	humid   map[int64][2]float64
	days    map[string]climate.Day
	first   string
	last    string
	lines   int
}

// ReadClimate reads a climate log or a table of days as CSV. Separators are
// commas, semicolons or tabs; decimals have a point or a comma, one of them
// throughout. Times with an offset are taken as they say, those without as
// times of the zone.
func ReadClimate(file io.Reader, zone *time.Location, now time.Time) (ClimateLog, error) {
	r := &climateReader{
		zone:  zone,
		now:   now,
		sums:  map[int64][2]float64{},
		humid: map[int64][2]float64{},
		days:  map[string]climate.Day{},
	}
	buffered := bufio.NewReader(file)
	if mark, _ := buffered.Peek(3); bytes.Equal(mark, []byte{0xEF, 0xBB, 0xBF}) {
		_, _ = buffered.Discard(3)
	}
	peeked, err := buffered.Peek(4096)
	if err != nil && !errors.Is(err, io.EOF) && !errors.Is(err, bufio.ErrBufferFull) {
		return ClimateLog{}, err
	}
	if len(bytes.TrimSpace(peeked)) == 0 {
		return ClimateLog{}, fileFault(
			message.Of("formats.the-file-is-empty-its"),
			message.Plain("time,temperature"),
		)
	}
	if bytes.IndexByte(peeked, 0) >= 0 || !utf8.Valid(peeked[:max(0, len(peeked)-4)]) {
		return ClimateLog{}, fileFault(message.Of("formats.this-is-not-plain-text"), message.Of("formats.csv-in-utf-8"))
	}
	lines := csv.NewReader(buffered)
	lines.Comma, lines.FieldsPerRecord, lines.ReuseRecord, lines.TrimLeadingSpace = separator(peeked), -1, true, true
	header, err := lines.Read()
	if err != nil {
		return ClimateLog{}, lineFault(1, message.Plain(err.Error()), message.Of("formats.quotes-in-pairs"), "")
	}
	if list := r.head(header); list != nil {
		return ClimateLog{}, list
	}
	for {
		fields, err := lines.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		at, _ := lineOf(lines, fields)
		var broken *csv.ParseError
		if errors.As(err, &broken) {
			r.fault(broken.Line, message.Of("formats.this-line-breaks-off-inside"), message.Of("formats.quotes-in-pairs"), "")
			break
		}
		if err != nil {
			return ClimateLog{}, err
		}
		if r.lines++; r.lines > MaxLines {
			return ClimateLog{}, lineFault(at,
				message.Of("formats.the-file-has-more-than", message.Count("n", MaxLines)),
				message.Of("formats.readings", message.Count("n", MaxLines)), "")
		}
		r.line(at, fields)
	}
	return r.log()
}

func lineOf(lines *csv.Reader, fields []string) (line, column int) {
	if len(fields) == 0 {
		return 0, 0
	}
	return lines.FieldPos(0)
}

func fileFault(words, limit message.Message) fault.List {
	return fault.List{{Field: "file", Words: words, Limit: limit}}
}

func lineFault(line int, words, limit message.Message, value string) fault.List {
	f := fault.Fault{Field: fmt.Sprintf("line %d", line), Words: words, Limit: limit}
	if value != "" {
		f.Value = value
	}
	return fault.List{f}
}

func (r *climateReader) fault(line int, words, limit message.Message, value string) {
	if len(r.faults) >= mostFaults {
		r.more++
		return
	}
	if runes := []rune(value); len(runes) > 40 {
		value = string(runes[:40]) + "…"
	}
	r.faults = append(r.faults, lineFault(line, words, limit, value)...)
}

// separator is the likeliest of the header line.
func separator(peeked []byte) rune {
	head, _, _ := bytes.Cut(peeked, []byte("\n"))
	best, most := ',', 0
	for _, c := range []rune{';', '\t', ','} {
		if n := bytes.Count(head, []byte(string(c))); n > most {
			best, most = c, n
		}
	}
	return best
}

// head finds the columns by their names.
func (r *climateReader) head(names []string) fault.List {
	r.columns = columns{-1, -1, -1, -1, -1, -1, -1, false}
	for i, name := range names {
		name = strings.ToLower(strings.TrimSpace(name))
		plain := strings.NewReplacer("_", " ", "-", " ").Replace(name)
		word, _, _ := strings.Cut(plain, " ")
		put := func(column *int) {
			if *column < 0 {
				*column = i
			}
		}
		switch {
		case plain == "date" || plain == "day":
			put(&r.day)
		case plain == "time":
			put(&r.clock)
		case word == "timestamp" || word == "datetime" || strings.HasPrefix(plain, "date") || word == "time":
			put(&r.stamp)
		case word == "low" || word == "min" || word == "minimum":
			put(&r.low)
			r.fahrenheit = r.fahrenheit || isFahrenheit(plain)
		case word == "high" || word == "max" || word == "maximum":
			put(&r.high)
			r.fahrenheit = r.fahrenheit || isFahrenheit(plain)
		case word == "humidity" || word == "rh" || word == "relative" || word == "rh%":
			put(&r.humidity)
		case strings.HasPrefix(word, "temp") || word == "celsius" || word == "fahrenheit" || word == "°c" || word == "°f":
			put(&r.temperature)
			r.fahrenheit = r.fahrenheit || isFahrenheit(plain)
		}
	}
	if r.stamp < 0 && r.clock >= 0 && r.day < 0 {
		r.stamp, r.clock = r.clock, -1
	}
	if r.temperature >= 0 && r.clock < 0 && r.stamp < 0 {
		r.stamp, r.day = r.day, -1
	}
	isLog := r.temperature >= 0 && (r.stamp >= 0 || r.day >= 0)
	isTable := r.day >= 0 && r.low >= 0 && r.high >= 0
	if !isLog && !isTable {
		return lineFault(
			1,
			message.Of("formats.the-first-line-names-the"),
			message.Of("formats.time-temperature-or-date-low"),
			strings.Join(names[:min(len(names), 6)], ","),
		)
	}
	if isTable && r.temperature < 0 {
		r.stamp = -1
	}
	return nil
}

func isFahrenheit(name string) bool {
	return strings.Contains(name, "°f") || strings.Contains(name, "fahrenheit") || strings.HasSuffix(name, " f") ||
		strings.HasSuffix(name, "(f)")
}

// line takes one line in.
func (r *climateReader) line(at int, fields []string) {
	if len(fields) == 1 && strings.TrimSpace(fields[0]) == "" {
		r.lines--
		return
	}
	most := max(r.day, r.clock, r.stamp, r.temperature, r.low, r.high)
	if len(fields) <= most {
		r.fault(at, message.Of("formats.this-line-has-columns-and", message.Count("n", len(fields)), message.Count("most", most+1)),
			message.Of("formats.columns", message.Count("n", most+1)), strings.Join(fields, " "))
		return
	}
	if r.temperature < 0 {
		r.dayLine(at, fields)
		return
	}
	when, ok := r.when(at, fields)
	c, fits := r.celsius(at, fields[r.temperature])
	if !ok || !fits {
		return
	}
	h := climate.HourOf(when)
	sum := r.sums[h]
	r.sums[h] = [2]float64{sum[0] + c, sum[1] + 1}
	r.humidLine(at, h, fields)
	r.span(when.In(r.zone).Format(time.DateOnly))
}

// humidLine takes the humidity of a line in, where there is one.
func (r *climateReader) humidLine(at int, hour int64, fields []string) {
	if r.humidity < 0 || r.humidity >= len(fields) || strings.TrimSpace(fields[r.humidity]) == "" {
		return
	}
	given := strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(fields[r.humidity]), "%"))
	percent, ok := r.number(at, given, "a-humidity")
	if !ok {
		return
	}
	if percent < 0 || percent > 100 {
		r.fault(at, message.Of("formats.a-humidity-lies-between-0"), message.Of("formats.0-to-100"), given)
		return
	}
	sum := r.humid[hour]
	r.humid[hour] = [2]float64{sum[0] + percent, sum[1] + 1}
}

func (r *climateReader) dayLine(at int, fields []string) {
	given := strings.TrimSpace(fields[r.day])
	day, err := time.Parse(time.DateOnly, given)
	if err != nil {
		day, err = time.Parse("02.01.2006", given)
	}
	if err != nil {
		r.fault(at, message.Of("limits.not-a-day"), message.Of("limits.a-day"), given)
		return
	}
	low, ok := r.celsius(at, fields[r.low])
	high, fits := r.celsius(at, fields[r.high])
	if !ok || !fits || !r.possible(at, day, given) {
		return
	}
	if low > high {
		r.fault(at, message.Of("formats.the-low-is-above-the"), message.Of("formats.low-at-most-high"), fields[r.low]+" "+fields[r.high])
		return
	}
	d := climate.Day{Day: day.Format(time.DateOnly), LowC: low, HighC: high}
	r.days[d.Day] = d
	r.span(d.Day)
}

func (r *climateReader) span(day string) {
	if r.first == "" || day < r.first {
		r.first = day
	}
	r.last = max(r.last, day)
}

var withOffset = []string{
	time.RFC3339,
	"2006-01-02T15:04Z07:00",
	"2006-01-02 15:04:05Z07:00",
	"2006-01-02 15:04Z07:00",
	"2006-01-02 15:04:05 -0700",
	"2006-01-02 15:04 -0700",
}

var ofZone = []string{
	"2006-01-02 15:04:05",
	"2006-01-02 15:04",
	"2006-01-02T15:04:05",
	"2006-01-02T15:04",
	"02.01.2006 15:04:05",
	"02.01.2006 15:04",
}
var layouts = slices.Concat(ofZone, withOffset)

func (r *climateReader) when(at int, fields []string) (time.Time, bool) {
	given := ""
	if r.stamp >= 0 {
		given = strings.TrimSpace(fields[r.stamp])
	} else {
		given = strings.TrimSpace(fields[r.day]) + " " + strings.TrimSpace(fields[r.clock])
	}
	if r.layout != "" {
		if t, err := time.ParseInLocation(r.layout, given, r.zone); err == nil {
			return t, r.possible(at, t, given)
		}
	}
	for _, layout := range layouts {
		if t, err := time.ParseInLocation(layout, given, r.zone); err == nil {
			r.layout = layout
			return t, r.possible(at, t, given)
		}
	}
	words := message.Of("formats.this-is-not-a-time")
	if strings.Contains(given, "/") {
		words = message.Of("formats.with-strokes-day-and-month")
	}
	r.fault(at, words, message.Of("formats.a-time-such-as-2029"), given)
	return time.Time{}, false
}

func (r *climateReader) possible(at int, t time.Time, given string) bool {
	if t.Year() < EarliestYear || t.After(r.now.AddDate(0, 0, 1)) {
		r.fault(at, message.Of("formats.not-that-year", message.Count("year", EarliestYear)),
			message.Of("formats.year-to-today", message.Count("year", EarliestYear)), given)
		return false
	}
	return true
}

// number reads a number with the file's decimal sign.
func (r *climateReader) number(at int, given, what string) (float64, bool) {
	sign := byte(0)
	for _, c := range []byte{',', '.'} {
		if strings.IndexByte(given, c) >= 0 {
			sign = c
		}
	}
	n, err := strconv.ParseFloat(strings.Replace(given, ",", ".", 1), 64)
	if err != nil || math.IsNaN(n) || math.IsInf(n, 0) {
		r.fault(at, message.Of("formats.not-"+what), message.Of("formats.a-number-such-as-21"), given)
		return 0, false
	}
	if sign != 0 && r.decimal == 0 {
		r.decimal, r.decLine, r.decSaw = sign, at, strings.Clone(given)
	}
	if sign != 0 && sign != r.decimal {
		r.fault(
			at,
			message.Of("formats.this-line-writes-and-line",
				message.Name("given", given), message.Count("n", r.decLine), message.Name("dec_saw", r.decSaw)),
			message.Of("formats.one-decimal-sign"),
			given,
		)
		return 0, false
	}
	return n, true
}

// celsius reads a temperature.
func (r *climateReader) celsius(at int, given string) (float64, bool) {
	given = strings.TrimSpace(given)
	c, ok := r.number(at, given, "a-temperature")
	if !ok {
		return 0, false
	}
	unit, low, high := message.Unit("°C"), float64(coldest), float64(hottest)
	if r.fahrenheit {
		unit, low, high = "°F", coldest*9/5+32, hottest*9/5+32
	}
	if c < low || c > high {
		r.fault(at, message.Of("formats.no-place-of-a-plant", message.Exact("low", low, ""), message.Exact("high", high, unit)),
			message.Of("limits.from-to", message.Exact("low", low, ""), message.Exact("high", high, unit)), given)
		return 0, false
	}
	if r.fahrenheit {
		c = (c - 32) * 5 / 9
	}
	return c, true
}

// log is what was read, or all that was wrong.
func (r *climateReader) log() (ClimateLog, error) {
	if r.more > 0 {
		r.faults = append(r.faults,
			fault.Fault{Field: "file", Words: message.Of("formats.more-lines-are-wrong-none", message.Count("n", r.more))})
	}
	if len(r.faults) > 0 {
		return ClimateLog{}, r.faults
	}
	if r.lines == 0 {
		return ClimateLog{}, fileFault(message.Of("formats.the-file-has-a-header"), message.Of("formats.at-least-one-line"))
	}
	log := ClimateLog{Lines: r.lines, From: r.first, To: r.last, Hours: means(r.sums), Humid: means(r.humid)}
	for _, d := range r.days {
		log.Days = append(log.Days, d)
	}
	slices.SortFunc(log.Days, func(a, b climate.Day) int { return strings.Compare(a.Day, b.Day) })
	return log, nil
}

// means of sums and counts.
func means(sums map[int64][2]float64) map[int64]float64 {
	m := make(map[int64]float64, len(sums))
	for h, sum := range sums {
		m[h] = sum[0] / sum[1]
	}
	return m
}
