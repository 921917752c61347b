package standin

import (
	"context"
	"encoding/csv"
	"fmt"
	"io"
	"math"
	"math/rand/v2"
	"strconv"
	"time"

	"therapeon/clinic/places"
)

// Logger is a simulated climate logger: a day's swing of temperature, and humidity
// that falls as it warms.
type Logger struct {
	Celsius  float64 // mean of a day
	SwingK   float64 // either way
	Humidity float64 // mean, percent
	rand     *rand.Rand
}

// NewLogger is a logger in a place with that mean.
func NewLogger(celsius, swingK, humidity float64, seed uint64) *Logger {
	return &Logger{celsius, swingK, humidity, rand.New(rand.NewPCG(seed, 2))}
}

// Every is how often it measures.
const Every = 10 * time.Minute

// Reads is what it measures at a time: warmest in mid-afternoon.
func (l *Logger) Reads(at time.Time) places.LoggerReading {
	hour := float64(at.Hour()) + float64(at.Minute())/60
	warm := l.SwingK*math.Cos(2*math.Pi*(hour-15)/24) + 0.15*l.rand.NormFloat64()
	// A kelvin more takes about six hundredths of the relative humidity.
	percent := l.Humidity*math.Exp(-0.06*warm) + 0.5*l.rand.NormFloat64()
	percent = math.Round(math.Min(100, math.Max(0, percent))*10) / 10
	return places.LoggerReading{At: at, Celsius: math.Round((l.Celsius+warm)*100) / 100, HumidityPercent: &percent}
}

// CSV writes what it measured over the last days, up to a time, as a log file.
func (l *Logger) CSV(out io.Writer, days int, until time.Time) error {
	w := csv.NewWriter(out)
	if err := w.Write([]string{"time", "temperature", "humidity"}); err != nil {
		return err
	}
	for at := until.AddDate(0, 0, -days).Truncate(Every); at.Before(until); at = at.Add(Every) {
		r := l.Reads(at)
		line := []string{
			at.Format(time.RFC3339),
			strconv.FormatFloat(r.Celsius, 'f', 2, 64),
			strconv.FormatFloat(*r.HumidityPercent, 'f', 1, 64),
		}
		if err := w.Write(line); err != nil {
			return err
		}
	}
	w.Flush()
	return w.Error()
}

// Stream sends a measurement to a place at once and then every so often.
func (l *Logger) Stream(ctx context.Context, to *Program, place int64, every time.Duration, say io.Writer) error {
	tick := time.NewTicker(every)
	defer tick.Stop()
	for at := time.Now(); ; {
		var kept places.LoggedHour
		if err := to.Post(ctx, fmt.Sprintf("/api/v1/places/%d/readings", place), l.Reads(at),
			&kept); err != nil &&
			ctx.Err() == nil {
			_, _ = fmt.Fprintln(say, err)
		}
		select {
		case <-ctx.Done():
			return nil
		case at = <-tick.C:
		}
	}
}
